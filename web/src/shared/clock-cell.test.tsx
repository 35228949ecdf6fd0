import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { ClockCell, readClock } from './clock-cell';

test.each([
  ['8', 480],
  ['8:15', 495],
  ['0815', 495],
  ['23:59', 1439],
  ['24:00', null],
  ['8:60', null],
  ['soon', null],
  ['', null],
])('%s typed as a clock', (text, minutes) => {
  expect(readClock(text)).toBe(minutes);
});

function shown(valueMin: number): jest.Mock {
  const change = jest.fn();
  render(<ClockCell label="Demold" valueMin={valueMin} startDate="2026-11-30" minMin={-1440} maxMin={5 * 1440} onChange={change} />);
  return change;
}

test('a moment is a day, its weekday and a clock time; an edit is one when the cell is left', async () => {
  const change = shown(2 * 1440 + 9 * 60);
  expect(screen.getByLabelText('Demold, day')).toHaveValue('3');
  expect(screen.getByLabelText('Demold, clock')).toHaveValue('09:00');
  expect(screen.getByText('Wed 2 Dec')).toBeInTheDocument();
  const clock = screen.getByLabelText('Demold, clock');
  await userEvent.clear(clock);
  await userEvent.type(clock, '14:30{Enter}');
  expect(change).toHaveBeenLastCalledWith(2 * 1440 + 14 * 60 + 30);
});

test('the day before day 1 is day 0', () => {
  shown(-60);
  expect(screen.getByLabelText('Demold, day')).toHaveValue('0');
  expect(screen.getByLabelText('Demold, clock')).toHaveValue('23:00');
});

test.each([
  ['9', '08:00', 'Not after day 6 00:00.'],
  ['-3', '08:00', 'Not before day 0 00:00.'],
  ['2', 'noon', 'A day, and a clock time like 08:15.'],
])('day %s at %s is refused where it stands, and not passed on', async (day, clock, words) => {
  const change = shown(480);
  await userEvent.clear(screen.getByLabelText('Demold, clock'));
  await userEvent.type(screen.getByLabelText('Demold, clock'), clock);
  await userEvent.clear(screen.getByLabelText('Demold, day'));
  await userEvent.type(screen.getByLabelText('Demold, day'), day);
  expect(screen.getByRole('alert')).toHaveTextContent(words);
  await userEvent.keyboard('{Escape}');
  expect(screen.queryByRole('alert')).toBeNull();
  expect(change.mock.calls.flat().every((minutes: number) => minutes >= -1440 && minutes <= 5 * 1440)).toBe(true);
});

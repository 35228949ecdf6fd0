import { render, screen } from '@testing-library/react';
import { standingOf } from '@pentimento/core/service';
import { problemOf } from '../../api/problem';
import { NumberCell } from '../../shared/number-cell';
import userEvent from '@testing-library/user-event';
import { givenUp, outboxSlice, queued, refusedByServer, sent, sentAgain } from '../outbox/outbox-slice';
import { TallyStrokes } from './tally-strokes';
import { withWaiting } from './use-service';

const body = { id: 'p1', at: '2026-11-23T08:00:00Z', ease: 2, note: '' };
const record = { kind: 'pull', moldId: 'm1', personId: 'ada', body } as const;

test('tally: four upright and one across to a bundle', () => {
  const { container } = render(<TallyStrokes count={7} touchUpsBefore={[5]} />);
  expect(screen.getByRole('img', { name: '7 pulls' })).toBeInTheDocument();
  expect(container.querySelectorAll('line')).toHaveLength(7);
  const across = container.querySelectorAll('line')[4];
  expect(Number(across.getAttribute('x2')) - Number(across.getAttribute('x1'))).toBeGreaterThan(15);
  expect(container.querySelectorAll('circle')).toHaveLength(1);
});

test('outbox: queued, sent, refused with words, sent once more or given up by a person', () => {
  const full = outboxSlice.reducer(undefined, queued(record));
  expect(full.waiting).toEqual([record]);
  expect(outboxSlice.reducer(full, sent('p1')).waiting).toEqual([]);
  const refused = outboxSlice.reducer(full, refusedByServer({ record, detail: 'in the future' }));
  expect(refused).toMatchObject({ waiting: [], refused: [{ detail: 'in the future' }] });
  expect(outboxSlice.reducer(refused, sentAgain('p1'))).toEqual({ waiting: [record], refused: [] });
  expect(outboxSlice.reducer(refused, givenUp('p1'))).toEqual({ waiting: [], refused: [] });
  expect(outboxSlice.reducer(refused, sentAgain('p9'))).toEqual(refused);
});

test('what waits is in the standing of its mold already, and of no other', () => {
  const mold = { id: 'm1', standing: standingOf([], []) };
  expect(withWaiting(mold, [record])).toMatchObject({ pullsSinceNew: 1, recent: [2] });
  expect(withWaiting({ ...mold, id: 'm2' }, [record]).pullsSinceNew).toBe(0);
  const treated = { kind: 'treatment', moldId: 'm1', personId: 'ada', body: { id: 't1', at: body.at, kind: 'full', note: '' } } as const;
  expect(withWaiting(mold, [record, treated])).toMatchObject({ pullsSinceNew: 1, pullsSinceFull: 0, treated: true });
});

test('failures become words', () => {
  expect(problemOf({ status: 'FETCH_ERROR', error: 'x' })).toMatchObject({ status: null, code: 'no-network' });
  expect(problemOf({ status: 409, data: { code: 'stale-version', detail: 'Ada saved' } })).toEqual({
    status: 409,
    code: 'stale-version',
    detail: 'Ada saved',
  });
  expect(problemOf({ status: 502, data: '<html>' }).code).toBe('no-network');
});

test('a number outside its range is not passed on and says what is', async () => {
  const changed = jest.fn();
  render(<NumberCell label="Plies" value={3} unit="×" digits={0} min={1} max={60} onChange={changed} />);
  const input = screen.getByLabelText('Plies');
  await userEvent.clear(input);
  await userEvent.type(input, '99');
  expect(changed).toHaveBeenCalledTimes(1);
  expect(changed).toHaveBeenCalledWith(9);
  expect(screen.getByRole('alert')).toHaveTextContent('1 to 60 ×');
});

import type { Verdict } from '@pentimento/core/judging';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { planFromTemplate } from '@pentimento/core/plan';
import { VerdictList } from './verdict-list';

const plan = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
let unitSystem = 'metric';
jest.mock('../../../api/api', () => ({ useWhoQuery: () => ({ data: { person: { unitSystem } } }) }));

const hot: Verdict = {
  id: 'peak-l4',
  kind: 'layer-peak',
  aboutId: null,
  subject: 'Bulk mat',
  level: 'stop',
  quantity: 'temperature',
  value: 110,
  limit: 95,
  margin: -15,
  sense: 'at most',
  timeS: 33 * 3600,
  heightM: 0.004,
  remedy: 'Split the session.',
};
const late: Verdict = {
  ...hot,
  id: 'w',
  kind: 'window',
  subject: 'Skin onto Gel coat',
  level: 'care',
  quantity: 'clock',
  value: 40,
  limit: 32,
  margin: -8,
  heightM: null,
  remedy: 'Abrade.',
};
const kept: Verdict = {
  ...hot,
  id: 'd',
  kind: 'demold-cure',
  subject: 'Skin',
  level: 'ok',
  quantity: 'cure',
  value: 0.81,
  limit: 0.75,
  margin: 0.06,
  sense: 'at least',
};

test('value, limit, margin, moment, place and remedy of what is wrong; a press jumps there', async () => {
  unitSystem = 'metric';
  const jump = jest.fn();
  render(<VerdictList plan={plan} remedies={null} clouds={null} onExplain={jest.fn()} verdicts={[hot, late, kept]} onJump={jump} />);
  const row = screen.getByRole('button', { name: /^stop Bulk mat, peak/ });
  for (const text of ['stop', '−15 K', '110 °C', 'at most 95 °C', 'day 2 09:00', '4.0 mm up', 'Split the session.'])
    expect(row).toHaveTextContent(text);
  expect(screen.getByRole('button', { name: /^(?!How).*Skin onto Gel coat/ })).toHaveTextContent('−8.0 h');
  expect(screen.queryByRole('list', { name: 'Limits kept' })).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: /1 limit kept, closest Skin/ }));
  expect(screen.getByRole('list', { name: 'Limits kept' })).toHaveTextContent('0.81, hard, not heat-proof yet · at least 0.75');
  await userEvent.click(row);
  expect(jump).toHaveBeenCalledWith(hot);
});

test('a margin is a difference of temperature, not a temperature, in the US shop too', () => {
  unitSystem = 'us';
  render(<VerdictList plan={plan} remedies={null} clouds={null} onExplain={jest.fn()} verdicts={[hot]} onJump={jest.fn()} />);
  const row = screen.getByRole('button', { name: /^stop Bulk mat, peak/ });
  expect(row).toHaveTextContent('230 °F');
  expect(row).toHaveTextContent('−27 °F');
});

test('how sure a verdict is stands with it, and how its number came about can be opened', async () => {
  unitSystem = 'metric';
  const explain = jest.fn();
  const cloud = { id: hot.id, kept: 0.12, keptFrom: 0.1, keptTo: 0.15, quantiles: [], marginQuantiles: [], effects: [] };
  render(<VerdictList plan={plan} remedies={null} clouds={[cloud]} onExplain={explain} verdicts={[hot, kept]} onJump={jest.fn()} />);
  expect(screen.getByRole('button', { name: /^stop Bulk mat, peak/ })).toHaveTextContent('kept in 12 % (10–15) of the runs');
  await userEvent.click(screen.getByRole('button', { name: 'How Bulk mat, peak came about' }));
  expect(explain).toHaveBeenCalledWith(hot);
});

test('nothing to judge says what to do; all kept says so', () => {
  unitSystem = 'metric';
  const { rerender } = render(<VerdictList plan={plan} remedies={null} clouds={null} onExplain={jest.fn()} verdicts={[]} onJump={jest.fn()} />);
  expect(screen.getByText(/Add a session/)).toBeInTheDocument();
  rerender(<VerdictList plan={plan} remedies={null} clouds={null} onExplain={jest.fn()} verdicts={[kept]} onJump={jest.fn()} />);
  expect(screen.getByText('every limit')).toBeInTheDocument();
});

test('limits of one exotherm are one card with what would help; a press takes it', async () => {
  unitSystem = 'metric';
  const face: Verdict = { ...hot, id: 'interface', kind: 'interface-peak', subject: 'Plug face', margin: -6, value: 66, limit: 60 };
  const remedy = { id: 'split', name: 'Lay it in two goes', plan, gain: 41, after: 'ok' as const, causeAfter: 'ok' as const };
  const take = jest.fn();
  const { rerender } = render(
    <VerdictList
      plan={plan}
      remedies={new Map([['heat:s4', [remedy]]])}
      clouds={null}
      onExplain={jest.fn()}
      verdicts={[hot, face]}
      onJump={jest.fn()}
      onRemedy={take}
    />,
  );
  expect(screen.getByText('Heat of Bulk 1')).toBeInTheDocument();
  expect(screen.queryByRole('button', { name: /^stop Plug face/ })).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: /and 1 more: Plug face, hottest −6 K/ }));
  expect(screen.getByRole('button', { name: /^stop Plug face/ })).toBeInTheDocument();
  const offered = screen.getByRole('button', { name: /Lay it in two goes/ });
  expect(offered).toHaveTextContent('+41 K of margin: kept');
  await userEvent.click(offered);
  expect(take).toHaveBeenCalledWith(remedy);
  rerender(
    <VerdictList plan={plan} remedies={new Map([['heat:s4', [remedy]]])} clouds={null} onExplain={jest.fn()} verdicts={[hot]} onJump={jest.fn()} />,
  );
  expect(screen.getByRole('button', { name: /Lay it in two goes/ })).toBeDisabled();
});

test('a limit that fails in a zone says so', () => {
  render(
    <VerdictList
      plan={plan}
      remedies={null}
      clouds={null}
      onExplain={jest.fn()}
      verdicts={[{ ...hot, zone: { id: 'flange', name: 'Flange' } }]}
      onJump={jest.fn()}
    />,
  );
  expect(screen.getByRole('button', { name: /^stop Bulk mat, peak/ })).toHaveTextContent('Flange');
});

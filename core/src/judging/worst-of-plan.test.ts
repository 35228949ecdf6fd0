import { cardLibrary } from '../plan/built-in-library.js';
import { planOf } from '../plan/lift-plan.js';
import type { Objection } from '../plan/objection.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { check, judge } from '../threads/tasks.js';
import { worstAmong } from './worst-of-plan.js';
import type { Verdict } from './verdicts/verdict.js';

const hot = { kind: 'layer-peak', subject: 'Bulk mat', level: 'stop' } as Verdict;
const rule = (level: Objection['level']): Objection => ({ id: 'r', stage: 'plug', level, title: 'Wax on foam', why: '', remedy: '' });

test.each([
  ['nothing', [], [], 'ok', 'every limit kept'],
  ['a note alone', [], [rule('note')], 'ok', 'every limit kept'],
  ['a limit', [hot], [], 'stop', 'Bulk mat gets too hot'],
  ['a limit close', [{ ...hot, level: 'care' as const }], [], 'care', 'Bulk mat close to its heat limit'],
  ['a limit worse than a rule', [hot], [rule('care')], 'stop', 'Bulk mat gets too hot'],
  ['a rule as bad as a limit', [hot], [rule('stop')], 'stop', 'Wax on foam'],
])('%s', (_what, verdicts, objections, level, line) => {
  expect(worstAmong(verdicts, objections)).toEqual({ level, line });
});

const view = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
const cards = [...cardLibrary().sheets.values()];

test('a thread answers with plain data: sound, refused with its reason, the worst', () => {
  const plan = planOf(view);
  expect(check({ plan, cards })).toEqual({ ok: true });
  const backwards = planOf({ ...view, sessions: [view.sessions[1], view.sessions[0], ...view.sessions.slice(2)] });
  expect(check({ plan: backwards, cards })).toMatchObject({ ok: false, refused: { code: 'session-before-predecessor' } });
  expect(judge({ plan: backwards, cards, siblings: [] })).toEqual({ worst: null, moments: [] });
  const { worst, moments } = judge({ plan, cards, siblings: [] });
  expect(worst).toMatchObject({ level: expect.stringMatching(/^(ok|care|stop)$/) as string });
  expect(moments.length).toBeGreaterThan(view.sessions.length);
  expect(moments.map(({ atMin }) => atMin)).toEqual(moments.map(({ atMin }) => atMin).sort((a, b) => a - b));
  expect(moments.at(-1)).toMatchObject({ atMin: view.demoldMin, what: 'Demold' });
});

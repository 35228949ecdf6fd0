import { cardLibrary } from '../plan/built-in-library.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { hoursObjections } from './hours-objections.js';

const cards = cardLibrary();
const staged = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 90 } });
const said = (plan: SectionPlan): string[] => hoursObjections(plan, cards).map(({ id }) => id);
/** The fifth session at an hour of a day; each of its plies takes so long. */
const at = (day: number, hour: number, plyMin = 10): SectionPlan => ({
  ...staged,
  sessions: staged.sessions.map((session, i) => (i === 4 ? { ...session, startMin: ((day - 1) * 24 + hour) * 60, plyMin } : session)),
  demoldMin: ((day + 9) * 24 + 9) * 60,
});

test('work inside hours on working days has nothing against it', () => {
  expect(said(staged)).toEqual([]);
});

test.each<[string, SectionPlan, string[]]>([
  ['at opening', at(3, 7), []],
  ['before opening', at(3, 6.75), ['hours-s5']],
  ['at closing', at(3, 18, 5), []],
  ['after closing', at(3, 18.25), ['hours-s5']],
  ['laid until a little after closing', at(3, 17.5, 15), []],
  ['laid long after closing', at(3, 17.5, 20), ['late-s5']],
  ['on a Saturday', at(6, 10), ['closed-s5']],
  ['on a Saturday that is worked', { ...at(6, 10), hours: { ...staged.hours, weekends: true } }, []],
  [
    'while the one before is still being laid',
    { ...at(2, 9), sessions: at(2, 9).sessions.map((s, i) => (i === 3 ? { ...s, plyMin: 21 } : s)) },
    ['overlap-s5'],
  ],
  ['just after the one before is laid', { ...at(2, 9), sessions: at(2, 9).sessions.map((s, i) => (i === 3 ? { ...s, plyMin: 20 } : s)) }, []],
])('a session %s', (_when, plan, expected) => {
  expect(said(plan).filter((id) => !id.endsWith('demold'))).toEqual(expected);
});

test('demolding on a Sunday, or at night', () => {
  expect(said({ ...staged, demoldMin: (6 * 24 + 10) * 60 })).toEqual(['closed-demold']);
  expect(said({ ...staged, demoldMin: (7 * 24 + 22) * 60 })).toEqual(['hours-demold']);
});

import { cards, school } from '../test-support/practice.js';
import { changeLayer, moveSession } from '../plan/edit-plan.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { checkPlan } from '../plan/check-plan.js';
import { causesOf, tightestKept, type Cause } from './causes.js';
import { evaluatePlan } from './evaluate-plan.js';
import { remediesFor, tryRemedies, type TriedRemedy } from './remedies.js';

const staged = school('staged', 22);
/** Two bulk sessions in one morning, thicker than they should be, on a plug that stands 60 °C. */
const rushed = ((): SectionPlan => {
  const laminate = { plies: 4, glassGsm: 450, resinToGlass: 2.3 };
  const thick = changeLayer(changeLayer({ ...staged, plug: { ...staged.plug, heatLimitC: 60 } }, 'l4', { laminate }), 'l5', { laminate });
  return moveSession(thick, 4, thick.sessions[3].startMin + 45);
})();

function found(plan: SectionPlan): { causes: Cause[]; tried: (cause: Cause) => TriedRemedy[] } {
  const { verdicts, windows } = evaluatePlan(plan, cards);
  return {
    causes: causesOf(plan, verdicts),
    tried: (cause) => tryRemedies(remediesFor(plan, cause, cards, windows), cause, (changed) => evaluatePlan(changed, cards).verdicts),
  };
}

test('one exotherm is one cause, whatever it breaks; a joint is another', () => {
  const { causes } = found(rushed);
  expect(causes.flatMap(({ id, level }) => (level === 'stop' ? [id] : []))).toEqual(['heat:s5', 'joint:s5']);
  expect(causes[0].title).toBe('Heat of Bulk 2');
  expect(causes[0].verdicts.length).toBeGreaterThan(3);
  expect(causes[0].verdicts.every(({ kind }) => kind.endsWith('peak'))).toBe(true);
  expect(
    causesOf(
      staged,
      evaluatePlan(staged, cards).verdicts.filter(({ level }) => level === 'ok'),
    ),
  ).toEqual([]);
});

test('remedies are simulated: the best first, those that do not help left out, each a plan that can be laid', () => {
  const { causes, tried } = found(rushed);
  const heat = tried(causes[0]);
  expect(heat.map(({ id }) => id)).toEqual(expect.arrayContaining(['split', 'later']));
  for (const { plan, gain } of heat) {
    checkPlan(plan);
    expect(gain === null || gain > 0.05).toBe(true);
  }
  const [best] = heat;
  expect(['ok', 'care']).toContain(best.causeAfter);
  const later = heat.find(({ id }) => id === 'later')!;
  const worst = causes[0].verdicts[0];
  const again = evaluatePlan(later.plan, cards).verdicts.find(({ id }) => id === worst.id)!;
  expect(again.margin - worst.margin).toBeCloseTo(later.gain!, 9);
});

test('a split keeps every ply and pushes along what is laid after', () => {
  const { causes, tried } = found(rushed);
  const split = tried(causes[0]).find(({ id }) => id === 'split')!;
  const plies = (plan: SectionPlan): number =>
    plan.sessions.flatMap(({ layers }) => layers).reduce((sum, { laminate }) => sum + (laminate?.plies ?? 0), 0);
  expect(plies(split.plan)).toBe(plies(rushed));
  expect(split.plan.sessions).toHaveLength(rushed.sessions.length + 1);
  expect(split.plan.demoldMin).toBeGreaterThan(rushed.demoldMin);
  expect(split.plan.sessions.at(-2)!.layers[0].surface).toBeUndefined();
  expect(split.plan.sessions.at(-1)!.layers[0].surface).toBe('additive');
});

test('what was laid in two goes can be split again', () => {
  const { causes } = found(rushed);
  const [once] = remediesFor(rushed, causes[0], cards, []).filter(({ id }) => id === 'split');
  const again = remediesFor(once.plan, causes[0], cards, []).find(({ id }) => id === 'split')!;
  checkPlan(again.plan);
  expect(again.plan.sessions.map(({ id }) => id)).toEqual(['s1', 's2', 's3', 's4', 's5', 's5-3', 's5-2']);
});

test('a session too early goes into its window', () => {
  const early = moveSession(staged, 1, staged.sessions[0].startMin + 15);
  const { causes, tried } = found(early);
  const joint = causes.find(({ id }) => id === 'joint:s2')!;
  const [into] = tried(joint).filter(({ id }) => id === 'window');
  expect(into.causeAfter).toBe('ok');
});

test.each<[string, SectionPlan, string, string]>([
  ['a cold shop', school('staged', 12), 'cold:', 'warmer'],
  ['demolded at once', { ...staged, demoldMin: staged.sessions.at(-1)!.startMin + 180 }, 'demold:', 'longer-1'],
  ['catalyst above the range', changeLayer(staged, 'l4', { catalystPct: 3.5 }), 'catalyst:', 'range-Bulk 1'],
])('%s has its cause and something that helps', (_what, plan, causeId, remedyId) => {
  const { causes, tried } = found(plan);
  const cause = causes.find(({ id }) => id === causeId)!;
  expect(tried(cause).map(({ id }) => id)).toContain(remedyId);
});

test('the tightest limit kept is one in kelvin where there is one', () => {
  const { verdicts } = evaluatePlan(staged, cards);
  const least = tightestKept(verdicts)!;
  expect(least.quantity).toBe('temperature');
  expect(verdicts.filter(({ level, quantity }) => level === 'ok' && quantity === 'temperature').every(({ margin }) => margin >= least.margin)).toBe(
    true,
  );
  expect(tightestKept([])).toBeNull();
});

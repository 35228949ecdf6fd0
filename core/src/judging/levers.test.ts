import { cards, school } from '../test-support/practice.js';
import { evaluatePlan } from './evaluate-plan.js';
import { leversFor, MOST_LEVERS, tryLevers, type TriedLever } from './levers.js';
import type { SectionPlan } from '../plan/section-plan.js';

const staged = school('staged', 21);
function tried(plan: SectionPlan, id: string): TriedLever[] {
  const verdict = evaluatePlan(plan, cards).verdicts.find((one) => one.id === id)!;
  return tryLevers(leversFor(plan, verdict, cards), verdict, (changed) => evaluatePlan(changed, cards).verdicts);
}

test('a peak: a ply more heats it, a fan cools it; the three that move it most, the largest first', () => {
  const levers = tried(staged, 'peak-l5');
  expect(levers.length).toBeLessThanOrEqual(MOST_LEVERS);
  const sizes = levers.map(({ change }) => Math.abs(change));
  expect(sizes).toEqual([...sizes].sort((a, b) => b - a));
  expect(levers.find(({ id }) => id === 'ply')!.change).toBeGreaterThan(0);
  expect(levers.every(({ name }) => !name.includes('undefined'))).toBe(true);
});

test('cure at demolding: a day longer or a warmer shop brings it up', () => {
  const cold = school('staged', 15);
  const levers = tried({ ...cold, demoldMin: cold.sessions.at(-1)!.startMin + 600 }, 'demold-l5');
  expect(levers.map(({ id }) => id)).toEqual(expect.arrayContaining(['demold', 'shop']));
  expect(levers.every(({ id, change }) => (id === 'demold' || id === 'shop' ? change > 0 : true))).toBe(true);
});

test('a fixed ratio has no catalyst to turn, a film no plies; nothing laid has no levers', () => {
  const epoxy = school('epoxy');
  const verdict = evaluatePlan(epoxy, cards).verdicts.find(({ id }) => id === 'peak-l1')!;
  expect(leversFor(epoxy, verdict, cards).map(({ id }) => id)).not.toContain('catalyst');
  expect(leversFor({ ...epoxy, sessions: [] }, verdict, cards)).toEqual([]);
  expect(leversFor({ ...epoxy, sessions: epoxy.sessions.slice(0, 1) }, verdict, cards).map(({ id }) => id)).toEqual([
    'shop',
    'later',
    'fan',
    'demold',
  ]);
});

import { evaluatePlan } from '../judging/evaluate-plan.js';
import type { VerdictLevel } from '../judging/verdicts/verdict.js';
import { changeLayer } from '../plan/edit-plan.js';
import type { SectionPlan, PlanLayer } from '../plan/section-plan.js';
import { cards, changed, levelOf, school } from '../test-support/practice.js';

describe('windows', () => {
  const window = (plan: SectionPlan, below: number, library = cards) => {
    const found = evaluatePlan(plan, library).windows.find(({ belowSession }) => belowSession === below);
    if (!found) throw new Error('no window');
    return found;
  };

  test('without a sheet’s statement it opens only when the exotherm has passed', () => {
    const plan = school('staged', 25);
    const told = changed('iso_lam', { overlayAfterMin: null, restartBelowC: null });
    const peakS = evaluatePlan(plan, told).result.layers.filter(({ plug }) => !plug)[3].peakS;
    const { opensS } = window(plan, 3, told);
    expect(opensS ?? 0).toBeGreaterThan(peakS);
    const early = { ...plan, sessions: plan.sessions.map((s, i) => (i === 4 ? { ...s, startMin: Math.round(peakS / 60) } : s)) };
    expect(levelOf(early, 'window-s5', told)).toBe('stop');
  });

  test('the restart temperature, or the shop + 3 K where that is more: a hot shop’s window opens', () => {
    const hot = school('staged', 33);
    expect(window(hot, 3).opensS).not.toBeNull();
    const cool = window(school('staged', 20), 3);
    const restart = changed('iso_lam', { restartBelowC: 45 });
    expect(window(school('staged', 20), 3, restart).opensS ?? Infinity).toBeLessThanOrEqual(cool.opensS ?? 0);
  });

  test.each<[PlanLayer['surface'], PlanLayer['start'], string, VerdictLevel]>([
    ['none', 'tack', 'epoxy_slow', 'stop'],
    ['none', 'washed', 'epoxy_slow', 'stop'],
    ['none', 'abraded', 'epoxy_slow', 'ok'],
    ['peel ply', 'peel ply', 'epoxy_slow', 'ok'],
    ['none', 'peel ply', 'epoxy_slow', 'stop'],
    ['flock', 'flock', 'epoxy_slow', 'ok'],
    ['none', 'flock', 'epoxy_slow', 'stop'],
    ['peel ply', 'peel ply', 'iso_lam', 'care'],
    ['flock', 'flock', 'iso_lam', 'ok'],
  ])('three days late, closed with %s and prepared by %s on %s: %s', (surface, start, cardId, level) => {
    const epoxy = cardId === 'epoxy_slow';
    const plan = school(epoxy ? 'epoxy' : 'staged');
    const [below, above] = epoxy ? ['l3', 'l4'] : ['l4', 'l5'];
    const index = epoxy ? 3 : 4;
    const late = {
      ...plan,
      sessions: plan.sessions.map((s, i) => (i === index ? { ...s, startMin: plan.sessions[index - 1].startMin + 72 * 60 } : s)),
      demoldMin: plan.demoldMin + 72 * 60,
    };
    expect(levelOf(changeLayer(changeLayer(late, below, { surface }), above, { start }), `window-${plan.sessions[index].id}`)).toBe(level);
  });
});

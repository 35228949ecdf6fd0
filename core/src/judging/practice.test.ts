import { cardLibrary } from '../plan/built-in-library.js';
import { DEFAULT_INTAKE } from '../plan/parts/plug-intake.js';
import { changeLayer } from '../plan/edit-plan.js';
import type { SectionPlan, PlanLayer } from '../plan/section-plan.js';
import { afterLast, changed, levelOf, school, verdicts } from '../test-support/practice.js';
import { evaluatePlan } from './evaluate-plan.js';

/* One test for each limit that once disagreed with practice, just below it, just above it, and silent; others lie in windows, stack and design. */

const DEMOLD = /^demold/;

describe('demolding', () => {
  test.each(['epoxy', 'small-putty', 'staged', 'low-profile', 'paste-core', 'infused', 'pu-dough'])('%s cured at 20 °C becomes ok', (id) => {
    const found = verdicts(school(id)).filter((v) => DEMOLD.test(v.id));
    expect(found.filter(({ level }) => level !== 'ok')).toEqual([]);
    expect(found.map((v) => v.id)).toEqual(expect.arrayContaining(['demold-hours', 'demold-warm']));
  });

  test('a cool shop waits longer for the same cure, and gets there', () => {
    const limit = (meanC: number): number => verdicts(afterLast(school('epoxy', meanC), 72)).find((v) => v.id === 'demold-hours')?.limit ?? NaN;
    expect(limit(17)).toBeGreaterThan(limit(20) + 2);
    expect(levelOf(afterLast(school('epoxy', 17), 96), 'demold-hours')).toBe('ok');
  });

  test('the sheet’s hours: just before and just after, at its own temperature', () => {
    const at21 = school('epoxy', 21);
    expect(levelOf(afterLast(at21, 30), 'demold-hours')).toBe('stop');
    expect(levelOf(afterLast(at21, 40), 'demold-hours')).toBe('ok');
    expect(levelOf(afterLast(at21, 30), 'demold-hours', changed('epoxy_slow', { demoldAfterH: null }))).not.toBe('stop');
  });

  test('never under half of the hours, however hot it cured', () => {
    const hot = changed('tooling_lp_1go', { demoldAfterH: 40, demoldAtC: 21 });
    const plan = school('low-profile', 24);
    const limitH = verdicts(afterLast(plan, 30), hot).find((v) => v.id === 'demold-hours')?.limit ?? NaN;
    expect(limitH).toBeGreaterThanOrEqual(plan.sessions[2].startMin / 60 + 20);
  });

  test('within 5 K of the shop’s air; Tg only where the mold goes warm', () => {
    const soon = afterLast(school('low-profile', 22), 2);
    const warm = verdicts(soon).find((v) => v.id === 'demold-warm');
    expect(warm?.level).toBe('stop');
    expect(warm?.limit).toBeCloseTo(27, 6);
    expect(levelOf(afterLast(school('low-profile', 22), 24), 'demold-warm')).toBe('ok');
    expect(levelOf(soon, 'demold-tg')).toBeUndefined();
    expect(levelOf({ ...soon, intake: { ...DEFAULT_INTAKE, use: 'heated', heatedToC: 60 } }, 'demold-tg')).not.toBeUndefined();
  });

  test('a card’s cure that the shop cannot reach is not asked for', () => {
    const strict = changed('epoxy_slow', { demoldCure: 0.99 });
    const found = verdicts(afterLast(school('epoxy'), 200), strict).find((v) => v.id === 'demold-l4');
    expect(found?.limit).toBeLessThan(0.9);
    expect(found?.level).toBe('ok');
  });
});

describe('low profile', () => {
  const mats = (plies: number, meanC: number): SectionPlan => {
    const plan = school('low-profile', meanC);
    const [layer] = plan.sessions[2].layers;
    return changeLayer(plan, 'l3', { laminate: { ...(layer.laminate as NonNullable<PlanLayer['laminate']>), plies } });
  };

  test('the usual three to five mats in a warm shop are not red; one is', () => {
    for (const plies of [4, 5]) expect(levelOf(mats(plies, 22), 'activation-l3')).not.toBe('stop');
    expect(levelOf(mats(1, 22), 'activation-l3')).toBe('stop');
  });
});

describe('post-cure', () => {
  const cured = (afterH: number, holdC: number, demoldAfterH: number): SectionPlan => {
    const plan = school('staged');
    const startMin = plan.sessions[4].startMin + afterH * 60;
    return { ...plan, postCure: { startMin, rampKPerH: 5, holdC, holdMin: 12 * 60 }, demoldMin: startMin + demoldAfterH * 60 };
  };

  test('the physics decides, not the clock', () => {
    expect(levelOf(cured(12, 40, 30), 'post-cure-tg')).not.toBe('stop');
    expect(verdicts(cured(12, 40, 30)).some(({ id }) => id === 'post-cure-start')).toBe(false);
    expect(levelOf(cured(2, 90, 48), 'post-cure-tg')).toBe('stop');
  });

  test('demolded in the oven makes no sense and is refused with the reason', () => {
    expect(() => evaluatePlan(cured(12, 40, 19.9), cardLibrary())).toThrow(/not before the post-cure has cooled down/);
    expect(levelOf(cured(12, 40, 20.1), 'demold-warm')).not.toBeUndefined();
  });
});

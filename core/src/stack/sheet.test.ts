import { changeLayer } from '../plan/edit-plan.js';
import type { SectionPlan, PlanLayer } from '../plan/section-plan.js';
import { cards, changed, school } from '../test-support/practice.js';
import { cardOf } from '../plan/card-library.js';
import { evaluatePlan } from '../judging/evaluate-plan.js';
import { laminatingHours } from '../steps/labor.js';
import { stepsOf, workedOut } from '../steps/steps-of.js';
import { lateJoint, preparationOf, preparations } from './preparation.js';
import { leastBetweenMin } from './sheet-objections.js';
import { stackObjections } from './stack-objections.js';

describe('rules of the sheet, beside the simulation', () => {
  const withPlies = (id: string, layerId: string, laminate: Partial<NonNullable<PlanLayer['laminate']>>): SectionPlan => {
    const plan = school(id);
    const layer = plan.sessions.flatMap(({ layers }) => layers).find((one) => one.id === layerId);
    return changeLayer(plan, layerId, { laminate: { plies: 1, glassGsm: 450, resinToGlass: 2.5, ...layer?.laminate, ...laminate } });
  };
  const found = (plan: SectionPlan, id: string, library = cards): string | undefined =>
    stackObjections(plan, library).find((one) => one.id === id)?.level;

  test.each([
    ['low-profile', 'l3', 2, 'few-plies-s3', 'stop'],
    ['low-profile', 'l3', 3, 'few-plies-s3', undefined],
    ['low-profile', 'l3', 7, 'many-plies-s3', 'care'],
    ['low-profile', 'l3', 6, 'many-plies-s3', undefined],
    ['low-profile', 'l3', 8, 'many-plies-s3', 'stop'],
    ['epoxy', 'l4', 10, 'many-plies-s4', undefined],
    ['epoxy', 'l4', 11, 'many-plies-s4', 'care'],
    ['epoxy', 'l4', 13, 'many-plies-s4', 'stop'],
  ])('%s, %s with %p plies: %s is %s', (id, layerId, plies, rule, level) => {
    expect(found(withPlies(id, layerId, { plies }), rule)).toBe(level);
  });

  test('least resin to glass', () => {
    expect(found(withPlies('low-profile', 'l3', { resinToGlass: 2.29 }), 'lean-l3')).toBe('care');
    expect(found(withPlies('low-profile', 'l3', { resinToGlass: 1.6 }), 'lean-l3')).toBe('stop');
    expect(found(withPlies('low-profile', 'l3', { resinToGlass: 2.3 }), 'lean-l3')).toBeUndefined();
    expect(found(withPlies('staged', 'l4', { resinToGlass: 1.6 }), 'lean-l4')).toBeUndefined();
  });

  test('so soon after a session that it is more than stretched: a minute less is a stop', () => {
    const plan = school('staged');
    const library = changed('ve_skin', { betweenSessionsH: 8 });
    const index = plan.sessions.findIndex(({ layers }) => layers.at(-1)?.cardId === 've_skin');
    const least = leastBetweenMin(plan.sessions[index], library);
    expect(least).toBe(360);
    expect(leastBetweenMin(plan.sessions[0], library)).toBe(0);
    const after = (gapMin: number): string | undefined => {
      const { startMin } = plan.sessions[index];
      const sessions = plan.sessions.map((one, i) => (i === index + 1 ? { ...one, startMin: startMin + gapMin } : one));
      return found({ ...plan, sessions }, `soon-${plan.sessions[index + 1].id}`, library);
    };
    expect(after(least)).toBe('care');
    expect(after(least - 1)).toBe('stop');
  });

  test('thickness at once, and hours between sessions', () => {
    const thin = changed('iso_lam', { mostThicknessMm: 3 });
    expect(found(school('staged'), 'thick-session-s4')).toBeUndefined();
    expect(found(school('staged'), 'thick-session-s4', thin)).toBe('care');
    expect(found(school('staged'), 'soon-s4')).toBeUndefined();
    const gapH = (school('staged').sessions[3].startMin - school('staged').sessions[2].startMin) / 60;
    expect(found(school('staged'), 'soon-s4', changed('ve_skin', { betweenSessionsH: gapH }))).toBeUndefined();
    expect(found(school('staged'), 'soon-s4', changed('ve_skin', { betweenSessionsH: gapH + 0.5 }))).toBe('care');
    expect(found(school('staged'), 'soon-s4', changed('ve_skin', { betweenSessionsH: gapH * 2 }))).toBe('stop');
  });
});

describe('films by card, with the harm that is done', () => {
  const film = (id: string, layerId: string, wetFilmUm: number) => {
    const plan = changeLayer(school(id), layerId, { wetFilmUm });
    return stackObjections(plan, cards).filter((one) => /^(thin|thick|film)/.test(one.id));
  };

  test('1.6 mm of surface coat in two is as it should be', () => {
    const plan = changeLayer(changeLayer(school('epoxy'), 'l1', { wetFilmUm: 800 }), 'l2', { wetFilmUm: 800 });
    expect(stackObjections(plan, cards).filter((one) => /^(thin|thick|film)/.test(one.id))).toEqual([]);
  });

  test.each([
    [300, 'stop', /wrinkles/],
    [490, 'care', /wrinkles/],
    [500, null, /./],
    [1000, null, /./],
    [1010, 'care', /cracks/],
    [1500, 'stop', /cracks/],
  ])('%p µm of gel coat: %s', (um, level, harm) => {
    const [first, ...more] = film('low-profile', 'l1', um);
    expect(more).toEqual([]);
    if (level === null) expect(first).toBeUndefined();
    else {
      expect(first.level).toBe(level);
      expect(first.why).toMatch(harm);
    }
  });
});

describe('preparation of a joint', () => {
  const below = school('staged').sessions[3].layers[0];
  const iso = cardOf(cards, 'iso_lam');
  const epoxy = cardOf(cards, 'epoxy_slow');

  test.each<[PlanLayer['start'], PlanLayer['surface'], typeof iso, string, RegExp]>([
    [undefined, 'none', iso, 'stop', /abrade to dull/],
    ['tack', 'none', iso, 'stop', /start earlier/],
    ['washed', 'none', epoxy, 'stop', /gives no key/],
    ['abraded', 'additive', iso, 'ok', /dull all over/],
    ['peel ply', 'none', epoxy, 'stop', /No peel ply/],
    ['peel ply', 'peel ply', epoxy, 'ok', /torn off/],
    ['peel ply', 'peel ply', iso, 'care', /abrade it lightly/],
    ['flock', 'none', iso, 'stop', /No flock/],
    ['flock', 'flock', iso, 'ok', /fibers/],
  ])('%s onto a layer closed with %s: %s', (start, surface, card, level, words) => {
    const late = lateJoint(start, { ...below, surface }, card);
    expect(late.level).toBe(level);
    expect(late.words).toMatch(words);
  });

  test('its minutes count as hands on the work', () => {
    expect(preparations.map(({ start, minutesPerM2 }) => [start, minutesPerM2])).toEqual([
      ['washed', 4],
      ['abraded', 15],
      ['peel ply', 2],
      ['flock', 1],
    ]);
    expect(preparationOf(undefined)).toBeNull();
    expect(preparationOf({ ...below, start: 'tack' })).toBeNull();
    const plain = school('staged');
    const keyed = changeLayer(plain, 'l5', { start: 'abraded' });
    const hands = (plan: typeof keyed): number => laminatingHours(stepsOf(plan, cards, workedOut(plan, cards, evaluatePlan(plan, cards))));
    // Instead of five minutes of trying its tack.
    expect(hands(keyed) - hands(plain)).toBeCloseTo((15 - 5) / 60, 9);
  });
});

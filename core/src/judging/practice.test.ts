import { cardLibrary } from '../plan/built-in-library.js';
import { libraryOf, type CardLibrary } from '../plan/card-library.js';
import { changeLayer } from '../plan/edit-plan.js';
import { DEFAULT_INTAKE } from '../plan/parts/plug-intake.js';
import { DEFAULT_DESIGN } from '../plan/parts/mold-design.js';
import type { PlanDocument, PlanLayer } from '../plan/plan-document.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { builtInMaterials } from '../materials/built-in-materials.js';
import type { CardScalar, MaterialCard } from '../materials/material-card.js';
import { earliestBacking } from '../design/backing.js';
import { stackObjections } from '../stack/stack-objections.js';
import { evaluatePlan } from './evaluate-plan.js';
import type { Verdict, VerdictLevel } from './verdicts/verdict.js';

/* One test for each limit that once disagreed with practice, just below it, just above it, and silent. */

const cards = cardLibrary();
const school = (id: string, meanC = 20): PlanDocument => {
  const plan = planFromTemplate(id, { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 90 } });
  return { ...plan, climate: { ...plan.climate, meanC, swingC: 0 } };
};
const verdicts = (plan: PlanDocument, library = cards): readonly Verdict[] => evaluatePlan(plan, library).verdicts;
const levelOf = (plan: PlanDocument, id: string, library = cards): VerdictLevel | undefined =>
  verdicts(plan, library).find((v) => v.id === id)?.level;
/** Built-in cards with some lines of one changed. */
const changed = (id: string, values: Readonly<Record<string, CardScalar>>): CardLibrary => {
  const entries = Object.entries(values).map(([key, value]) => [key, { value, origin: 'data sheet', note: '', date: null }] as const);
  const all = builtInMaterials.map((card): MaterialCard =>
    card.id === id ? { ...card, values: { ...card.values, ...Object.fromEntries(entries) } } : card,
  );
  return libraryOf(all);
};
const afterLast = (plan: PlanDocument, hours: number): PlanDocument => ({ ...plan, demoldMin: (plan.sessions.at(-1)?.startMin ?? 0) + hours * 60 });
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

describe('frame', () => {
  const settles = (meanC: number, library = cards): { hours: number; before: boolean; waits: string } => {
    const plan = { ...school('staged', meanC), demoldMin: school('staged').demoldMin + 4 * 1440 };
    const time = earliestBacking(plan, evaluatePlan(plan, library).result, library);
    return {
      hours: (time?.earliestS ?? NaN) / 3600 - plan.sessions[4].startMin / 60,
      before: time?.beforeDemolding ?? false,
      waits: time?.waitsFor ?? '',
    };
  };

  test('at 20 °C it settles in days and says when; the colder the later', () => {
    const at20 = settles(20);
    expect(at20.hours).toBeGreaterThanOrEqual(24);
    expect(at20.hours).toBeLessThan(96);
    expect(settles(16).hours).toBeGreaterThan(at20.hours);
    expect(settles(26).hours).toBeLessThanOrEqual(at20.hours);
  });

  test('the sheet’s hours count even where it settles sooner', () => {
    const slow = settles(26, changed('iso_lam', { backingAfterH: 72 }));
    expect(slow.hours).toBeCloseTo(72, 6);
    expect(slow.waits).toBe('hours');
  });

  test('a shell that settles after demolding says so', () => {
    const plan = afterLast(school('epoxy', 16), 50);
    const time = earliestBacking(plan, evaluatePlan(plan, cards).result, cards);
    expect(time?.beforeDemolding).toBe(false);
    expect((time?.earliestS ?? 0) / 60).toBeGreaterThan(plan.demoldMin);
  });

  test('no frame, no time', () => {
    expect(DEFAULT_DESIGN.backing.kind).toBe('none');
  });
});

describe('low profile', () => {
  const mats = (plies: number, meanC: number): PlanDocument => {
    const plan = school('low-profile', meanC);
    const [layer] = plan.sessions[2].layers;
    return changeLayer(plan, 'l3', { laminate: { ...(layer.laminate as NonNullable<PlanLayer['laminate']>), plies } });
  };

  test('the usual three to five mats in a warm shop are not red; one is', () => {
    for (const plies of [4, 5]) expect(levelOf(mats(plies, 22), 'activation-l3')).not.toBe('stop');
    expect(levelOf(mats(1, 22), 'activation-l3')).toBe('stop');
  });
});

describe('rules of the sheet, beside the simulation', () => {
  const withPlies = (id: string, layerId: string, laminate: Partial<NonNullable<PlanLayer['laminate']>>): PlanDocument => {
    const plan = school(id);
    const layer = plan.sessions.flatMap(({ layers }) => layers).find((one) => one.id === layerId);
    return changeLayer(plan, layerId, { laminate: { plies: 1, glassGsm: 450, resinToGlass: 2.5, ...layer?.laminate, ...laminate } });
  };
  const found = (plan: PlanDocument, id: string, library = cards): string | undefined =>
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

describe('windows', () => {
  const window = (plan: PlanDocument, below: number, library = cards) => {
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

describe('post-cure', () => {
  const cured = (afterH: number, holdC: number, demoldAfterH: number): PlanDocument => {
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
    expect(() => evaluatePlan(cured(12, 40, 19.9), cards)).toThrow(/not before the post-cure has cooled down/);
    expect(levelOf(cured(12, 40, 20.1), 'demold-warm')).not.toBeUndefined();
  });
});

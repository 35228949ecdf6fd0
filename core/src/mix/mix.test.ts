import fc from 'fast-check';
import { simulateCup } from '../growth/cup-test.js';
import { KELVIN } from '../units/kelvin.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { cardOf } from '../plan/card-library.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { catalystFor, COMFORT_C } from './catalyst-level.js';
import { doseOf } from './hardener-dose.js';
import { checkPart } from '../plan/fields/check-part.js';
import { DEFAULT_MIX, mixFields } from '../plan/parts/mix-plan.js';
import type { PlanLayer } from '../plan/section-plan.js';
import { evaluatePlan } from '../judging/evaluate-plan.js';
import { changeLayer } from '../plan/edit-plan.js';
import { stepsOf, workedOut } from '../steps/steps-of.js';
import { withValues } from '../materials/material-card.js';
import { mixObjections, mixSheet, potLookup, smokes, type MixRow } from './mix-sheet.js';
import { STATED_AT_C, viscosityAt } from '../materials/viscosity.js';

const cards = cardLibrary();
const plan = planFromTemplate('staged', { startDate: '2026-12-07', areaM2: 2, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 90 } });
const epoxyPlan = planFromTemplate('epoxy', { startDate: '2026-12-07', areaM2: 1, plug: plan.plug });
const gel = cardOf(cards, 'gelcoat_iso');
const look = potLookup();

describe('catalyst for the shop’s temperature', () => {
  test('usual level in comfort, more when cold, less when warm, never outside the card', () => {
    expect(catalystFor(gel, COMFORT_C)).toMatchObject({ pct: 2, beyond: null });
    expect(catalystFor(gel, 8)).toMatchObject({ pct: 2.5, beyond: 'cold' });
    expect(catalystFor(gel, 40)).toMatchObject({ pct: 1, beyond: 'warm' });
    expect(catalystFor(cardOf(cards, 'epoxy_slow'), 10)).toBeNull();
    fc.assert(
      fc.property(fc.double({ min: 5, max: 40, noNaN: true }), fc.double({ min: 5, max: 40, noNaN: true }), (a, b) => {
        const [cold, warm] = [Math.min(a, b), Math.max(a, b)];
        expect(catalystFor(gel, cold)?.pct ?? 0).toBeGreaterThanOrEqual(catalystFor(gel, warm)?.pct ?? 9);
      }),
    );
  });

  test('it keeps the working time: a thin pot gels after about as long at 19 and 24 °C with what it says', () => {
    const gelMin = (tempC: number): number => {
      const tempK = tempC + KELVIN;
      const catalystPct = catalystFor(gel, tempC)?.pct ?? null;
      return (simulateCup({ card: gel.kinetics, massKg: 0.02, startK: tempK, airK: tempK, catalystPct }).gelS ?? NaN) / 60;
    };
    // Within the rates' own difference in activation energy: the induction decides most of it.
    expect(gelMin(19) / gelMin(24)).toBeGreaterThan(0.85);
    expect(gelMin(19) / gelMin(24)).toBeLessThan(1.2);
  });
});

describe('what is stirred in, viscosity, vacuum, passes', () => {
  const [{ id }] = plan.sessions[3].layers;
  const rowOf = (changed: typeof plan, layerId: string): MixRow =>
    mixSheet(changed, cards, look).find(({ layers }) => layers.some((one) => one.id === layerId))!;

  test('filler goes by the resin, hardener by the resin alone', () => {
    const dose = doseOf(gel, 1000 + 400 + 20, 2, { addedParts: 40 });
    expect(dose.resinG).toBeCloseTo(1000, 9);
    expect(dose.hardenerG).toBeCloseTo(20, 9);
    const fixed = doseOf(cardOf(cards, 'epoxy_slow'), 1000, null, { addedParts: 25 });
    expect(fixed.hardenerG / fixed.resinG).toBeCloseTo(
      doseOf(cardOf(cards, 'epoxy_slow'), 1000, null).hardenerG / doseOf(cardOf(cards, 'epoxy_slow'), 1000, null).resinG,
      9,
    );
    const row = rowOf(changeLayer(plan, id, { additions: [{ cardId: 'filler_silica', partsPer100: 2 }] }), id);
    expect(row.added).toEqual([expect.objectContaining({ name: 'Fumed silica', dusty: true, grams: row.dose.resinG * 0.02 })]);
  });

  test('up to the usual share of the paste is usual, more is care', () => {
    const objects = (partsPer100: number): string[] =>
      mixObjections(mixSheet(changeLayer(plan, id, { additions: [{ cardId: 'filler_silica', partsPer100 }] }), cards, look)).flatMap(({ id: own }) =>
        own.startsWith('filled-') ? [own] : [],
      );
    // 3 % of the paste: 3.09 parts in 100.
    expect(objects(3)).toEqual([]);
    expect(objects(3.2)).toEqual([`filled-${id}-Fumed silica`]);
  });

  test('viscosity at the temperature of the sheet is the sheet’s; it falls with warmth, by more for an epoxy', () => {
    const epoxy = cardOf(cards, 'epoxy_slow');
    expect(viscosityAt(gel, gel, STATED_AT_C).factor).toBeCloseTo(1, 12);
    const ratio = (card: typeof gel): number => viscosityAt(card, card, 13).factor;
    expect(ratio(gel)).toBeGreaterThan(1.4);
    expect(ratio(gel)).toBeLessThan(1.9);
    expect(ratio(epoxy)).toBeGreaterThan(ratio(gel));
    const stated = { ...gel, sheet: withValues(gel.sheet, { viscosityPaS: 0.4 }, { origin: 'data sheet', note: '', date: null }) };
    expect(viscosityAt(stated, stated, 13).paS).toBeCloseTo(0.4 * ratio(gel), 12);
  });

  test('more than twice as thick as on its sheet is care, a little less is not', () => {
    const thick = (meanC: number): boolean =>
      mixObjections(mixSheet({ ...epoxyPlan, climate: { ...epoxyPlan.climate, meanC, swingC: 0 } }, cards, look)).some(({ id: own }) =>
        own.startsWith('thick-'),
      );
    expect(thick(15.2)).toBe(false);
    expect(thick(14)).toBe(true);
  });

  test('an infusion’s pot stands under vacuum first, no other does', () => {
    const infused = planFromTemplate('infused', { startDate: '2026-12-07', areaM2: 2, plug: plan.plug });
    const rows = mixSheet(infused, cards, look);
    expect(rows.filter(({ card }) => card.family === 'infusion').map(({ degasMin }) => degasMin)).toEqual([10]);
    expect(rows.filter(({ card }) => card.family !== 'infusion').every(({ degasMin }) => degasMin === 0)).toBe(true);
  });

  test('a sprayed coat says its passes; one pot over all of them waits for two flashes, a pot for each does not', () => {
    const gelId = plan.sessions[0].layers[0].id;
    const sprayed = (containersG: number[], flashMin?: number): MixRow =>
      rowOf(
        {
          ...changeLayer(plan, gelId, {
            wetFilmUm: 600,
            application: { method: 'cup gun', passes: 3, color: '', ...(flashMin === undefined ? {} : { flashMin }) },
          }),
          mix: { ...DEFAULT_MIX, containersG },
        },
        gelId,
      );
    const one = sprayed([30000]);
    expect(one.spray).toEqual({ passes: 3, filmUm: 200, flashMin: 4 });
    expect(one.pots).toBe(1);
    expect(one.useMin).toBeCloseTo(one.sprayMin! + 8, 9);
    expect(sprayed([30000], 7).useMin).toBeCloseTo(one.sprayMin! + 14, 9);
    const three = sprayed([Math.ceil(one.needG / 3 / DEFAULT_MIX.fillShare) + 1]);
    expect(three.pots).toBe(3);
    expect(three.useMin).toBeCloseTo(three.sprayMin!, 9);
  });
});

describe('dose', () => {
  test('percent is of the resin; milliliters follow from the density; the shortcut of ml per 100 g overdoses by it', () => {
    const dose = doseOf(gel, 1020, 2);
    expect(dose.resinG).toBeCloseTo(1000, 9);
    expect(dose.hardenerG).toBeCloseTo(20, 9);
    expect(dose.hardenerMl).toBeCloseTo(20 / 1.15, 9);
    expect(dose.shortcutError).toBeCloseTo(0.15, 9);
  });

  test('a fixed ratio stays fixed, and the weight ratio poured by volume is wrong by the densities', () => {
    const epoxy = cardOf(cards, 'epoxy_slow');
    const dose = doseOf(epoxy, 1300, null);
    expect(dose).toMatchObject({ fixed: true });
    expect(dose.hardenerG).toBeCloseTo(300, 9);
    // 30 g per 100 g by weight, 36 ml per 100 ml: the hardener is 30/36 as dense as the resin.
    expect(dose.shortcutError).toBeCloseTo(30 / 36 - 1, 9);
    expect(dose.hardenerMl).toBeCloseTo(300 / ((30 / 36) * epoxy.kinetics.rho_r * 1e-3), 6);
  });

  test('resin and hardener add up to the pot', () => {
    fc.assert(
      fc.property(fc.double({ min: 10, max: 20000, noNaN: true }), fc.double({ min: 0.5, max: 3, noNaN: true }), (g, pct) => {
        const { resinG, hardenerG } = doseOf(gel, g, pct);
        expect(resinG + hardenerG).toBeCloseTo(g, 6);
      }),
    );
  });
});

describe('pots', () => {
  test('hold what is needed, fit their container, and are empty before they gel', () => {
    for (const row of mixSheet(plan, cards, look)) {
      expect(row.pots * row.potG).toBeCloseTo(row.needG, 6);
      expect(row.potG).toBeLessThanOrEqual(row.containerG * DEFAULT_MIX.fillShare + 1e-6);
      expect(row.tooFast).toBe(false);
      expect(row.useMin).toBeLessThanOrEqual((row.pot.lifeMin ?? Infinity) * DEFAULT_MIX.potShare + 1e-9);
    }
  });

  test('more hands take larger pots; one pair on a fast resin is told so', () => {
    const pots = (people: number): number =>
      mixSheet({ ...plan, mix: { ...DEFAULT_MIX, people } }, cards, look).reduce((sum, row) => sum + row.pots, 0);
    expect(pots(6)).toBeLessThanOrEqual(pots(2));
    const fast = planFromTemplate('pu-dough', { startDate: '2026-12-07', areaM2: 6, plug: plan.plug });
    const rows = mixSheet({ ...fast, mix: { ...DEFAULT_MIX, people: 1, containersG: [5000] } }, cards, look);
    expect(mixObjections(rows).map(({ level, stage }) => `${stage} ${level}`)).toContain('mix stop');
  });

  test('two layers of one resin in a session share their pots; another resin, catalyst or way has its own', () => {
    const barrier = planFromTemplate('barrier', { startDate: '2026-12-07', areaM2: 2, plug: plan.plug });
    const skin = (of: typeof barrier) => mixSheet(of, cards, look).filter(({ session }) => session.id === 's3');
    const [row, ...none] = skin(barrier);
    expect(none).toEqual([]);
    expect(row).toMatchObject({ name: 'Veil and Skin mat', layer: { id: 'l3' } });
    const apart = skin(changeLayer(barrier, 'l4', { catalystPct: 1.6 }));
    expect(apart.map(({ name }) => name)).toEqual(['Veil', 'Skin mat']);
    expect(apart.reduce((sum, { needG }) => sum + needG, 0)).toBeCloseTo(row.needG, 6);
    const spell = mixSheet(planFromTemplate('wet-spell', { startDate: '2026-12-07', areaM2: 1, plug: plan.plug }), cards, look);
    expect(spell.filter(({ session }) => session.id === 's3').map(({ name }) => name)).toEqual(['Inner cloth', 'Paste', 'Outer cloth']);
    const steps = stepsOf(barrier, cards, workedOut(barrier, cards, evaluatePlan(barrier, cards), look)).filter(
      ({ sessionId, kind }) => sessionId === 's3' && kind === 'mix',
    );
    expect(steps.map(({ id }) => id)).toEqual(['session:s3:mix:l3']);
  });

  test.each([
    [0.1, []],
    [5, ['coarse-l1']],
  ])('a scale that shows %p g against a few grams of hardener', (scaleG, ids) => {
    const small = { ...plan, areaM2: 0.2, mix: { ...DEFAULT_MIX, scaleG } };
    const found = mixObjections(mixSheet(small, cards, look)).filter(({ id }) => id === 'coarse-l1');
    expect(found.map(({ id }) => id)).toEqual(ids);
  });

  test('spraying is timed by the gun', () => {
    const sprayed = {
      ...plan,
      sessions: plan.sessions.map((s, i) =>
        i === 0 ? { ...s, layers: s.layers.map((l) => ({ ...l, application: { method: 'cup gun' as const, passes: 3, color: '' } })) } : s,
      ),
    };
    const [row] = mixSheet(sprayed, cards, look);
    expect(row.sprayMin).toBeCloseTo(row.potG / 1000 / DEFAULT_MIX.gunKgPerMin, 9);
    expect(row.passes).toBe(3);
  });

  test('refuses no containers and a container in kilograms', () => {
    expect(() => {
      checkPart(mixFields, { ...DEFAULT_MIX, containersG: [] });
    }).toThrow(/containers: got 0, expected 1 to 8 of them/);
    expect(() => {
      checkPart(mixFields, { ...DEFAULT_MIX, containersG: [2.5] });
    }).toThrow(/container 1: got 2.5/);
  });
});

describe('hardeners by name', () => {
  const layerOf = (change: Partial<PlanLayer>): MixRow => mixSheet(changeLayer(plan, 'l1', change), cards, look)[0];

  test('the one named for the layer, else the usual one of its resin', () => {
    expect(layerOf({}).hardener).toBe('MEK peroxide, standard');
    expect(layerOf({ hardenerId: 'cumene' }).hardener).toBe('Cumene peroxide, low gassing');
    expect(layerOf({ hardenerId: 'lost' }).hardener).toBe('MEK peroxide, standard');
    const epoxy = planFromTemplate('epoxy', { startDate: '2026-12-07', areaM2: 1, plug: plan.plug });
    expect(mixSheet(epoxy, cards, look).map(({ hardener }) => hardener)).toContain('Epoxy hardener, slow');
    const infused = planFromTemplate('infused', { startDate: '2026-12-07', areaM2: 1, plug: plan.plug });
    expect(mixSheet(infused, cards, look).at(-1)?.hardener).toBe('Cumene peroxide, low gassing');
  });

  test('its density gives the milliliters', () => {
    const [standard, cumene] = [layerOf({}), layerOf({ hardenerId: 'cumene' })];
    expect(standard.dose.hardenerG / standard.dose.hardenerMl).toBeCloseTo(1.15, 9);
    expect(cumene.dose.hardenerG / cumene.dose.hardenerMl).toBeCloseTo(1.06, 9);
  });

  test('a filled paste by volume goes by the density of the paste', () => {
    const paste = cardOf(cards, 'epoxy_paste');
    const { resinG, hardenerG, hardenerMl, shortcutError } = doseOf(paste, 1300, null);
    const pasteKgM3 = 1 / (0.45 / 2420 + 0.55 / paste.kinetics.rho_r);
    expect(hardenerMl / (resinG / (pasteKgM3 / 1000))).toBeCloseTo(0.36, 6);
    expect(shortcutError).toBeCloseTo(30 / 36 - 1, 9);
    expect(hardenerG).toBeCloseTo(300, 9);
  });
});

test('a level is rounded to what the scale can weigh, inside the range', () => {
  expect(catalystFor(gel, 21, 0.2)?.pct).toBe(2);
  expect(catalystFor(gel, 20, 0.2)?.pct).toBe(2.2);
  expect(catalystFor(gel, 8, 0.4)?.pct).toBe(2.4);
  expect(catalystFor(gel, 40, 0.3)?.pct).toBe(1.2);
  // A scale too coarse for the range: nothing better than the level itself.
  expect(catalystFor(gel, 21, 9)?.pct).toBe(2);
});

test('low profile at 20 °C stays inside its range and asks for nothing', () => {
  const low = cardOf(cards, 'tooling_lp_1go');
  const { minPct, maxPct } = low.limits.catalyst ?? { minPct: NaN, maxPct: NaN };
  for (const tempC of [8, 14, 20, 28]) {
    const advice = catalystFor(low, tempC);
    expect(advice?.pct).toBeGreaterThanOrEqual(minPct);
    expect(advice?.pct).toBeLessThanOrEqual(maxPct);
  }
  expect(catalystFor(low, 20)?.beyond).toBeNull();
  expect(catalystFor(cardOf(cards, 'tooling_lp'), 20)?.beyond).toBeNull();
  const cold = planFromTemplate('low-profile', { startDate: '2026-12-07', areaM2: 1, plug: plan.plug });
  const [objection] = mixObjections(mixSheet({ ...cold, climate: { ...cold.climate, meanC: 8 } }, cards, look)).filter(({ id }) => id === 'level-l3');
  expect(objection.level).toBe('care');
  expect(objection.remedy).toMatch(/Warm the shop/);
});

test('a pot smokes where it really can', () => {
  const row = (peakC: number, cardId: string) => ({ card: cardOf(cards, cardId), pot: { lifeMin: 10, peakC } });
  expect([144, 145].map((peakC) => smokes(row(peakC, 'iso_lam')))).toEqual([false, true]);
  expect([159, 160].map((peakC) => smokes(row(peakC, 'epoxy_slow')))).toEqual([false, true]);
});

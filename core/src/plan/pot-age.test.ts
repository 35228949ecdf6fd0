import { simulateCup } from '../growth/cup-test.js';
import { gelAfterS, inductionUsed } from '../cure/pot-gel.js';
import { cardSubstances } from '../cure/kinetic-card.js';
import { mixLayer } from '../heat/mixture.js';
import { prepareKinetics } from '../cure/kinetics.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import { KELVIN } from '../units/kelvin.js';
import { cardLibrary } from './built-in-library.js';
import { cardOf } from './card-library.js';
import { changeLayer } from './edit-plan.js';
import { addedParts, laidResin } from './laid-resin.js';
import { DEFAULT_MIX } from './parts/mix-plan.js';
import { planToCase } from './plan-to-case.js';
import { planOf } from './lift-plan.js';
import { agesInPots, DEGASSED_S, potAges, potGroups, STIRRED_S } from './pot-age.js';
import { zoneOf } from './zone-view.js';
import { newZone } from './zones.js';
import type { PlanLayer, SectionPlan } from './section-plan.js';
import { planFromTemplate } from './stack-templates.js';

const cards = cardLibrary();
const plan = planFromTemplate('staged', { startDate: '2026-12-07', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 90 } });
const bulk = plan.sessions[3];
const AT_K = 21 + KELVIN;

describe('gel of a pot', () => {
  const riseOf = (id: string): number => {
    const { kinetics } = cardOf(cards, id);
    const { cp, reactiveW } = mixLayer({ ...cardSubstances(kinetics), glassW: 0 });
    return (kinetics.H * reactiveW) / cp;
  };
  test.each(['iso_lam', 've_skin', 'epoxy_slow', 'gelcoat_iso', 'tooling_lp_1go', 'epoxy_surface'])(
    '%s: two kilograms gel as when all heat is kept',
    (id) => {
      const { kinetics } = cardOf(cards, id);
      const cup = simulateCup({ card: kinetics, massKg: 2, startK: AT_K, airK: AT_K, catalystPct: kinetics.c_ref, endS: 86400 });
      const kept = gelAfterS(prepareKinetics(kinetics, kinetics.c_ref), AT_K, riseOf(id));
      expect(Math.abs(cup.gelS! / kept - 1)).toBeLessThan(0.03);
    },
  );

  test('without its own heat it takes longer; where cure stops before gel there is none', () => {
    const { kinetics } = cardOf(cards, 'epoxy_slow');
    const prepared = prepareKinetics(kinetics, null);
    expect(gelAfterS(prepared, AT_K, 0)).toBeGreaterThan(1.3 * gelAfterS(prepared, AT_K, riseOf('epoxy_slow')));
    expect(gelAfterS(prepareKinetics({ ...kinetics, Tg0: 90, Tg1: 140 }, null), 288, 0)).toBe(Infinity);
  });

  test('a card without induction has none to use', () => {
    const { kinetics } = cardOf(cards, 'iso_lam');
    expect(inductionUsed(prepareKinetics({ ...kinetics, t_ind_min: undefined }, 1.5), AT_K, 600)).toBe(0);
    expect(inductionUsed(prepareKinetics(kinetics, kinetics.c_ref), 25 + KELVIN, kinetics.t_ind_min! * 60)).toBeCloseTo(1, 6);
  });
});

describe('the age of a pot', () => {
  const ages = potAges(bulk, plan, cards, 'first', AT_K);
  const kinetics = prepareKinetics(cardOf(cards, bulk.layers[0].cardId).kinetics, bulk.layers[0].catalystPct);

  test('the first ply comes from a pot that was just stirred; none is older than its share of its life allows', () => {
    expect(ages[0][0]).toBeCloseTo(inductionUsed(kinetics, AT_K, STIRRED_S), 12);
    const oldest = inductionUsed(kinetics, AT_K, STIRRED_S + DEFAULT_MIX.potShare * gelAfterS(kinetics, AT_K, 0));
    for (const used of ages.flat()) expect(used).toBeLessThanOrEqual(oldest);
  });

  test('within one pot a later ply is older by the time between them; a small container is a new pot for every ply', () => {
    const quick = { ...bulk, plyMin: 3 };
    const one = { ...plan, mix: { ...DEFAULT_MIX, containersG: [30000], potShare: 0.95 } };
    const [used] = potAges(quick, one, cards, 'first', AT_K);
    expect(used[1] - used[0]).toBeCloseTo(inductionUsed(kinetics, AT_K, 180), 12);
    const small = { ...plan, mix: { ...DEFAULT_MIX, containersG: [100] } };
    expect(new Set(potAges(quick, small, cards, 'first', AT_K)[0])).toEqual(new Set([used[0]]));
    // Where it is laid last, a pot is at its end.
    const last = potAges(quick, small, cards, 'last', AT_K)[0];
    expect(last[0]).toBeGreaterThan(used[0]);
    expect(last[0]).toBeLessThan(inductionUsed(kinetics, AT_K, STIRRED_S + 180));
  });

  test('a crew mixes anew for a ply that the pot would not last for, and several times for one that takes longer', () => {
    expect(agesInPots({ takesS: [300, 300, 300], potS: 650 })).toEqual([
      { beginsS: 0, endsS: 300 },
      { beginsS: 300, endsS: 600 },
      { beginsS: 0, endsS: 300 },
    ]);
    expect(agesInPots({ takesS: [600, 600], potS: 1200 })[1]).toEqual({ beginsS: 600, endsS: 1200 });
    expect(agesInPots({ takesS: [1201, 100], potS: 600 })).toEqual([
      { beginsS: 0, endsS: 1201 / 3 },
      { beginsS: 0, endsS: 100 },
    ]);
  });

  test('a zone’s plies come from the field’s pots; those it has more follow', () => {
    const mold = planOf(plan);
    const [section] = mold.sections;
    const [layer] = bulk.layers;
    const flange = { ...newZone('flange', []), layers: [{ layerId: layer.id, plies: 2, out: false }] };
    const zone = zoneOf({ ...mold, sections: [{ ...section, zones: [flange] }] }, section.id, 'flange');
    const session = zone.sessions.find(({ id }) => id === bulk.id)!;
    const [there] = potAges(session, zone, cards, 'first', AT_K);
    expect(there.slice(0, 3)).toEqual(ages[0]);
    expect(there).toHaveLength(5);
    expect(there[4]).toBeGreaterThan(there[3]);
    expect(there[3]).toBeGreaterThan(there[2]);
  });

  test('an infusion’s pot has stood under vacuum as well', () => {
    const infused = planFromTemplate('infused', { startDate: '2026-12-07', areaM2: 1, plug: plan.plug });
    const session = infused.sessions.find(({ layers }) => cardOf(cards, layers[0].cardId).family === 'infusion')!;
    const [layer] = session.layers;
    const own = { ...cardOf(cards, layer.cardId).kinetics, t_ind_min: 40, Ez: 5e4, p: -1 };
    const slow = { ...cards, resins: new Map([...cards.resins, [layer.cardId, { ...cardOf(cards, layer.cardId), kinetics: own }]]) };
    const used = potAges(session, infused, slow, 'first', AT_K)[0][0];
    expect(used).toBeCloseTo(inductionUsed(prepareKinetics(own, layer.catalystPct), AT_K, STIRRED_S + DEGASSED_S), 12);
  });

  test('what is laid at once, as a plan may say, is freshly mixed', () => {
    const atOnce = { ...bulk, plyMin: 0 };
    expect(
      potAges(atOnce, plan, cards, 'first', AT_K)
        .flat()
        .every((used) => used === 0),
    ).toBe(true);
    const whole = { ...plan, sessions: plan.sessions.map((session) => ({ ...session, plyMin: 0 })) };
    expect(planToCase(whole, cards).sessions.every(({ layers }) => layers.every(({ plies }) => plies === undefined))).toBe(true);
  });

  test('an older pot gels earlier', () => {
    const film = (inductionUsedShare: number): number => {
      const growth = planToCase({ ...plan, sessions: [plan.sessions[0]] }, cards);
      const [session] = growth.sessions;
      const [layer] = session.layers;
      const aged = { ...layer, plies: [{ afterS: 0, thicknessM: layer.thicknessM, inductionUsed: inductionUsedShare }] };
      const result = simulateGrowth({ ...growth, sessions: [{ ...session, layers: [aged] }] });
      return result.layers.find(({ plug }) => !plug)!.gelS! - session.startS;
    };
    const [fresh, old] = [film(0), film(0.5)];
    const tInd = 1 / (prepareKinetics(cardOf(cards, 'gelcoat_iso').kinetics, plan.sessions[0].layers[0].catalystPct).inductionRate * 60);
    expect(fresh - old).toBeGreaterThan(0.3 * tInd * 60);
    expect(fresh - old).toBeLessThan(0.9 * tInd * 60);
  });

  test('layers of one resin share their pots; another catalyst or filler is another pot', () => {
    const [layer] = bulk.layers;
    const groups = (second: Partial<PlanLayer>): number => potGroups({ layers: [layer, { ...layer, id: 'b', ...second }] }).length;
    expect(groups({})).toBe(1);
    expect(groups({ catalystPct: (layer.catalystPct ?? 1) + 0.1 })).toBe(2);
    expect(groups({ additions: [{ cardId: 'filler_silica', partsPer100: 2 }] })).toBe(2);
  });
});

describe('a resin with something stirred in', () => {
  const [layer] = bulk.layers;
  const filled = (additions: PlanLayer['additions']): PlanLayer => ({ ...layer, additions });

  test('without anything it is its card; the same again is the same', () => {
    expect(laidResin(layer, cards)).toBe(cardOf(cards, layer.cardId));
    const twice = filled([{ cardId: 'filler_trihydrate', partsPer100: 50 }]);
    expect(laidResin(twice, cards)).toBe(laidResin({ ...twice }, cards));
  });

  test('50 parts in 100 of an unfilled resin are a third of the paste; two fillers count as one', () => {
    const { kinetics } = laidResin(filled([{ cardId: 'filler_trihydrate', partsPer100: 50 }]), cards);
    expect(kinetics.filler_w).toBeCloseTo(1 / 3, 12);
    expect(
      addedParts(
        filled([
          { cardId: 'filler_silica', partsPer100: 3 },
          { cardId: 'pigment_paste', partsPer100: 2 },
        ]),
      ),
    ).toBe(5);
    const two = laidResin(
      filled([
        { cardId: 'filler_trihydrate', partsPer100: 20 },
        { cardId: 'filler_trihydrate', partsPer100: 30 },
      ]),
      cards,
    ).kinetics;
    expect(two.filler_w).toBeCloseTo(1 / 3, 12);
    expect(two.filler!.rho).toBeCloseTo(kinetics.filler!.rho, 9);
  });

  test('the filler of its card stays in it', () => {
    const lp = { ...layer, cardId: 'tooling_lp_1go' };
    const own = cardOf(cards, 'tooling_lp_1go').kinetics.filler_w!;
    const { kinetics } = laidResin({ ...lp, additions: [{ cardId: 'filler_trihydrate', partsPer100: 10 }] }, cards);
    expect(kinetics.filler_w).toBeCloseTo((own + 0.1) / 1.1, 12);
  });

  test('it warms less', () => {
    const peak = (of: SectionPlan): number => simulateGrowth(planToCase(of, cards)).layers.filter(({ plug }) => !plug)[3].peakK;
    const inert = changeLayer(plan, layer.id, { additions: [{ cardId: 'filler_trihydrate', partsPer100: 40 }] });
    expect(peak(inert)).toBeLessThan(peak(plan) - 1);
  });

  test('a card that the shop does not have, or of another kind, is refused with those it has', () => {
    expect(() => laidResin(filled([{ cardId: 'sand', partsPer100: 5 }]), cards)).toThrow(/filler_silica/);
    expect(() => laidResin(filled([{ cardId: 'mat_450', partsPer100: 5 }]), cards)).toThrow(/filler or pigment card/);
  });
});

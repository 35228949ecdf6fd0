import { simulateCup } from '../growth/cup-test.js';
import { isothermalGelS, inductionUsed } from '../cure/isothermal-gel.js';
import { prepareKinetics } from '../cure/kinetics.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import { KELVIN } from '../units/kelvin.js';
import { cardLibrary } from './built-in-library.js';
import { cardOf } from './card-library.js';
import { changeLayer } from './edit-plan.js';
import { addedParts, laidResin } from './laid-resin.js';
import { pliesArrive } from './laying.js';
import { DEFAULT_MIX } from './parts/mix-plan.js';
import { planToCase } from './plan-to-case.js';
import { potAges, potGroups, STIRRED_S } from './pot-age.js';
import type { PlanLayer, SectionPlan } from './section-plan.js';
import { planFromTemplate } from './stack-templates.js';

const cards = cardLibrary();
const plan = planFromTemplate('staged', { startDate: '2026-12-07', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 90 } });
const bulk = plan.sessions[3];
const AT_K = 21 + KELVIN;

describe('gel at one temperature', () => {
  test.each(['iso_lam', 've_skin', 'epoxy_slow', 'gelcoat_iso', 'tooling_lp_1go'])(
    '%s: a film of a cup, which cannot warm itself, gels as late',
    (id) => {
      const { kinetics } = cardOf(cards, id);
      const catalystPct = kinetics.c_ref;
      const cup = simulateCup({ card: kinetics, massKg: 0.005, startK: AT_K, airK: AT_K, catalystPct, endS: 86400 });
      const alone = isothermalGelS(prepareKinetics(kinetics, catalystPct), AT_K);
      // Five grams warm by a little, so they are a little earlier.
      expect(cup.gelS! / alone).toBeLessThanOrEqual(1.02);
      expect(cup.gelS! / alone).toBeGreaterThan(0.75);
    },
  );

  test('where cure stops before gel there is none', () => {
    const { kinetics } = cardOf(cards, 'epoxy_slow');
    expect(isothermalGelS(prepareKinetics({ ...kinetics, Tg0: 90, Tg1: 140 }, null), 288)).toBe(Infinity);
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
    const oldest = inductionUsed(kinetics, AT_K, STIRRED_S + DEFAULT_MIX.potShare * isothermalGelS(kinetics, AT_K));
    for (const used of ages.flat()) expect(used).toBeLessThanOrEqual(oldest);
  });

  test('within one pot a later ply is older by the time between them; a smaller container is a younger pot', () => {
    const arrive = pliesArrive(bulk, plan, cards, 'first')[0];
    const one = { ...plan, mix: { ...DEFAULT_MIX, containersG: [30000], potShare: 0.95 } };
    const [used] = potAges(bulk, one, cards, 'first', AT_K);
    expect(used[1] - used[0]).toBeCloseTo(inductionUsed(kinetics, AT_K, arrive[1] - arrive[0]), 12);
    const small = { ...plan, mix: { ...DEFAULT_MIX, containersG: [100] } };
    expect(Math.max(...potAges(bulk, small, cards, 'first', AT_K).flat())).toBeLessThan(Math.max(...used));
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

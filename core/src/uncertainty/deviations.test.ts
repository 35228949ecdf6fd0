import { sampleSegment } from '../growth/field-history.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import { SeededRandom } from '../numerics/seeded-random.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { changeLayer } from '../plan/edit-plan.js';
import { planToCase } from '../plan/plan-to-case.js';
import { emptyPlan, planFromTemplate, stackTemplates } from '../plan/stack-templates.js';
import { KELVIN } from '../units/kelvin.js';
import { cloudTimes } from './cloud-times.js';
import { cloudRun, type CloudRun } from './cloud.js';
import { uncertainFactors, type UncertainFactor } from './factors.js';
import { wilson } from '../numerics/wilson.js';
import { quantileOf, summarizeCloud } from './summarize-cloud.js';
import { varyPlan } from './vary-plan.js';

const cards = cardLibrary();
const start = { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } };
const staged = planFromTemplate('staged', start);
const epoxy = planFromTemplate('epoxy', start);

test('the generator’s numbers are pinned: another one would change every seeded result', () => {
  const random = new SeededRandom(1);
  expect([random.uniform(), random.uniform(), random.normal()].map((x) => x.toFixed(9))).toEqual(['0.627073941', '0.002735721', '1.123104194']);
  expect(new SeededRandom(2 ** 32 + 5).uniform()).toBe(new SeededRandom(5).uniform());
});

test('what may vary: shop and air always, the others where they are in the plan, then rates and heat card by card', () => {
  const told = (of: UncertainFactor[]): (string | number | null)[][] => of.map(({ id, kind, spread, cardId }) => [id, kind, spread, cardId]);
  expect(told(uncertainFactors(staged, cards))).toEqual([
    ['shop', 'shop', 1.5, null],
    ['surface', 'surface', 0.15, null],
    ['catalyst', 'catalyst', 0.06, null],
    ['ratio', 'ratio', 0.08, null],
    ['film', 'film', 0.12, null],
    ['rate-gelcoat_iso', 'rate', 0.15, 'gelcoat_iso'],
    ['heat-gelcoat_iso', 'heat', 0.04, 'gelcoat_iso'],
    ['rate-ve_skin', 'rate', 0.15, 've_skin'],
    ['heat-ve_skin', 'heat', 0.04, 've_skin'],
    ['rate-iso_lam', 'rate', 0.15, 'iso_lam'],
    ['heat-iso_lam', 'heat', 0.04, 'iso_lam'],
  ]);
  expect(uncertainFactors(epoxy, cards).map(({ id }) => id)).toEqual([
    'shop',
    'surface',
    'ratio',
    'film',
    'rate-epoxy_surface',
    'heat-epoxy_surface',
    'rate-epoxy_slow',
    'heat-epoxy_slow',
  ]);
  expect(uncertainFactors(emptyPlan(start), cards).map(({ id }) => id)).toEqual(['shop', 'surface']);
});

test('a factor without spread is left out', () => {
  const iso = cards.resins.get('iso_lam')!;
  const sure = { ...cards, resins: new Map(cards.resins).set('iso_lam', { ...iso, spread: { ...iso.spread, heat: 0 } }) };
  expect(uncertainFactors(staged, sure).map(({ id }) => id)).not.toContain('heat-iso_lam');
});

test('times of the traces: from the start, after each session and the oven, not into the next, to demolding', () => {
  const two = { ...staged, sessions: staged.sessions.slice(0, 2).map((session, i) => ({ ...session, startMin: 480 + 12 * i })), demoldMin: 520 };
  const minutes = cloudTimes(two).map((s) => s / 60);
  expect(minutes).toEqual([0, 480, 485, 490, 492, 497, 502, 507, 512, 517, 520]);
  const warm = { ...staged, sessions: [], postCure: { startMin: 600, rampKPerH: 10, holdC: 45, holdMin: 60 }, demoldMin: 610 };
  expect(cloudTimes(warm).map((s) => s / 60)).toEqual([0, 600, 605, 610]);
});

const factors = uncertainFactors(staged, cards);
const moved = (id: string, z: number) =>
  varyPlan(
    staged,
    cards,
    factors,
    factors.map((factor) => (factor.id === id ? z : 0)),
  );

test('each factor moves its own number by e^(spread·z), and no other', () => {
  const still = moved('none', 0);
  expect(still.plan).toEqual(staged);
  expect(still.cards.resins.get('iso_lam')).toBe(cards.resins.get('iso_lam'));
  expect(moved('shop', -2).plan.climate.meanC).toBeCloseTo(17, 12);
  const layers = (of: typeof staged) => of.sessions.flatMap((session) => session.layers);
  const ratio = (id: string, z: number, read: (layer: (typeof staged.sessions)[0]['layers'][0]) => number | null | undefined) =>
    layers(moved(id, z).plan).map((layer, i) => {
      const [now, before] = [read(layer), read(layers(staged)[i])];
      return now === null || now === undefined || !before ? null : Number((now / before).toFixed(9));
    });
  const up = (spread: number) => Number(Math.exp(spread).toFixed(9));
  expect(ratio('catalyst', 1, (l) => l.catalystPct)).toEqual(Array(5).fill(up(0.06)));
  expect(ratio('film', -1, (l) => l.wetFilmUm)).toEqual([up(-0.12), up(-0.12), null, null, null]);
  expect(ratio('ratio', 2, (l) => l.laminate?.resinToGlass)).toEqual([null, null, up(0.16), up(0.16), up(0.16)]);
  expect(ratio('ratio', 2, (l) => l.catalystPct)).toEqual(Array(5).fill(1));
  const [before, fast] = [cards.resins.get('iso_lam')!.kinetics, moved('rate-iso_lam', 1).cards.resins.get('iso_lam')!.kinetics];
  const e = Math.exp(0.15);
  expect([fast.k1 / before.k1, fast.k2 / before.k2, before.t_ind_min! / fast.t_ind_min!, fast.H / before.H].map((x) => x.toFixed(9))).toEqual(
    [e, e, e, 1].map((x) => x.toFixed(9)),
  );
  expect(moved('heat-ve_skin', 1).cards.resins.get('ve_skin')!.kinetics.H / cards.resins.get('ve_skin')!.kinetics.H).toBeCloseTo(Math.exp(0.04), 9);
  expect(moved('rate-iso_lam', 1).cards.resins.get('ve_skin')).toBe(cards.resins.get('ve_skin'));
  expect(moved('surface', 1).growth.topH).toBeCloseTo(9 * Math.exp(0.15), 9);
});

test('what would leave its range stays at the end of it', () => {
  const wide = changeLayer(changeLayer(staged, 'l1', { wetFilmUm: 2900, catalystPct: 4.9 }), 'l4', {
    laminate: { plies: 1, glassGsm: 450, resinToGlass: 7.9 },
  });
  const far = (z: number) =>
    varyPlan(
      wide,
      cards,
      factors,
      factors.map(({ kind }) => (['film', 'catalyst', 'ratio'].includes(kind) ? z : 0)),
    ).plan.sessions.flatMap(({ layers }) => layers);
  expect([far(3)[0].wetFilmUm, far(3)[0].catalystPct, far(3)[3].laminate?.resinToGlass]).toEqual([3000, 5, 8]);
  expect(
    varyPlan(
      { ...staged, climate: { ...staged.climate, meanC: 1 } },
      cards,
      factors,
      factors.map(({ kind }) => (kind === 'shop' ? -2 : 0)),
    ).plan.climate.meanC,
  ).toBe(0);
});

test('a run’s traces are those of its own varied plan at the plug face and the hottest place', () => {
  const plan = { ...staged, sessions: staged.sessions.slice(0, 3), demoldMin: 26 * 60 };
  const timesS = [0, 9 * 3600, 14.5 * 3600, 14.55 * 3600, 26 * 3600];
  const own = uncertainFactors(plan, cards);
  const run = cloudRun({ plan, cards, seed: 7, timesS }, 3)!;
  expect(run.index).toBe(3);
  expect(run.deviations).toHaveLength(own.length);
  const { segments, geometry } = simulateGrowth(varyPlan(plan, cards, own, run.deviations).growth, { toleranceK: 0.4 });
  timesS.forEach((t, k) => {
    const { field } = segments.findLast(({ field: one }) => one.frames > 0 && one.timeS[0] <= t)!;
    const at = (i: number): number => sampleSegment(field, field.tempK, i, t) - KELVIN;
    const laid = Array.from({ length: field.cells - geometry.firstLaid }, (_, i) => at(geometry.firstLaid + i));
    expect(run.traces[k]).toBeCloseTo(at(geometry.firstLaid - 1), 3);
    expect(run.traces[timesS.length + k]).toBeCloseTo(Math.max(at(geometry.firstLaid - 1), ...laid), 3);
  });
  expect(run.verdicts.map(({ id }) => id)).toContain('peak-l3');
});

describe('summary, by hand', () => {
  const two: UncertainFactor[] = [
    { id: 'a', name: 'a', spread: 1, kind: 'shop', cardId: null },
    { id: 'b', name: 'b', spread: 1, kind: 'surface', cardId: null },
  ];
  const at = (index: number, a: number, b: number, margin: number | null): CloudRun => ({
    index,
    deviations: [a, b],
    verdicts: margin === null ? [] : [{ id: 'v', value: 10 + margin, margin, kept: margin >= 0 }],
    traces: Float32Array.from([20 + index, 30 + index]),
    bowPerMeterM: index % 2 === 0 ? index / 1000 : null,
  });
  // margin = 2·a − b exactly, over a balanced design
  const runs = [at(0, 1, 1, 1), at(1, 1, -1, 3), at(2, -1, 1, -3), at(3, -1, -1, -1)];

  test('effects are slopes, shares of the variance, most first', () => {
    const { verdicts, bands, runs: counted, failed } = summarizeCloud([...runs, null], two, [0]);
    expect([counted, failed]).toEqual([4, 1]);
    expect(verdicts[0].kept).toBe(0.5);
    expect(verdicts[0].effects.map(({ factor, perDeviation, share }) => [factor.id, perDeviation, Number(share.toFixed(9))])).toEqual([
      ['a', 2, 0.8],
      ['b', -1, 0.2],
    ]);
    expect(verdicts[0].marginQuantiles.map((q) => Number(q.toFixed(9)))).toEqual([-2.7, -1.5, 0, 1.5, 2.7]);
    expect(verdicts[0].quantiles[2]).toBeCloseTo(10, 9);
    expect(bands.map(({ name, quantiles }) => [name, quantiles[0][0], quantiles[2][0]])).toEqual([
      ['plug face', expect.closeTo(20.15, 4), 21.5],
      ['hottest place', expect.closeTo(30.15, 4), 31.5],
    ]);
  });

  test('a limit that shows only when broken is kept where it is missing, and tells no effects below nine in ten', () => {
    const rare = summarizeCloud([at(0, 1, 1, -1), at(1, 1, -1, null), at(2, 0, 0, null), at(3, 0, 0, null)], two, [0]).verdicts[0];
    expect(rare.kept).toBe(0.75);
    expect(rare.effects).toEqual([]);
    const nine = Array.from({ length: 10 }, (_, i) => at(i, i % 2, 0, i === 0 ? null : i % 2));
    expect(summarizeCloud(nine, two, [0]).verdicts[0].effects).toHaveLength(2);
    const eight = Array.from({ length: 10 }, (_, i) => at(i, i % 2, 0, i < 2 ? null : i % 2));
    expect(summarizeCloud(eight, two, [0]).verdicts[0].effects).toEqual([]);
  });

  test('a margin of zero is kept, NaN is not, and a factor that never moved has no effect', () => {
    expect(summarizeCloud([at(0, 0, 0, 0), at(1, 0, 0, 0)], two, [0]).verdicts[0]).toMatchObject({ kept: 1, effects: [{ share: 0 }, { share: 0 }] });
    expect(summarizeCloud([at(0, 0, 0, NaN)], two, [0]).verdicts[0].kept).toBe(0);
  });

  test('windows that never opened do not bend the effects of those that did', () => {
    const never = [...runs, at(4, 3, 3, -99), ...Array.from({ length: 6 }, (_, i) => ({ ...runs[i % 4], index: 5 + i }))];
    const effect = summarizeCloud(never, two, [0]).verdicts[0].effects.find(({ factor }) => factor.id === 'a')!;
    expect(effect.perDeviation).toBeGreaterThan(1);
    expect(effect.perDeviation).toBeLessThan(3);
  });

  test('quantiles between two numbers, and an interval that is wide for few', () => {
    expect(quantileOf([10, 20], 0.25)).toBe(12.5);
    expect(quantileOf([7], 0.95)).toBe(7);
    const none = wilson(0, 10);
    expect([none.from, none.to.toFixed(4)]).toEqual([0, '0.2775']);
    const half = wilson(0.5, 4);
    expect([half.from.toFixed(4), half.to.toFixed(4)]).toEqual(['0.1500', '0.8500']);
  });
});

describe('no deviation', () => {
  test.each(stackTemplates.map(({ id }) => id))('of school %s is the plan itself', (id) => {
    const plan = planFromTemplate(id, { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
    const factors = uncertainFactors(plan, cardLibrary());
    const varied = varyPlan(
      plan,
      cardLibrary(),
      factors,
      factors.map(() => 0),
    );
    expect(varied.plan).toEqual(plan);
    expect(varied.growth).toEqual(planToCase(plan, cardLibrary()));
    expect(varied.lastGrowth).toEqual(planToCase(plan, cardLibrary(), 'last'));
  });

  test('a limit counts by its level: a joint late and abraded is kept, catalyst planned at the edge of its range too', () => {
    const plan = planFromTemplate('epoxy', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
    const late = cloudRun({ plan, cards: cardLibrary(), seed: 3, timesS: [0] }, 0)!.verdicts.find(({ id }) => id === 'window-s4')!;
    expect(late.margin).toBeLessThan(0);
    expect(late.kept).toBe(true);
    const edge = changeLayer(
      planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } }),
      'l4',
      { catalystPct: 2 },
    );
    for (let index = 0; index < 4; index++)
      expect(
        cloudRun({ plan: edge, cards: cardLibrary(), seed: 3, timesS: [0] }, index)!.verdicts.filter(({ id }) => id.startsWith('catalyst-')),
      ).toEqual([]);
  });

  test('limits are judged at the place where they are kept worse, as in the plan', () => {
    const plan = planFromTemplate('low-profile', {
      startDate: '2026-11-30',
      areaM2: 1,
      plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 80 },
    });
    const still = cardLibrary();
    const run = cloudRun({ plan, cards: still, seed: 5, timesS: [0] }, 0)!;
    const factors = uncertainFactors(plan, still);
    const varied = varyPlan(plan, still, factors, run.deviations);
    const [first, last] = [varied.growth, varied.lastGrowth].map(
      (growth) => simulateGrowth(growth, { toleranceK: 0.4 }).layers.at(-1)!.peakK - KELVIN,
    );
    expect(first).not.toBe(last);
    expect(run.verdicts.find(({ id }) => id === 'peak-l3')!.value).toBeCloseTo(Math.max(first, last), 9);
  });
});

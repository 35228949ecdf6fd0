import { DomainError } from '../errors/domain-error.js';
import { mixLayer } from '../heat/mixture.js';
import { cardSubstances } from '../cure/kinetic-card.js';
import { SeededRandom } from '../numerics/seeded-random.js';
import { KELVIN } from '../units/kelvin.js';
import { AS_PLANNED, deviated, DEVIATIONS, valueOf, type Deviation } from './deviate.js';
import { estimate, probeOf, runTo } from './estimate.js';
import { bandOf, forecastTwin } from './forecast.js';
import { madeUpBuild } from './recovery.js';
import { readTwin, type TwinProblem, type TwinReading } from './twin-problem.js';

const file = {
  name: 'four mats',
  now_h: 1,
  readings: [],
  case: {
    t_end_h: 10,
    air: 21,
    top: { h: 9 },
    plug: { layers: [{ material: 'mdf', mm: 18 }], back: { h: 5 }, Rc: 2.5e-4, T0_C: 21 },
    sessions: [{ t_h: 0, T_lay_C: 21, plies: [{ name: 'bulk', resin: 'iso_lam', glass_gsm: 2250, glass_w: 0.3, cat_pct: 1.5 }] }],
  },
};
const { planned } = readTwin(file);
const at = (key: (typeof DEVIATIONS)[number]['key'], z: number): Deviation => DEVIATIONS.map((one) => (one.key === key ? z : 0));

/** Readings of what really happens, every two minutes and the air every ten. */
function readings(truth: Deviation, untilS: number, seed = 1): TwinReading[] {
  const random = new SeededRandom(seed);
  const problem: TwinProblem = { name: 'made up', planned, nowS: untilS, readings: [] };
  const result = runTo(problem, truth, untilS);
  const found: TwinReading[] = [];
  const bulk = { layer: 'bulk', frac: 0.5 };
  for (let s = 120; s <= untilS; s += 120) found.push({ timeS: s, tempK: probeOf(result, bulk, s) + 0.3 * random.normal(), where: bulk });
  const airK = 21 + KELVIN + valueOf(truth, 3);
  for (let s = 0; s <= untilS; s += 600) found.push({ timeS: s, tempK: airK + 0.3 * random.normal(), where: 'air' });
  return found.sort((a, b) => a.timeS - b.timeS);
}
const problemOf = (truth: Deviation, untilS: number): TwinProblem => ({ name: 'made up', planned, nowS: untilS, readings: readings(truth, untilS) });
const peakOf = (truth: Deviation): number =>
  runTo({ name: 'made up', planned, nowS: 0, readings: [] }, truth, planned.endS).layers.at(-1)!.peakK - KELVIN;

describe('a deviation', () => {
  test('none is the plan itself', () => {
    expect(deviated(planned, AS_PLANNED)).toEqual(planned);
  });

  test('one standard deviation each, in its own place', () => {
    const [layer] = planned.sessions[0].layers;
    const one = (key: (typeof DEVIATIONS)[number]['key']) => deviated(planned, at(key, 1)).sessions[0].layers[0];
    expect(one('rate').card.k1 / layer.card.k1).toBeCloseTo(Math.exp(0.15), 9);
    expect(one('t_ind').card.t_ind_min! / layer.card.t_ind_min!).toBeCloseTo(Math.exp(0.1), 9);
    expect(one('H').card.H / layer.card.H).toBeCloseTo(Math.exp(0.04), 9);
    expect(one('cat').catalystPct! / layer.catalystPct!).toBeCloseTo(Math.exp(0.06), 9);
    expect(deviated(planned, at('air_K', 1)).air).toMatchObject({ tempK: 21 + KELVIN + 1.5 });
    expect(deviated(planned, at('h', 1)).topH / 9).toBeCloseTo(Math.exp(0.2), 9);
    expect(deviated(planned, at('air_K', 1)).plug.startK).toBe(planned.plug.startK);
  });

  test('less glass at the same areal weight is a thicker layer', () => {
    const [layer] = planned.sessions[0].layers;
    const [richer] = deviated(planned, at('glass', -1)).sessions[0].layers;
    const glassOf = (one: typeof layer): number => one.thicknessM * mixLayer({ ...cardSubstances(one.card), glassW: one.glassW }).rho * one.glassW;
    expect(glassOf(richer)).toBeCloseTo(glassOf(layer), 12);
    expect(richer.thicknessM).toBeGreaterThan(layer.thicknessM);
  });
});

describe('a forecast', () => {
  const truth: Deviation = [0.9, -0.6, 0.4, 0.8, 0, 0, 0];
  const peak = peakOf(truth);
  const early = forecastTwin(problemOf(truth, 900));
  const late = forecastTwin(problemOf(truth, 2700));
  const width = ({ layers }: typeof early): number => layers[0].peakC.p95 - layers[0].peakC.p5;

  test('on the rising flank it is nearer than the plan, and the truth lies in its band', () => {
    const told = late.layers[0].peakC;
    expect(Math.abs(told.p50 - peak)).toBeLessThan(Math.abs(peakOf(AS_PLANNED) - peak));
    expect(told.p5).toBeLessThan(peak);
    expect(told.p95).toBeGreaterThan(peak);
  });

  test('bands narrow as it goes on; before gel they are wide', () => {
    expect(width(late)).toBeLessThan(0.8 * width(early));
    expect(width(early)).toBeGreaterThan(15);
  });

  test('what moved is told: the air as it was read, and a resin that is faster', () => {
    const air = late.parameters.find(({ key }) => key === 'air_K')!.band;
    expect(Math.abs(air.p50 - 1.2)).toBeLessThan(0.3);
    expect(late.parameters.find(({ key }) => key === 'rate')!.band.p50).toBeGreaterThan(1.02);
  });

  test('the same again is the same', () => {
    expect(forecastTwin(problemOf(truth, 900))).toEqual(early);
  });

  test('stopped at once there are no bands, and nothing breaks', () => {
    expect(forecastTwin(problemOf(truth, 900), () => true).layers).toEqual([]);
  });

  test('without a reading it is the plan with the spread of its priors', () => {
    const { layers, estimate: found } = forecastTwin({ name: 'none', planned, nowS: 0, readings: [] });
    expect(found.deviation.every((z) => Math.abs(z) < 1e-9)).toBe(true);
    expect(layers[0].peakC.p5).toBeLessThan(peakOf(AS_PLANNED));
    expect(layers[0].peakC.p95).toBeGreaterThan(peakOf(AS_PLANNED));
  });
});

test('made-up builds: most truths lie in their bands, and on the flank the forecast is nearer than the plan', () => {
  const builds = Array.from({ length: 12 }, (_, i) => madeUpBuild(i)).map((build) => ({ build, told: forecastTwin(build.problem) }));
  const inside = builds.flatMap(({ build, told }) => told.layers.map(({ peakC: { p5, p95 } }, l) => p5 <= build.peaksC[l] && build.peaksC[l] <= p95));
  expect(inside.filter(Boolean).length / inside.length).toBeGreaterThan(0.8);
  const off = (of: (one: (typeof builds)[number]) => number): number =>
    builds.filter(({ build }) => build.rising).reduce((sum, one) => sum + Math.abs(of(one) - one.build.peaksC.at(-1)!), 0);
  expect(off(({ told }) => told.layers.at(-1)!.peakC.p50)).toBeLessThan(off(({ build }) => build.plannedPeakC));
  expect(madeUpBuild(3)).toEqual(builds[3].build);
});

describe('a sensor that lies', () => {
  const whole = problemOf(AS_PLANNED, 2400);

  test('one wild reading changes little', () => {
    const wild = { ...whole, readings: whole.readings.map((one, i) => (i === 12 ? { ...one, tempK: one.tempK + 40 } : one)) };
    const [a, b] = [estimate(whole).deviation, estimate(wild).deviation];
    a.forEach((z, i) => {
      expect(Math.abs(z - b[i])).toBeLessThan(0.35);
    });
    expect(estimate(wild).leftOut).toEqual([]);
  });

  test('one that reads nonsense throughout is left out, and named', () => {
    const dead = { ...whole, readings: whole.readings.map((one) => (one.where === 'air' ? one : { ...one, tempK: 273.15 })) };
    const found = estimate(dead);
    expect(found.leftOut).toEqual([{ sensor: 'bulk at 0.5', why: expect.stringMatching(/look at the sensor/) }]);
    expect(Math.abs(found.deviation[0])).toBeLessThan(0.2);
  });
});

test('weighted quantiles: of equal weights the middle, a weight of nothing counts for nothing, half without a value is none', () => {
  expect(bandOf([1, 2, 3], [1, 1, 1])!.p50).toBe(2);
  expect(bandOf([1, 2, 100], [1, 1, 0])!.p50).toBe(1.5);
  expect(bandOf([1, null, null], [1, 1, 1])).toBeNull();
  expect(bandOf([], [])).toBeNull();
});

test.each<[string, object, RegExp]>([
  ['a reading in a layer that is not there', { readings: [{ t_h: 0.1, T_C: 20, layer: 'skin', frac: 0.5 }] }, /one of bulk/],
  ['a height outside the layer', { readings: [{ t_h: 0.1, T_C: 20, layer: 'bulk', frac: 1.5 }] }, /0 at the bottom/],
  ['a reading of nowhere', { readings: [{ t_h: 0.1, T_C: 20, where: 'moon' }] }, /"air"/],
  ['no moment', { now_h: 'soon' }, /now_h/],
])('refuses %s', (_what, change, words) => {
  expect(() => readTwin({ ...file, ...change })).toThrow(DomainError);
  expect(() => readTwin({ ...file, ...change })).toThrow(words);
});

test('readings after now are not known yet', () => {
  const { readings: known } = readTwin({ ...file, readings: [0.5, 1, 1.1].map((t_h) => ({ t_h, T_C: 21, where: 'air' })) });
  expect(known.map(({ timeS }) => timeS / 3600)).toEqual([0.5, 1]);
});

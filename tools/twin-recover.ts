import { readCase } from '@pentimento/core/formats';
import { simulateGrowth } from '@pentimento/core/growth';
import { deviated, DEVIATIONS, forecastTwin, probeOf, SeededRandom, type TwinReading } from '@pentimento/core/twin';

const KELVIN = 273.15;
/** Of what was built: mats, plug, air, catalyst. */
const BUILDS = [
  { gsm: 2250, cat: 1.5, plug: { material: 'mdf', mm: 18 }, airC: 20.5 },
  { gsm: 3150, cat: 1.25, plug: { material: 'mdf', mm: 18 }, airC: 19 },
  { gsm: 1800, cat: 1.75, plug: { material: 'tooling_board', mm: 50 }, airC: 23 },
  { gsm: 2700, cat: 1.4, plug: { material: 'mdf', mm: 18 }, airC: 21.5 },
] as const;
/** Truths are simulated finer than estimates. */
const FINE = { toleranceK: 0.05, grid: { cellM: 0.35e-3, minCells: 4, minThinCells: 2, plugCellM: 0.8e-3, plugGrowth: 1.08 } };
const EVERY_S = 120;
const AIR_EVERY_S = 900;

function planned({ gsm, cat, plug, airC }: (typeof BUILDS)[number]): object {
  const ply = (name: string, resin: string, catPct: number, more: object): object => ({ name, resin, cat_pct: catPct, ...more });
  return {
    t_end_h: 36,
    air: airC,
    top: { h: 9 },
    plug: { layers: [plug], back: { h: 5 }, Rc: 2.5e-4, T0_C: airC },
    sessions: [
      { t_h: 0, T_lay_C: airC, plies: [ply('gelcoat', 'gelcoat_iso', 2, { mm: 0.6, glass_w: 0 })] },
      { t_h: 3, T_lay_C: airC, plies: [ply('skin', 've_skin', 1.5, { glass_gsm: 450, glass_w: 0.28 })] },
      { t_h: 24, T_lay_C: airC, plies: [ply('bulk', 'iso_lam', cat, { glass_gsm: gsm, glass_w: 0.3 })] },
    ],
  };
}

/** npm run twin:recover [count]: builds made up by seed, read until a moment, forecast, and compared with what became of them. */
const count = Number(process.argv[2] ?? 60);
const round = (value: number, digits: number): number => Number(value.toFixed(digits));
const seen: Record<'before' | 'beforePlan' | 'rising' | 'minutes' | 'ms', number[]> = { before: [], beforePlan: [], rising: [], minutes: [], ms: [] };
let [inside, asked] = [0, 0];
for (let i = 0; i < count; i++) {
  const random = new SeededRandom((i + 1) * 7919);
  random.uniform();
  const { growth } = readCase(planned(BUILDS[i % BUILDS.length]));
  const real = deviated(
    growth,
    DEVIATIONS.map(() => random.normal()),
  );
  const truth = simulateGrowth(real, FINE);
  const bulk = truth.layers[truth.layers.length - 1];
  const laidS = 24 * 3600;
  const gelS = bulk.gelS ?? laidS + 1800;
  const rising = i % 2 === 1;
  // Before gel seven tenths of the way to it; on the flank not quite half way from gel to peak.
  const nowS = rising ? gelS + 0.45 * (bulk.peakS - gelS) : laidS + 0.7 * (gelS - laidS);
  const where = i % 3 === 0 ? { layer: 'skin', frac: 1 } : { layer: 'bulk', frac: i % 3 === 1 ? 0.5 : 1 };
  const readings: TwinReading[] = [];
  const add = (timeS: number, tempK: number, at: TwinReading['where']): void => {
    if (random.uniform() < 0.1) return;
    readings.push({ timeS, tempK: round(tempK - KELVIN + 0.3 * random.normal(), 1) + KELVIN, where: at });
  };
  const air = real.air.kind === 'constant' ? real.air.tempK : NaN;
  for (let s = 0; s <= nowS; s += AIR_EVERY_S) add(s, air, 'air');
  for (let s = laidS + EVERY_S; s <= nowS; s += EVERY_S) add(s, probeOf(truth, where, s), where);
  const start = performance.now();
  const told = forecastTwin({ name: String(i), planned: growth, nowS, readings: readings.sort((a, b) => a.timeS - b.timeS) });
  seen.ms.push(performance.now() - start);
  const plan = simulateGrowth(growth);
  truth.layers
    .filter(({ plug }) => !plug)
    .forEach(({ peakK }, l) => {
      const { p5, p95 } = told.layers[l].peakC;
      asked += 1;
      if (p5 <= peakK - KELVIN && peakK - KELVIN <= p95) inside += 1;
    });
  const { peakC, peakH } = told.layers[told.layers.length - 1];
  const error = Math.abs(peakC.p50 - (bulk.peakK - KELVIN));
  if (rising) {
    seen.rising.push(error);
    seen.minutes.push(Math.abs(peakH.p50 * 3600 - bulk.peakS) / 60);
  } else {
    seen.before.push(error);
    seen.beforePlan.push(Math.abs(plan.layers[plan.layers.length - 1].peakK - bulk.peakK));
  }
}
const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
console.log(`before gel: mean error ${mean(seen.before).toFixed(1)} K, ${(mean(seen.before) / mean(seen.beforePlan)).toFixed(2)} of the plan's`);
console.log(
  `rising: mean error ${mean(seen.rising).toFixed(1)} K, worst ${Math.max(...seen.rising).toFixed(1)}; ${mean(seen.minutes).toFixed(1)} min`,
);
console.log(`${((100 * inside) / asked).toFixed(0)} % of truths inside p5 to p95; an update takes ${mean(seen.ms).toFixed(0)} ms`);

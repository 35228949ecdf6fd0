import { readCase } from '../formats/case-file.js';
import type { GrowthCase } from '../growth/growth-case.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import { airTempK } from '../heat/air.js';
import { SeededRandom } from '../numerics/seeded-random.js';
import { KELVIN } from '../units/kelvin.js';
import { deviated, DEVIATIONS } from './deviate.js';
import { probeOf } from './estimate.js';
import type { TwinProblem, TwinReading } from './twin-problem.js';

/** Of what is built: mats, catalyst, plug, air. */
const BUILDS = [
  { gsm: 2250, cat: 1.5, plug: { material: 'mdf', mm: 18 }, airC: 20.5 },
  { gsm: 3150, cat: 1.25, plug: { material: 'mdf', mm: 18 }, airC: 19 },
  { gsm: 1800, cat: 1.75, plug: { material: 'tooling_board', mm: 50 }, airC: 23 },
  { gsm: 2700, cat: 1.4, plug: { material: 'mdf', mm: 18 }, airC: 21.5 },
] as const;
/** Truths are simulated finer than estimates. */
const FINE = { toleranceK: 0.05, grid: { cellM: 0.35e-3, minCells: 4, minThinCells: 2, plugCellM: 0.8e-3, plugGrowth: 1.08 } };
const LAID_S = 24 * 3600;
/** A thermocouple in a layer, and one in the air. */
const READ = { everyS: 120, airEveryS: 900, noiseK: 0.3, missing: 0.1 };
/** How far on the way to gel, or from gel to the peak, it is read. */
const BEFORE_GEL = 0.7;
const ON_THE_FLANK = 0.45;

/** A build that was made up, read until a moment, and what became of it. */
export interface MadeUpBuild {
  readonly problem: TwinProblem;
  /** On the rising flank, or before gel */
  readonly rising: boolean;
  /** Of each layer, bottom first [°C]; the bulk's peak [s] */
  readonly peaksC: readonly number[];
  readonly peakS: number;
  /** Of the bulk, as planned [°C] */
  readonly plannedPeakC: number;
}

function plannedCase({ gsm, cat, plug, airC }: (typeof BUILDS)[number]): GrowthCase {
  const session = (t_h: number, ply: object): object => ({ t_h, T_lay_C: airC, plies: [ply] });
  return readCase({
    t_end_h: 36,
    air: airC,
    top: { h: 9 },
    plug: { layers: [plug], back: { h: 5 }, Rc: 2.5e-4, T0_C: airC },
    sessions: [
      session(0, { name: 'gelcoat', resin: 'gelcoat_iso', cat_pct: 2, mm: 0.6, glass_w: 0 }),
      session(3, { name: 'skin', resin: 've_skin', cat_pct: 1.5, glass_gsm: 450, glass_w: 0.28 }),
      session(LAID_S / 3600, { name: 'bulk', resin: 'iso_lam', cat_pct: cat, glass_gsm: gsm, glass_w: 0.3 }),
    ],
  }).growth;
}

/** The same number gives the same build; even ones are read before gel, odd ones on the flank. */
export function madeUpBuild(number: number): MadeUpBuild {
  const random = new SeededRandom((number + 1) * 7919);
  random.uniform();
  const planned = plannedCase(BUILDS[Math.floor(number / 2) % BUILDS.length]);
  const real = deviated(
    planned,
    DEVIATIONS.map(() => random.normal()),
  );
  const truth = simulateGrowth(real, FINE);
  const laid = truth.layers.filter(({ plug }) => !plug);
  const bulk = laid[laid.length - 1];
  const gelS = bulk.gelS ?? LAID_S + 1800;
  const rising = number % 2 === 1;
  const nowS = rising ? gelS + ON_THE_FLANK * (bulk.peakS - gelS) : LAID_S + BEFORE_GEL * (gelS - LAID_S);
  const where = number % 3 === 0 ? { layer: 'skin', frac: 1 } : { layer: 'bulk', frac: number % 3 === 1 ? 0.5 : 1 };
  const readings: TwinReading[] = [];
  const read = (timeS: number, tempK: number, at: TwinReading['where']): void => {
    if (random.uniform() < READ.missing) return;
    readings.push({ timeS, tempK: Number((tempK - KELVIN + READ.noiseK * random.normal()).toFixed(1)) + KELVIN, where: at });
  };
  for (let s = 0; s <= nowS; s += READ.airEveryS) read(s, airTempK(real.air, s), 'air');
  for (let s = LAID_S + READ.everyS; s <= nowS; s += READ.everyS) read(s, probeOf(truth, where, s), where);
  return {
    problem: { name: String(number), planned, nowS, readings: readings.sort((a, b) => a.timeS - b.timeS) },
    rising,
    peaksC: laid.map(({ peakK }) => peakK - KELVIN),
    peakS: bulk.peakS,
    plannedPeakC: (simulateGrowth(planned).layers.at(-1)?.peakK ?? NaN) - KELVIN,
  };
}

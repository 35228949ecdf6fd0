import { CholeskyDecomposition, inverse, Matrix } from 'ml-matrix';
import { probeValue } from '../formats/case-report.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import type { GrowthResult } from '../growth/growth-result.js';
import { airTempK, withoutKnown } from '../heat/air.js';
import { KELVIN } from '../units/kelvin.js';
import { AS_PLANNED, deviated, DEVIATIONS, type Deviation } from './deviate.js';
import type { TwinProblem, TwinReading } from './twin-problem.js';

/** Of a reading: its noise, and what the simulation itself is off [K]. */
const NOISE_K = 0.31;
/** Readings are taken as from a distribution with long tails, so that one that lies counts for little. */
const TAILS = 8;
/** A reading farther off than this is said to be left out [K]. */
const OUTLIER_K = 5 * NOISE_K;
const LEAN = 0.25;
const STEPS = 5;
const SETTLED = 0.03;

const TOLERANCE_K = 0.2;

/** What the readings say, most likely, and how sure. */
export interface Estimate {
  readonly deviation: Deviation;
  readonly covariance: Matrix;
  /** Readings of the sensors that are */
  readonly believed: readonly TwinReading[];
  /** Of those [K]; NaN where nothing is laid yet */
  readonly residualK: readonly number[];
  /** Sensors that are not believed, with the reason */
  readonly leftOut: readonly { readonly sensor: string; readonly why: string }[];
  readonly simulations: number;
}

export function runTo(problem: TwinProblem, deviation: Deviation, endS: number): GrowthResult {
  const real = deviated(problem.planned, deviation);
  const sessions = real.sessions.filter(({ startS }) => startS < endS);
  return simulateGrowth({ ...real, sessions, endS }, { toleranceK: TOLERANCE_K });
}

/** Temperature at a place [K]; NaN before it is laid. */
export function probeOf(result: GrowthResult, { layer, frac }: { readonly layer: string; readonly frac: number }, timeS: number): number {
  const value = probeValue(result, layer, frac, timeS);
  return value ? value[0] + KELVIN : NaN;
}

/** What the readings would have been. */
export function predicted(result: GrowthResult, readings: readonly TwinReading[]): number[] {
  return readings.map(({ timeS, where }) => (where === 'air' ? airTempK(withoutKnown(result.input.air), timeS) : probeOf(result, where, timeS)));
}

/** Log-likelihood of the readings, with long tails; readings that could not be are left out. */
export function logLikelihood(readings: readonly TwinReading[], would: readonly number[]): number {
  return readings.reduce((sum, { tempK }, i) => {
    const r = (tempK - would[i]) / NOISE_K;
    return Number.isNaN(r) ? sum : sum - ((TAILS + 1) / 2) * Math.log1p((r * r) / TAILS);
  }, 0);
}

const nameOf = ({ where }: TwinReading): string => (where === 'air' ? 'air' : `${where.layer} at ${String(where.frac)}`);

/**
 * Most likely deviation from the plan by the readings until now: Gauss–Newton steps with the prior, every reading weighted by how far off it is.
 * A sensor most of whose readings cannot be is left out, and the rest fitted again.
 * @see docs/references.md#levenberg-marquardt
 */
export function estimate(problem: TwinProblem): Estimate {
  let believed = problem.readings;
  const leftOut: { sensor: string; why: string }[] = [];
  let simulations = 0;
  for (;;) {
    const fitted = fit({ ...problem, readings: believed });
    simulations += fitted.simulations;
    const wrong = wrongSensor(believed, fitted.residualK);
    if (wrong === null || believed.length === 0) return { ...fitted, believed, leftOut, simulations };
    leftOut.push(wrong);
    believed = believed.filter((reading) => nameOf(reading) !== wrong.sensor);
  }
}

function wrongSensor(readings: readonly TwinReading[], residualK: readonly number[]): { sensor: string; why: string } | null {
  const bySensor = new Map<string, number[]>();
  readings.forEach((reading, i) => {
    if (Number.isNaN(residualK[i])) return;
    bySensor.set(nameOf(reading), [...(bySensor.get(nameOf(reading)) ?? []), residualK[i]]);
  });
  for (const [sensor, residuals] of bySensor) {
    const off = residuals.filter((r) => Math.abs(r) > OUTLIER_K).length;
    if (residuals.length >= 5 && off > residuals.length / 2)
      return {
        sensor,
        why: `${String(off)} of ${String(residuals.length)} readings are more than ${OUTLIER_K.toFixed(1)} K from anything likely: look at the sensor.`,
      };
  }
  return null;
}

function fit(problem: TwinProblem): Omit<Estimate, 'leftOut' | 'believed'> {
  const { readings, nowS } = problem;
  const size = DEVIATIONS.length;
  const endS = Math.max(600, nowS);
  let simulations = 0;
  const would = (deviation: Deviation): number[] => {
    simulations += 1;
    return predicted(runTo(problem, deviation, endS), readings);
  };
  const badness = (deviation: Deviation, values: readonly number[]): number =>
    deviation.reduce((sum, z) => sum + z * z, 0) / 2 - logLikelihood(readings, values);
  let at: Deviation = AS_PLANNED;
  let values = would(at);
  let curvature = Matrix.eye(size, size);
  for (let step = 0; step < STEPS; step++) {
    const slopes = DEVIATIONS.map((_, k) => {
      const leaned = would(at.map((z, i) => (i === k ? z + LEAN : z)));
      return leaned.map((value, i) => (value - values[i]) / LEAN);
    });
    curvature = Matrix.eye(size, size);
    const pull = at.map((z) => -z);
    readings.forEach(({ tempK }, i) => {
      const r = (tempK - values[i]) / NOISE_K;
      if (Number.isNaN(r)) return;
      const weight = (TAILS + 1) / (TAILS + r * r);
      for (let a = 0; a < size; a++) {
        const slope = slopes[a][i] / NOISE_K;
        pull[a] += weight * slope * r;
        for (let b = 0; b < size; b++) curvature.set(a, b, curvature.get(a, b) + (weight * slope * slopes[b][i]) / NOISE_K);
      }
    });
    const change = inverse(curvature).mmul(Matrix.columnVector(pull)).to1DArray();
    const before = badness(at, values);
    let [share, moved] = [1, false];
    for (; share > 0.1; share /= 2) {
      const next = at.map((z, i) => Math.max(-4, Math.min(4, z + share * change[i])));
      const nextValues = would(next);
      if (badness(next, nextValues) > before) continue;
      [at, values, moved] = [next, nextValues, true];
      break;
    }
    if (!moved || Math.max(...change.map((z) => Math.abs(z * share))) < SETTLED) break;
  }
  return { deviation: at, covariance: inverse(curvature), residualK: readings.map(({ tempK }, i) => tempK - values[i]), simulations };
}

/** Lower triangle whose square is a covariance; a little of the prior keeps it whole. */
export function rootOf(covariance: Matrix): Matrix {
  const whole = Matrix.add(covariance, covariance.transpose()).mul(0.5);
  for (let i = 0; i < whole.rows; i++) whole.set(i, i, whole.get(i, i) + 1e-9);
  return new CholeskyDecomposition(whole).lowerTriangularMatrix;
}

import { SeededRandom } from '../numerics/seeded-random.js';
import { KELVIN } from '../units/kelvin.js';
import { DEVIATIONS, valueOf, type Deviation } from './deviate.js';
import { estimate, logLikelihood, predicted, rootOf, runTo, type Estimate } from './estimate.js';
import type { TwinProblem } from './twin-problem.js';

/** Of what may be: one in twenty is lower, half, one in twenty is higher. */
export interface Band {
  readonly p5: number;
  readonly p50: number;
  readonly p95: number;
}

export interface LayerForecast {
  readonly name: string;
  readonly peakC: Band;
  readonly peakH: Band;
  /** null: hardly any way that it gels within the time */
  readonly gelH: Band | null;
}

export interface TwinForecast {
  readonly layers: readonly LayerForecast[];
  readonly parameters: readonly { readonly key: string; readonly name: string; readonly band: Band }[];
  readonly estimate: Estimate;
  readonly simulations: number;
}

/** Runs of what may be, in pairs about the likeliest. */
const RUNS = 90;
/** Drawn a little wider than the estimate says, for what is not linear; weights put it right. */
const WIDER = 1.25;
const SEED = 20260214;

/**
 * What becomes of a build by what was read of it until now: runs drawn about the likeliest deviation, each weighted by prior and readings.
 * @param shouldStop asked before every run; with fewer runs bands are rougher
 */
export function forecastTwin(problem: TwinProblem, shouldStop: () => boolean = () => false): TwinForecast {
  const likely = estimate(problem);
  const { believed } = likely;
  const root = rootOf(likely.covariance);
  const random = new SeededRandom(SEED);
  const size = DEVIATIONS.length;
  const runs: { readonly deviation: Deviation; readonly logWeight: number; readonly outcome: readonly Outcome[] }[] = [];
  const run = (normal: readonly number[]): void => {
    const deviation = likely.deviation.map((z, i) => z + WIDER * normal.reduce((sum, n, j) => sum + root.get(i, j) * n, 0));
    const result = runTo(problem, deviation, problem.planned.endS);
    if (result.status !== 'converged') return;
    const logWeight =
      logLikelihood(believed, predicted(result, believed)) -
      deviation.reduce((sum, z) => sum + z * z, 0) / 2 +
      normal.reduce((sum, n) => sum + n * n, 0) / 2;
    const outcome = result.layers
      .filter(({ plug }) => !plug)
      .map(({ name, peakK, peakS, gelS }) => ({ name, peakC: peakK - KELVIN, peakH: peakS / 3600, gelH: gelS === null ? null : gelS / 3600 }));
    runs.push({ deviation, logWeight, outcome });
  };
  for (let i = 0; i < RUNS / 2 && !shouldStop(); i++) {
    const normal = Array.from({ length: size }, () => random.normal());
    run(normal);
    run(normal.map((n) => -n));
  }
  const heaviest = Math.max(...runs.map(({ logWeight }) => logWeight));
  const weights = runs.map(({ logWeight }) => Math.exp(logWeight - heaviest));
  const names = runs.at(0)?.outcome.map(({ name }) => name) ?? [];
  return {
    layers: names.map((name, l): LayerForecast => {
      const of = (pick: (outcome: Outcome) => number | null): Band | null =>
        bandOf(
          runs.map(({ outcome }) => pick(outcome[l])),
          weights,
        );
      const none = { p5: NaN, p50: NaN, p95: NaN };
      return { name, peakC: of(({ peakC }) => peakC) ?? none, peakH: of(({ peakH }) => peakH) ?? none, gelH: of(({ gelH }) => gelH) };
    }),
    parameters: DEVIATIONS.map(({ key, name }, k) => ({
      key,
      name,
      band: bandOf(
        runs.map(({ deviation }) => valueOf(deviation, k)),
        weights,
      ) ?? { p5: NaN, p50: NaN, p95: NaN },
    })),
    estimate: likely,
    simulations: likely.simulations + runs.length,
  };
}

interface Outcome {
  readonly name: string;
  readonly peakC: number;
  readonly peakH: number;
  readonly gelH: number | null;
}

/** Weighted quantiles, straight between the middles of the weights; null where less than half of the weight has a value. */
export function bandOf(values: readonly (number | null)[], weights: readonly number[]): Band | null {
  const known = values
    .flatMap((value, i) => (value === null || !(weights[i] > 0) ? [] : [{ value, weight: weights[i] }]))
    .sort((a, b) => a.value - b.value);
  const total = known.reduce((sum, { weight }) => sum + weight, 0);
  if (known.length === 0 || total < weights.reduce((sum, weight) => sum + weight, 0) / 2) return null;
  const at = (share: number): number => {
    let below = 0;
    let before: { value: number; middle: number } | null = null;
    for (const { value, weight } of known) {
      const middle = (below + weight / 2) / total;
      if (middle >= share)
        return before === null ? value : before.value + ((share - before.middle) / (middle - before.middle)) * (value - before.value);
      before = { value, middle };
      below += weight;
    }
    return known[known.length - 1].value;
  };
  return { p5: at(0.05), p50: at(0.5), p95: at(0.95) };
}

import type { FitKey } from './fit-parameters.js';
import { WIDEST, type FitProblem, type Predict } from './fit-problem.js';
import type { Observation } from './observations.js';

interface PeakSeen {
  readonly timeS: number;
  readonly riseK: number;
}

/** Time and height of the cup's peak in a set of predictions or measurements. */
function peakOf(observations: readonly Observation[], values: readonly number[]): PeakSeen | null {
  const temperatures = observations.flatMap((o, i) =>
    o.what === 'temperature' && o.source === 'cup' ? [{ timeS: o.timeS ?? 0, value: values[i] }] : [],
  );
  if (temperatures.length > 0) {
    const top = temperatures.reduce((best, one) => (one.value > best.value ? one : best));
    return { timeS: top.timeS, riseK: top.value - temperatures[0].value };
  }
  const time = observations.findIndex((o) => o.what === 'peak time');
  const peak = observations.findIndex((o) => o.what === 'peak');
  return time < 0 || peak < 0 ? null : { timeS: values[time] * 60, riseK: values[peak] - ROOM_C };
}

/** Assumed start where only a peak was written down; it only places the first guess. */
const ROOM_C = 22;
const GUESSES = 5;
/** Shares of the delay that the first number (induction, or a rate) takes up in the starts that are tried, as logarithms. */
const FIRST_SHARES = [-0.5, -0.25, 0, 0.25, 0.5];

/**
 * Where to start from. Time to peak fixes induction and k2 together only, a long narrow valley; so several points along it are
 * made: the first number set, the second moved until the peak comes at the measured time.
 */
export function firstGuesses({ observations, keys }: FitProblem, predict: Predict): (readonly number[])[] {
  const seen = peakOf(
    observations,
    observations.map(({ value }) => value),
  );
  const clamp = (value: number): number => Math.min(0.8 * WIDEST, Math.max(-0.8 * WIDEST, value));
  const slows: Record<FitKey, number> = { t_ind_min: 1, k1: -1, k2: -1, rates: -1, H: 0 };
  const model = peakOf(observations, predict(keys.map(() => 0)));
  if (!seen || !model || !(seen.timeS > 0 && model.timeS > 0 && seen.riseK > 0)) return [keys.map(() => 0)];
  const delay = Math.log(seen.timeS / model.timeS);
  const starts = FIRST_SHARES.map((share) => {
    let theta: readonly number[] = keys.map((key, i) => (i === 0 ? clamp(slows[key] * (delay + share)) : slows[key] * delay));
    for (let round = 0; round < GUESSES; round++) {
      const now = peakOf(observations, predict(theta));
      if (!now || !(now.timeS > 0 && now.riseK > 0)) break;
      const later = Math.log(seen.timeS / now.timeS);
      const hotter = Math.log(seen.riseK / now.riseK);
      theta = theta.map((t, i) => clamp(t + (keys[i] === 'H' ? hotter : i === 0 ? 0 : slows[keys[i]] * later)));
    }
    return theta;
  });
  return [keys.map(() => 0), ...starts];
}

import { Matrix } from 'ml-matrix';
import type { KineticCard } from '../cure/kinetic-card.js';
import { scaledCard, type FitKey } from './fit-parameters.js';
import type { Measured, Observation } from './observations.js';

/** Fitted numbers may move by this factor at most [e^±]. */
export const WIDEST = Math.log(6);
/** Step of a logarithm for slopes. */
export const STEP = 0.005;

/** A card, the numbers that may move, and what was measured. */
export interface FitProblem {
  readonly card: KineticCard;
  readonly keys: readonly FitKey[];
  readonly measured: readonly Measured[];
  readonly observations: readonly Observation[];
}

/** Predictions of all observations at e^θ times the card's numbers. */
export type Predict = (theta: readonly number[]) => readonly number[];

/** Predictions at e^θ, remembered: the same point is asked for its misfit and for its slopes. */
export function predictor({ card, keys, measured }: FitProblem): { at: Predict; count: () => number } {
  const seen = new Map<string, readonly number[]>();
  let count = 0;
  return {
    at: (theta) => {
      const key = theta.map((t) => t.toFixed(12)).join(' ');
      const known = seen.get(key);
      if (known) return known;
      count += 1;
      const trial = scaledCard(card, keys, theta);
      const values = measured.flatMap(({ predict }) => [...predict(trial)]);
      seen.set(key, values);
      return values;
    },
    count: () => count,
  };
}

/** Weighted sum of squares. */
export function misfit(observations: readonly Observation[], values: readonly number[]): number {
  return observations.reduce((sum, { value, sigma }, i) => sum + ((value - values[i]) / sigma) ** 2, 0);
}

/**
 * Residuals over their standard errors, and their change with each number: rows observations, columns numbers.
 * @param free indices of the numbers asked for, all of them if left out
 */
export function linearized(
  { keys, observations }: FitProblem,
  predict: Predict,
  theta: readonly number[],
  free: readonly number[] = keys.map((_key, k) => k),
): { residuals: Matrix; jacobian: Matrix } {
  const at = predict(theta);
  const columns = free.map((k) => {
    const up = predict(theta.map((t, j) => (j === k ? t + STEP : t)));
    const down = predict(theta.map((t, j) => (j === k ? t - STEP : t)));
    return observations.map(({ sigma }, i) => (up[i] - down[i]) / (2 * STEP * sigma));
  });
  return {
    residuals: Matrix.columnVector(observations.map(({ value, sigma }, i) => (value - at[i]) / sigma)),
    jacobian: new Matrix(columns).transpose(),
  };
}

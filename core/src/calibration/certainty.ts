import { inverse } from 'ml-matrix';
import { linearized, WIDEST, type FitProblem, type Predict } from './fit-problem.js';

/** Beyond these the data do not tell a number: relative standard error, correlation with another. */
const UNTOLD_ERROR = 0.35;
const UNTOLD_CORRELATION = 0.985;

/** What is known of a solution. */
export interface Certainty {
  /** Relative standard errors, and correlations between the numbers */
  readonly errors: readonly number[];
  readonly correlation: readonly (readonly number[])[];
}

/**
 * Standard errors and correlations from the Jacobian at the solution. Readings of one log err together (the model is off for
 * minutes, not for one reading), so the number of independent ones is reduced by their lag-one correlation.
 */
export function certainty(problem: FitProblem, predict: Predict, theta: readonly number[]): Certainty {
  const { keys } = problem;
  const { residuals: weighted, jacobian } = linearized(problem, predict, theta);
  const residuals = weighted.to1DArray();
  const normal = jacobian.transpose().mmul(jacobian);
  // A direction the data do not touch at all must come out as "cannot tell", not as an error.
  for (let k = 0; k < keys.length; k++) normal.set(k, k, normal.get(k, k) + 1e-6);
  const covariance = inverse(normal);
  const n = residuals.length;
  const sum = residuals.reduce((total, r) => total + r * r, 0);
  const lag = residuals.slice(1).reduce((total, r, i) => total + r * residuals[i], 0);
  const rho = sum > 0 ? Math.min(0.95, Math.max(0, lag / sum)) : 0;
  const inflate = Math.max(1, sum / Math.max(1, n - keys.length)) * (n > 10 ? (1 + rho) / (1 - rho) : 1);
  const errors = keys.map((_key, k) => Math.sqrt(covariance.get(k, k) * inflate));
  const correlation = keys.map((_a, i) => keys.map((_b, j) => covariance.get(i, j) / Math.sqrt(covariance.get(i, i) * covariance.get(j, j))));
  return { errors, correlation };
}

/** The parameter that the data tell least, if they do not tell it; −1 when all are told. */
export function worstTold({ errors, correlation }: Certainty, theta: readonly number[]): number {
  const worst = errors.reduce((most, e, i) => (e > errors[most] ? i : most), 0);
  const tangled = correlation[worst].some((c, j) => j !== worst && Math.abs(c) > UNTOLD_CORRELATION);
  const stuck = Math.abs(theta[worst]) > 0.99 * WIDEST;
  return errors[worst] > UNTOLD_ERROR || (tangled && errors[worst] > 0.1) || (stuck && errors[worst] > 0.1) ? worst : -1;
}

/** Why a number is not told, for the one who measured. */
export function reasonFor({ errors, correlation }: Certainty, i: number): string {
  const other = correlation[i].findIndex((c, j) => j !== i && Math.abs(c) > UNTOLD_CORRELATION);
  return other >= 0
    ? 'These data tell it only together with another number; the card’s own is kept.'
    : `These data leave it open by ±${(100 * errors[i]).toFixed(0)} %; the card’s own is kept.`;
}

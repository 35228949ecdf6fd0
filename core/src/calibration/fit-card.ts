import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { inverse, Matrix, solve } from 'ml-matrix';
import type { KineticCard } from '../cure/kinetic-card.js';
import { fitLabels, fittedKeys, scaledCard, type FitKey } from './fit-parameters.js';
import type { Measured, Observation } from './observations.js';

/** One fitted number with what the data know about it. */
export interface FittedParameter {
  readonly key: FitKey;
  readonly label: string;
  readonly unit: string;
  readonly before: number;
  readonly value: number;
  /** Relative standard error, e^±: 0.05 is 5 % [-] */
  readonly relativeError: number;
  /** false: the data cannot tell this number; the card's own is kept */
  readonly told: boolean;
  readonly reason: string | null;
}

export interface FitResult {
  /** `hopeless`: no sensible card follows these data */
  readonly status: 'converged' | 'hopeless';
  readonly message: string;
  /** The card with what the data could tell */
  readonly card: KineticCard;
  readonly parameters: readonly FittedParameter[];
  readonly observations: readonly Observation[];
  /** Model before and after at the observations; same order and unit */
  readonly before: readonly number[];
  readonly after: readonly number[];
  /** Root mean square of the temperature residuals [K]; null without temperatures */
  readonly rmsK: number | null;
  readonly rmsBeforeK: number | null;
  readonly simulations: number;
}

/** Fitted numbers may move by this factor at most [e^±]. */
const WIDEST = Math.log(6);
const STEP = 0.005;
const ITERATIONS = 6;
/** Most downhill steps after it, the longest of one, and the share below which a step ends the search */
const POLISH = 25;
const LONGEST = 0.4;
const SETTLED = 1e-4;
/** Beyond these the data do not tell a number: relative standard error, correlation with another. */
const UNTOLD_ERROR = 0.35;
const UNTOLD_CORRELATION = 0.985;
/** A fit that is off by more than this is none [K]. */
const HOPELESS_K = 15;

interface Problem {
  readonly card: KineticCard;
  readonly keys: readonly FitKey[];
  readonly measured: readonly Measured[];
  readonly observations: readonly Observation[];
}

/** Predictions at e^θ, remembered: the fitting library asks for the same point once per observation and again for its error. */
function predictor({ card, keys, measured }: Problem): { at: (theta: readonly number[]) => readonly number[]; count: () => number } {
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
/** Shares of the delay that the first number (induction, or k1) takes up in the starts that are tried, as logarithms. */
const FIRST_SHARES = [-0.5, -0.25, 0, 0.25, 0.5];
const STARTS = 2;

/**
 * Where to start from. Time to peak fixes induction and k2 together only, a long narrow valley; so several points along it are
 * made (the first number set, the second moved until the peak comes at the measured time), and the best are descended from.
 */
function firstGuesses({ observations, keys }: Problem, predict: Predict): (readonly number[])[] {
  const seen = peakOf(
    observations,
    observations.map(({ value }) => value),
  );
  const clamp = (value: number): number => Math.min(0.8 * WIDEST, Math.max(-0.8 * WIDEST, value));
  const slows: Record<FitKey, number> = { t_ind_min: 1, k1: -1, k2: -1, H: 0 };
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
  const at = (theta: readonly number[]): number => misfit(observations, predict(theta));
  return [keys.map(() => 0), ...starts].sort((one, other) => at(one) - at(other)).slice(0, STARTS);
}

/** Weighted sum of squares. */
function misfit(observations: readonly Observation[], values: readonly number[]): number {
  return observations.reduce((sum, { value, sigma }, i) => sum + ((value - values[i]) / sigma) ** 2, 0);
}

/**
 * Fits a card to measurements by least squares (Levenberg–Marquardt, logarithms of the numbers, each observation by its own
 * standard error). Numbers that the data do not tell go back to the card's and the others are fitted again without them.
 * @param card the card before
 * @param cups cup tests, and @param laminates laminate temperatures; together at least one
 * @see docs/references.md#levenberg-marquardt
 */
export function fitCard(card: KineticCard, cups: readonly Measured[], laminates: readonly Measured[]): FitResult {
  const measured = [...cups, ...laminates];
  const observations = measured.flatMap((m) => m.observations);
  let keys = fittedKeys(card, laminates.length > 0);
  const dropped: FittedParameter[] = [];
  let simulations = 0;
  for (;;) {
    const problem: Problem = { card, keys, measured, observations };
    const fit = fitOnce(problem);
    simulations += fit.simulations;
    const untold = worstTold(fit);
    if (untold < 0 || keys.length === 1) return finish(problem, fit, dropped, simulations);
    dropped.push({ ...parameterOf(problem, fit, untold, reasonFor(fit, untold)), value: card[keys[untold]] ?? 0, told: false });
    keys = keys.filter((_key, i) => i !== untold);
  }
}

interface Fit {
  readonly theta: readonly number[];
  readonly errors: readonly number[];
  readonly correlation: readonly (readonly number[])[];
  readonly own: readonly number[];
  readonly after: readonly number[];
  readonly simulations: number;
}

function fitOnce(problem: Problem): Fit {
  const { keys } = problem;
  const predict = predictor(problem);
  const own = predict.at(keys.map(() => 0));
  const theta = descend(problem, predict.at);
  return { theta, own, after: predict.at(theta), ...certainty(problem, predict.at, theta), simulations: predict.count() };
}

type Predict = (theta: readonly number[]) => readonly number[];

/** From each start by the library, then downhill only; the best end counts. */
function descend(problem: Problem, predict: Predict): readonly number[] {
  const { observations } = problem;
  const misfitAt = (theta: readonly number[]): number => misfit(observations, predict(theta));
  const ends = firstGuesses(problem, predict).map((start) => polished(problem, predict, improved(problem, predict, start)));
  return ends.reduce((best, one) => (misfitAt(one) < misfitAt(best) ? one : best));
}

/** Residuals over their standard errors, and their change with each number: rows observations, columns numbers. */
function linearized({ keys, observations }: Problem, predict: Predict, theta: readonly number[]): { residuals: Matrix; jacobian: Matrix } {
  const at = predict(theta);
  const columns = keys.map((_key, k) => {
    const up = predict(theta.map((t, j) => (j === k ? t + STEP : t)));
    const down = predict(theta.map((t, j) => (j === k ? t - STEP : t)));
    return observations.map(({ sigma }, i) => (up[i] - down[i]) / (2 * STEP * sigma));
  });
  return {
    residuals: Matrix.columnVector(observations.map(({ value, sigma }, i) => (value - at[i]) / sigma)),
    jacobian: new Matrix(columns).transpose(),
  };
}

/**
 * The library also takes steps uphill and can stray from a narrow valley. From its answer, damped Gauss–Newton steps that are
 * taken only when they lower the misfit, until none does.
 */
function polished(problem: Problem, predict: Predict, start: readonly number[]): readonly number[] {
  const { observations, keys } = problem;
  const misfitAt = (theta: readonly number[]): number => misfit(observations, predict(theta));
  let theta = start;
  let damping = 1e-3;
  for (let i = 0; i < POLISH; i++) {
    const { residuals, jacobian } = linearized(problem, predict, theta);
    const normal = jacobian.transpose().mmul(jacobian);
    const slope = jacobian.transpose().mmul(residuals);
    const before = misfitAt(theta);
    let better: readonly number[] | null = null;
    for (; damping < 1e6; damping *= 10) {
      const damped = normal.clone();
      for (let k = 0; k < keys.length; k++) damped.set(k, k, normal.get(k, k) * (1 + damping) + 1e-9);
      const step = solve(damped, slope);
      const trial = theta.map((t, k) => Math.min(WIDEST, Math.max(-WIDEST, t + Math.max(-LONGEST, Math.min(LONGEST, step.get(k, 0))))));
      if (misfitAt(trial) < before) {
        better = trial;
        break;
      }
    }
    if (!better) break;
    theta = better;
    damping = Math.max(1e-6, damping / 10);
    if (misfitAt(theta) > before * (1 - SETTLED)) break;
  }
  return theta;
}

/** The fitting library's answer from a start, if it is better. */
function improved({ keys, observations }: Problem, predict: Predict, start: readonly number[]): readonly number[] {
  const { parameterValues } = levenbergMarquardt(
    { x: observations.map((_o, i) => i), y: observations.map(({ value }) => value) },
    (theta) => (i) => predict(theta)[i],
    {
      initialValues: [...start],
      weights: observations.map(({ sigma }) => sigma),
      minValues: keys.map(() => -WIDEST),
      maxValues: keys.map(() => WIDEST),
      gradientDifference: STEP,
      centralDifference: true,
      maxIterations: ITERATIONS,
      damping: 0.1,
      errorTolerance: 1e-8,
    },
  );
  return misfit(observations, predict(parameterValues)) < misfit(observations, predict(start)) ? parameterValues : start;
}

/**
 * Standard errors and correlations from the Jacobian at the solution. Readings of one log err together (the model is off for
 * minutes, not for one reading), so the number of independent ones is reduced by their lag-one correlation.
 */
function certainty(problem: Problem, predict: Predict, theta: readonly number[]): Pick<Fit, 'errors' | 'correlation'> {
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
function worstTold({ errors, correlation, theta }: Fit): number {
  const worst = errors.reduce((most, e, i) => (e > errors[most] ? i : most), 0);
  const tangled = correlation[worst].some((c, j) => j !== worst && Math.abs(c) > UNTOLD_CORRELATION);
  const stuck = Math.abs(theta[worst]) > 0.99 * WIDEST;
  return errors[worst] > UNTOLD_ERROR || (tangled && errors[worst] > 0.1) || (stuck && errors[worst] > 0.1) ? worst : -1;
}

function reasonFor({ errors, correlation }: Fit, i: number): string {
  const other = correlation[i].findIndex((c, j) => j !== i && Math.abs(c) > UNTOLD_CORRELATION);
  return other >= 0
    ? 'These data tell it only together with another number; the card’s own is kept.'
    : `These data leave it open by ±${(100 * errors[i]).toFixed(0)} %; the card’s own is kept.`;
}

function parameterOf({ card, keys }: Problem, { theta, errors }: Fit, i: number, reason: string | null): FittedParameter {
  const key = keys[i];
  const before = card[key] ?? 0;
  return { key, ...fitLabels[key], before, value: before * Math.exp(theta[i]), relativeError: errors[i], told: true, reason };
}

function finish(problem: Problem, fit: Fit, dropped: readonly FittedParameter[], simulations: number): FitResult {
  const { card, keys, observations } = problem;
  const temperatures = observations.flatMap((o, i) => (o.what === 'temperature' ? [i] : []));
  const rms = (values: readonly number[]): number | null =>
    temperatures.length === 0
      ? null
      : Math.sqrt(temperatures.reduce((sum, i) => sum + (values[i] - observations[i].value) ** 2, 0) / temperatures.length);
  const rmsK = rms(fit.after);
  const atBound = keys.some((_key, k) => Math.abs(fit.theta[k]) > 0.99 * WIDEST);
  const broken = fit.after.some((value) => !Number.isFinite(value));
  const hopeless = broken || atBound || (rmsK !== null && rmsK > HOPELESS_K);
  return {
    status: hopeless ? 'hopeless' : 'converged',
    message: hopeless
      ? atBound
        ? 'No card near this one follows these data: a number would have to change more than sixfold. Is it this resin, this catalyst level, this unit?'
        : `The best fit is still ${(rmsK ?? 0).toFixed(0)} K off. Is it this resin, was the probe in the middle, did it log in °C?`
      : 'Fitted.',
    card: scaledCard(card, keys, fit.theta),
    parameters: [...keys.map((_key, i) => parameterOf(problem, fit, i, null)), ...dropped],
    observations,
    before: fit.own,
    after: fit.after,
    rmsK,
    rmsBeforeK: rms(fit.own),
    simulations,
  };
}

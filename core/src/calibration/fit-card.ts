import type { KineticCard } from '../cure/kinetic-card.js';
import { certainty, reasonFor, worstTold, type Certainty } from './certainty.js';
import { descend } from './descend.js';
import { fitLabels, fittedKeys, heldOf, numbersOf, scaledCard, type FitNumber } from './fit-parameters.js';
import { misfit, predictor, WIDEST, type FitProblem } from './fit-problem.js';
import type { Measured, Observation } from './observations.js';

/** One fitted number with what the data know about it. */
export interface FittedParameter {
  readonly key: FitNumber;
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
  /** `poor`: the best card is off by more than the measurement; `hopeless`: no sensible card follows these data */
  readonly status: 'converged' | 'poor' | 'hopeless';
  readonly message: string;
  /** The card with what the data could tell */
  readonly card: KineticCard;
  readonly parameters: readonly FittedParameter[];
  /** What was taken from the card as it is: the errors hold if these are right */
  readonly held: readonly string[];
  readonly observations: readonly Observation[];
  /** Model before and after at the observations; same order and unit */
  readonly before: readonly number[];
  readonly after: readonly number[];
  /** Root mean square of the temperature residuals [K]; null without temperatures */
  readonly rmsK: number | null;
  readonly rmsBeforeK: number | null;
  readonly simulations: number;
}

/** A fit that is off by more than this is none, and one off by more than a thermometer in a cup is poor [K]. */
const HOPELESS_K = 15;
const POOR_K = 3;
/** Of numbers read off a cup, in their standard errors. */
const POOR_SIGMA = 2.5;
/** A number that the data do not tell is dropped only where the others follow the data as well without it. */
const RISE = { share: 0.02, absolute: 1 };

/**
 * Fits a card to measurements by least squares (damped Gauss–Newton, logarithms of the numbers, each observation by its own
 * standard error). Numbers that the data do not tell go back to the card's and the others are fitted again without them, unless that
 * follows the data less well.
 * @param card the card before
 * @param cups cup tests, and @param laminates laminate temperatures; together at least one
 * @see docs/references.md#levenberg-marquardt
 */
export function fitCard(card: KineticCard, cups: readonly Measured[], laminates: readonly Measured[]): FitResult {
  const measured = [...cups, ...laminates];
  const observations = measured.flatMap((m) => m.observations);
  let problem: FitProblem = { card, keys: fittedKeys(card, laminates.length > 0), measured, observations };
  let fit = fitOnce(problem);
  let { simulations } = fit;
  const dropped: FittedParameter[] = [];
  for (;;) {
    const untold = worstTold(fit, fit.theta);
    if (untold < 0 || problem.keys.length === 1) break;
    const fewer: FitProblem = { ...problem, keys: problem.keys.filter((_key, i) => i !== untold) };
    const without = fitOnce(fewer);
    simulations += without.simulations;
    if (misfit(observations, without.after) > misfit(observations, fit.after) * (1 + RISE.share) + RISE.absolute) break;
    dropped.push(...parametersOf(problem, fit, untold, reasonFor(fit, untold)).map((one) => ({ ...one, value: one.before, told: false })));
    problem = fewer;
    fit = without;
  }
  return finish(problem, fit, dropped, simulations);
}

interface Fit extends Certainty {
  readonly theta: readonly number[];
  readonly own: readonly number[];
  readonly after: readonly number[];
  readonly simulations: number;
}

function fitOnce(problem: FitProblem): Fit {
  const { keys } = problem;
  const predict = predictor(problem);
  const own = predict.at(keys.map(() => 0));
  const theta = descend(problem, predict.at);
  return { theta, own, after: predict.at(theta), ...certainty(problem, predict.at, theta), simulations: predict.count() };
}

function parametersOf({ card, keys }: FitProblem, { theta, errors }: Fit, i: number, reason: string | null): FittedParameter[] {
  return numbersOf(keys[i]).map((key) => {
    const before = card[key] ?? 0;
    return { key, ...fitLabels[key], before, value: before * Math.exp(theta[i]), relativeError: errors[i], told: true, reason };
  });
}

function finish(problem: FitProblem, fit: Fit, dropped: readonly FittedParameter[], simulations: number): FitResult {
  const { card, keys, observations } = problem;
  const temperatures = observations.flatMap((o, i) => (o.what === 'temperature' ? [i] : []));
  const rms = (values: readonly number[]): number | null =>
    temperatures.length === 0
      ? null
      : Math.sqrt(temperatures.reduce((sum, i) => sum + (values[i] - observations[i].value) ** 2, 0) / temperatures.length);
  const rmsK = rms(fit.after);
  const atBound = keys.some((_key, k) => Math.abs(fit.theta[k]) > 0.99 * WIDEST);
  const broken = fit.after.some((value) => !Number.isFinite(value));
  const sigmas = Math.sqrt(misfit(observations, fit.after) / observations.length);
  const hopeless = broken || atBound || (rmsK !== null && rmsK > HOPELESS_K);
  const poor = rmsK === null ? sigmas > POOR_SIGMA : rmsK > POOR_K;
  return {
    status: hopeless ? 'hopeless' : poor ? 'poor' : 'converged',
    message: messageOf(hopeless ? (atBound ? 'bound' : 'far') : poor ? 'poor' : 'fitted', rmsK),
    card: scaledCard(card, keys, fit.theta),
    parameters: [...keys.flatMap((_key, i) => parametersOf(problem, fit, i, null)), ...dropped],
    held: heldOf(keys),
    observations,
    before: fit.own,
    after: fit.after,
    rmsK,
    rmsBeforeK: rms(fit.own),
    simulations,
  };
}

function messageOf(end: 'bound' | 'far' | 'poor' | 'fitted', rmsK: number | null): string {
  switch (end) {
    case 'bound':
      return 'No card near this one follows these data: a number would have to change more than sixfold. Is it this resin, this catalyst level, this unit?';
    case 'far':
      return `The best fit is still ${(rmsK ?? 0).toFixed(0)} K off. Is it this resin, was the probe in the middle, did it log in °C?`;
    case 'poor':
      return rmsK === null
        ? 'No card follows these numbers together: one of them is misread, or from another level or temperature.'
        : `The best fit is still ${rmsK.toFixed(1)} K off, more than a thermometer errs: the numbers would be wrong elsewhere. Measure again, with the probe in the middle.`;
    case 'fitted':
      return 'Fitted.';
  }
}

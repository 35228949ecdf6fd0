import type { KineticCard } from '../cure/kinetic-card.js';
import { certainty, reasonFor, worstTold, type Certainty } from './certainty.js';
import { descend } from './descend.js';
import { fitLabels, fittedKeys, scaledCard, type FitKey } from './fit-parameters.js';
import { predictor, WIDEST, type FitProblem } from './fit-problem.js';
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

/** A fit that is off by more than this is none [K]. */
const HOPELESS_K = 15;

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
    const problem: FitProblem = { card, keys, measured, observations };
    const fit = fitOnce(problem);
    simulations += fit.simulations;
    const untold = worstTold(fit, fit.theta);
    if (untold < 0 || keys.length === 1) return finish(problem, fit, dropped, simulations);
    dropped.push({ ...parameterOf(problem, fit, untold, reasonFor(fit, untold)), value: card[keys[untold]] ?? 0, told: false });
    keys = keys.filter((_key, i) => i !== untold);
  }
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

function parameterOf({ card, keys }: FitProblem, { theta, errors }: Fit, i: number, reason: string | null): FittedParameter {
  const key = keys[i];
  const before = card[key] ?? 0;
  return { key, ...fitLabels[key], before, value: before * Math.exp(theta[i]), relativeError: errors[i], told: true, reason };
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

import { solve } from 'ml-matrix';
import { firstGuesses } from './first-guesses.js';
import { linearized, misfit, WIDEST, type FitProblem, type Predict } from './fit-problem.js';

/** Most steps downhill, the longest of one, and the share below which a step ends the search. */
const STEPS = 40;
const LONGEST = 0.4;
const SETTLED = 1e-4;

/** A look along the valley takes so few steps; the best so many places of it are gone down from. */
const LOOK_STEPS = 4;
const STARTS = 2;

/**
 * Downhill from the best places along the valley in which the first number and the others trade places: at each of them the others are
 * brought to rest first, for how far off a start is says little about where it leads.
 */
export function descend(problem: FitProblem, predict: Predict): readonly number[] {
  const { observations } = problem;
  const misfitAt = (theta: readonly number[]): number => misfit(observations, predict(theta));
  const others = problem.keys.map((_key, i) => i).slice(problem.keys.length > 1 ? 1 : 0);
  const along = firstGuesses(problem, predict).map((start) => downhill(problem, predict, start, { free: others, steps: LOOK_STEPS }));
  const starts = along.sort((one, other) => misfitAt(one) - misfitAt(other)).slice(0, STARTS);
  const every = problem.keys.map((_key, i) => i);
  const ends = starts.map((start) => downhill(problem, predict, start, { free: every, steps: STEPS }));
  return ends.reduce((best, one) => (misfitAt(one) < misfitAt(best) ? one : best));
}

/** Which numbers may move, and for how long. */
interface Walk {
  readonly free: readonly number[];
  readonly steps: number;
}

/**
 * Damped Gauss–Newton steps that are taken only when they lower the misfit, until none does: an optimizer that also goes uphill
 * strays from the narrow valley along which induction and rate trade places.
 * @see docs/references.md#levenberg-marquardt
 */
function downhill(problem: FitProblem, predict: Predict, start: readonly number[], { free, steps }: Walk): readonly number[] {
  const { observations } = problem;
  const misfitAt = (theta: readonly number[]): number => misfit(observations, predict(theta));
  let theta = start;
  let damping = 1e-3;
  for (let i = 0; i < steps; i++) {
    const { residuals, jacobian } = linearized(problem, predict, theta, free);
    const normal = jacobian.transpose().mmul(jacobian);
    const slope = jacobian.transpose().mmul(residuals);
    const before = misfitAt(theta);
    let better: readonly number[] | null = null;
    for (; damping < 1e6; damping *= 10) {
      const damped = normal.clone();
      for (let k = 0; k < free.length; k++) damped.set(k, k, normal.get(k, k) * (1 + damping) + 1e-9);
      const step = solve(damped, slope);
      const trial = [...theta];
      free.forEach((at, k) => {
        trial[at] = Math.min(WIDEST, Math.max(-WIDEST, theta[at] + Math.max(-LONGEST, Math.min(LONGEST, step.get(k, 0)))));
      });
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

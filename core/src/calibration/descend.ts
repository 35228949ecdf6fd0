import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { solve } from 'ml-matrix';
import { firstGuesses } from './first-guesses.js';
import { linearized, misfit, STEP, WIDEST, type FitProblem, type Predict } from './fit-problem.js';

/** Of the library. */
const ITERATIONS = 6;
/** Most downhill steps after it, the longest of one, and the share below which a step ends the search. */
const POLISH = 25;
const LONGEST = 0.4;
const SETTLED = 1e-4;

/** From each start by the library, then downhill only; the best end counts. */
export function descend(problem: FitProblem, predict: Predict): readonly number[] {
  const { observations } = problem;
  const misfitAt = (theta: readonly number[]): number => misfit(observations, predict(theta));
  const ends = firstGuesses(problem, predict).map((start) => polished(problem, predict, improved(problem, predict, start)));
  return ends.reduce((best, one) => (misfitAt(one) < misfitAt(best) ? one : best));
}

/**
 * The library also takes steps uphill and can stray from a narrow valley. From its answer, damped Gauss–Newton steps that are
 * taken only when they lower the misfit, until none does.
 */
function polished(problem: FitProblem, predict: Predict, start: readonly number[]): readonly number[] {
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
function improved({ keys, observations }: FitProblem, predict: Predict, start: readonly number[]): readonly number[] {
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

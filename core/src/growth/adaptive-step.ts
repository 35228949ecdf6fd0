import type { RunStatus } from './growth-result.js';
import type { RosenbrockStepper } from './rosenbrock-step.js';

/** A run's clock: where it is, and how long the next step should be. */
export interface Clock {
  timeS: number;
  stepS: number;
  /** A step was cut to land on the moment in sight: from here on the way there depends on it */
  landing?: boolean;
}

const SHORTEST_STEP_S = 1e-7;
/** First step after something new was laid [s]. */
export const FIRST_STEP_S = 2;

/** What one accepted step was, or why there is none. */
export type StepOutcome =
  | { readonly status: 'converged'; readonly fromS: number; readonly h: number; readonly reaction: number }
  | { readonly status: Exclude<RunStatus, 'converged' | 'cancelled'> };

/**
 * Takes one accepted step toward a moment and sets the clock, landing on the moment exactly; landing does not shorten the step after it.
 */
export function adaptiveStep(stepper: RosenbrockStepper, clock: Clock, untilS: number, maxStepS: number): StepOutcome {
  for (;;) {
    const left = untilS - clock.timeS;
    const h = left < 1.2 * clock.stepS ? left : Math.min(clock.stepS, left / 2);
    const error = stepper.attempt(clock.timeS, h);
    const factor = Math.min(2, Math.max(0.2, 0.95 / Math.sqrt(error)));
    if (error > 1) {
      // At most 0.8, or a step stretched to land on an event would be tried again unchanged, forever.
      clock.stepS = h * Math.min(factor, 0.8);
      if (clock.stepS < SHORTEST_STEP_S) return { status: 'diverged' };
      continue;
    }
    const fromS = clock.timeS;
    if (h !== clock.stepS) clock.landing = true;
    const reaction = stepper.accept(h);
    clock.timeS = left === h ? untilS : fromS + h;
    clock.stepS = Math.min(maxStepS, left === h ? Math.max(clock.stepS, h * factor) : h * factor);
    return { status: 'converged', fromS, h, reaction };
  }
}

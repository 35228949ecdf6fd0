import type { Words } from '../units/amounts.js';
import type { Step, StepKind } from './step.js';

/** Something of a plan that has its time. */
export interface PlanMoment {
  /** From 00:00 of day 1 [min] */
  readonly atMin: number;
  readonly what: Words;
}

const MARKED: readonly StepKind[] = ['gate', 'set up', 'trim', 'frame', 'ramp', 'demold'];

/** The moments of a plan that a board reminds of: gates, sessions, trims, frame, oven and demolding, in their order. */
export function momentsOf(steps: readonly Step[]): PlanMoment[] {
  return steps
    .filter(({ kind, id }) => MARKED.includes(kind) && id !== 'commission:gate')
    .map(({ startMin, name }) => ({ atMin: Math.round(startMin), what: name }))
    .sort((a, b) => a.atMin - b.atMin);
}

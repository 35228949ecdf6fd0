import type { Words } from '../units/amounts.js';
import type { Step, StepKind } from './step.js';
import type { TickedStep } from './step-log.js';

/** Something of a plan that has its time. */
export interface PlanMoment {
  /** From 00:00 of day 1 [min] */
  readonly atMin: number;
  readonly what: Words;
  /** The step that it is the beginning of */
  readonly stepId: string;
}

const MARKED: readonly StepKind[] = ['gate', 'set up', 'trim', 'frame', 'ramp', 'demold'];

/**
 * The moments of a plan that a board reminds of: gates, sessions, trims, frame, oven and demolding, in their order.
 * @param ticked steps that are ticked in the plan
 */
export function momentsOf(steps: readonly Step[], ticked: readonly TickedStep[] = []): PlanMoment[] {
  return steps
    .filter(({ kind, id }) => MARKED.includes(kind) && id !== 'commission:gate' && !ticked.some(({ stepId }) => stepId === id))
    .map(({ id, startMin, name }) => ({ atMin: Math.round(startMin), what: name, stepId: id }))
    .sort((a, b) => a.atMin - b.atMin);
}

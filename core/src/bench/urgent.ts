import type { StepEntry } from '../log/entry.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { isRunning, stepStates, tickedInMold, type StepState } from '../steps/step-log.js';
import type { Step } from '../steps/step.js';
import { words, type Words } from '../units/amounts.js';
import type { RunningPot } from './pots.js';

/** What presses at a build: a pot to empty, a window that closes, what somebody is at, or what comes next. */
export interface Urgent {
  readonly kind: 'pot' | 'closes' | 'at it' | 'next';
  readonly what: Words;
  /** Empty by, closes, ends, begins: by the plan's clock [min] */
  readonly atMin: number;
}

interface BuildNow {
  readonly plan: PlanDocument;
  /** As they are expected by now */
  readonly steps: readonly Step[];
  readonly entries: readonly StepEntry[];
  readonly pots: readonly RunningPot[];
  readonly nowMin: number;
}

/** Steps of a build that are neither done nor skipped, nor ticked in its plan. */
export function openSteps({ plan, steps, entries }: Pick<BuildNow, 'plan' | 'steps' | 'entries'>): Step[] {
  const states = stepStates(entries);
  const ticked = new Set(tickedInMold(plan).map(({ stepId }) => stepId));
  const stateOf = (id: string): StepState => states.get(id)?.state ?? (ticked.has(id) ? 'done' : 'open');
  return steps.filter(({ id }) => !['done', 'skipped'].includes(stateOf(id)));
}

/** A window that closes so soon goes before what is merely late [min]. */
const SOON_MIN = 30;

const rankOf = ({ kind }: Urgent, inMin: number): number => (kind === 'pot' ? 0 : kind === 'closes' && inMin <= SOON_MIN ? 1 : 2);

/** Pots first, they wait for nobody; then windows that are about to close; then by time. Negative: the first presses more. */
export function byUrgency(a: Pressing, b: Pressing): number {
  return rankOf(a.urgent, a.inMin) - rankOf(b.urgent, b.inMin) || a.inMin - b.inMin;
}

/** Something urgent, seen from now [min]. */
export interface Pressing {
  readonly urgent: Urgent;
  readonly inMin: number;
}

/** What of a build presses most; null: nothing is left to do. */
export function mostUrgent({ plan, steps, entries, pots, nowMin }: BuildNow): Urgent | null {
  const states = stepStates(entries);
  const open = openSteps({ plan, steps, entries });
  const isAtIt = ({ id }: Step): boolean => isRunning(states.get(id)?.state ?? 'open');
  const next = open.find((step) => !isAtIt(step));
  const found: Urgent[] = [
    ...pots
      .filter(({ emptyByMin }) => Number.isFinite(emptyByMin))
      .map((pot): Urgent => ({ kind: 'pot', what: words`Pot of ${pot.name}`, atMin: pot.emptyByMin })),
    ...open.flatMap((step): Urgent[] => {
      if (isAtIt(step)) return [{ kind: 'at it', what: step.name, atMin: step.endMin }];
      const { waitsFor } = step;
      if (waitsFor?.what !== 'window' || waitsFor.closesMin === null || nowMin < waitsFor.untilMin) return [];
      return [{ kind: 'closes', what: step.name, atMin: waitsFor.closesMin }];
    }),
    ...(next ? [{ kind: 'next', what: next.name, atMin: next.startMin } as const] : []),
  ];
  const pressing = found.map((urgent): Pressing => ({ urgent, inMin: urgent.atMin - nowMin }));
  return pressing.sort(byUrgency).at(0)?.urgent ?? null;
}

import { backingOf, type BackingTime } from '../design/backing.js';
import type { PlanEvaluation } from '../judging/evaluate-plan.js';
import { mixSheet, type MixRow, type PotLookup } from '../mix/mix-sheet.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { SectionPlan } from '../plan/section-plan.js';
import type { JointWindow } from '../windows/joint-window.js';
import { lateSteps } from './late-steps.js';
import { plugSteps, releaseSteps } from './plug-steps.js';
import { sessionSteps } from './session-steps.js';
import type { Step } from './step.js';

/** What steps read that was worked out elsewhere already. */
export interface WorkedOut {
  readonly windows: readonly JointWindow[];
  readonly trim: JointWindow['trim'];
  readonly backing: BackingTime | null;
  readonly mix: readonly MixRow[];
}

/** What steps read, from an evaluation; without a converged run there are no windows and no frame. */
export function workedOut(plan: SectionPlan, cards: CardLibrary, { result, windows, trim }: PlanEvaluation, pots?: PotLookup): WorkedOut {
  return {
    windows,
    trim,
    backing: result.status === 'converged' ? backingOf(plan, result, cards) : null,
    mix: mixSheet(plan, cards, pots),
  };
}

/** Everything that is done on a mold, in the order of its planned start: one list for traveler, calendar, bench and labor. */
export function stepsOf(plan: SectionPlan, cards: CardLibrary, known: WorkedOut): Step[] {
  const steps = [
    ...plugSteps(plan, cards),
    ...releaseSteps(plan, cards),
    ...sessionSteps({ plan, cards, ...known }),
    ...lateSteps(plan, cards, known.backing),
  ];
  return inOrder(withCrew(steps, plan.mix?.crew, plan.sessions));
}

/** Steps with the names of who does them: a session's own, else the build's; where nobody has to stand, nobody. */
export function withCrew(steps: readonly Step[], crew: readonly string[] = [], sessions: SectionPlan['sessions'] = []): Step[] {
  const own = new Map(sessions.map(({ id, who }) => [id, who ?? crew]));
  return steps.map((step) => {
    const who = step.people > 0 ? ((step.sessionId === null ? undefined : own.get(step.sessionId)) ?? crew) : [];
    return who.length === 0 ? step : { ...step, who };
  });
}

/** By planned start; what starts together stays in the trade's order. */
export function inOrder(steps: readonly Step[]): Step[] {
  return steps
    .map((step, i) => ({ step, i }))
    .sort((a, b) => a.step.startMin - b.step.startMin || a.i - b.i)
    .map(({ step }) => step);
}

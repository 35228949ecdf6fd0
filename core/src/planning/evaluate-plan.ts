import type { GrowthOptions } from '../growth/growth-case.js';
import type { GrowthResult } from '../growth/growth-result.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import { jointWindow, type JointWindow } from '../windows/joint-window.js';
import { cardOf, type CardLibrary } from './card-library.js';
import type { PlanDocument } from './plan-document.js';
import { planToCase } from './plan-to-case.js';
import { planVerdicts, type Verdict } from './verdicts.js';

/** A plan simulated and judged. Without a converged run there are no windows and no verdicts. */
export interface PlanEvaluation {
  readonly result: GrowthResult;
  readonly windows: readonly JointWindow[];
  readonly verdicts: readonly Verdict[];
}

/**
 * Simulates a plan and judges every limit.
 * @param previous the last evaluation: what did not change is taken over
 * @throws DomainError for a plan that makes no sense
 */
export function evaluatePlan(plan: PlanDocument, cards: CardLibrary, options: GrowthOptions = {}, previous?: PlanEvaluation): PlanEvaluation {
  const result = simulateGrowth(planToCase(plan, cards), options, previous?.result);
  if (result.status !== 'converged') return { result, windows: [], verdicts: [] };
  const windows = plan.sessions.slice(1).flatMap((next, below) => {
    const top = plan.sessions[below].layers.at(-1);
    const window = top ? jointWindow(result, below, cardOf(cards, top.cardId), next.startMin * 60) : null;
    return window ? [window] : [];
  });
  return { result, windows, verdicts: planVerdicts(plan, result, windows, cards) };
}

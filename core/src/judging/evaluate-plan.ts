import type { GrowthOptions } from '../growth/growth-case.js';
import type { GrowthResult } from '../growth/growth-result.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import { sectionDistortion, type SectionDistortion } from '../distortion/section-distortion.js';
import { jointWindow, lastTrimWindow, type JointWindow } from '../windows/joint-window.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { planToCase } from '../plan/plan-to-case.js';
import { placeLayers } from '../plan/placed-layer.js';
import { planVerdicts } from './verdicts/plan-verdicts.js';
import type { Verdict } from './verdicts/verdict.js';

/** A plan simulated and judged. Without a converged run there are no windows and no verdicts. */
export interface PlanEvaluation {
  readonly result: GrowthResult;
  readonly windows: readonly JointWindow[];
  readonly verdicts: readonly Verdict[];
  /** null: nothing gelled */
  readonly distortion: SectionDistortion | null;
  /** Green trim after the last session */
  readonly trim: JointWindow['trim'];
}

/**
 * Simulates a plan and judges every limit.
 * @param previous the last evaluation: what did not change is taken over
 * @throws DomainError for a plan that makes no sense
 */
export function evaluatePlan(plan: PlanDocument, cards: CardLibrary, options: GrowthOptions = {}, previous?: PlanEvaluation): PlanEvaluation {
  const result = simulateGrowth(planToCase(plan, cards), options, previous?.result);
  if (result.status !== 'converged') return { result, windows: [], verdicts: [], distortion: null, trim: null };
  return { result, ...judgePlan(plan, cards, result), ...afterwards(plan, cards, result) };
}

/** Windows and verdicts of a converged run. */
export function judgePlan(plan: PlanDocument, cards: CardLibrary, result: GrowthResult): Pick<PlanEvaluation, 'windows' | 'verdicts'> {
  const windows = plan.sessions.slice(1).flatMap((next, below) => {
    const top = plan.sessions[below].layers.at(-1);
    if (!top) return [];
    const card = cardOf(cards, top.cardId);
    const catalystPct = card.kinetics.c_ref === null ? null : top.catalystPct;
    const window = jointWindow(result, { below, card, catalystPct, plannedS: next.startMin * 60, pockets: plan.shape?.pockets ?? false });
    return window ? [window] : [];
  });
  return { windows, verdicts: planVerdicts(plan, result, windows, cards) };
}

/** What the released mold does, and the green trim after the last session. */
function afterwards(plan: PlanDocument, cards: CardLibrary, result: GrowthResult): Pick<PlanEvaluation, 'distortion' | 'trim'> {
  const top = plan.sessions.at(-1)?.layers.at(-1);
  return {
    distortion: sectionDistortion(plan, result, placeLayers(plan, result, cards)),
    trim: top ? lastTrimWindow(result, plan.sessions.length - 1, cardOf(cards, top.cardId)) : null,
  };
}

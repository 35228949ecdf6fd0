import { evaluateMold } from '../judging/evaluate-mold.js';
import { aroundMold } from '../judging/worst-of-plan.js';
import { moldWorkedOut, stepsOfMold } from '../steps/mold-steps.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { clashOf, suspectsOf, type Clash } from './clashes.js';
import { planBuild, type PlanAnswerOf, type PlanOptions } from './plan-build.js';
import type { PlanQuestion } from './plan-question.js';
import { relaxationsOf, type Relaxation } from './relaxations.js';

/** A plan, or why there is none. */
export interface MadePlan extends PlanAnswerOf {
  /** Minutes of all hands at all steps; null: there is no plan */
  readonly handsOnMin: number | null;
  /** Where there is none */
  readonly clash: Clash | null;
  readonly relaxations: readonly Relaxation[];
}

/** Of the time, for finding out why there is no plan: at least so many seconds, or half of it. */
const WHY_S = 20;

/** Makes a plan; where there is none, or none was found in time, says which limits clash or stand in the way, and what would help. */
export function makePlan(question: PlanQuestion, options: PlanOptions): MadePlan {
  const answer = planBuild(question, options);
  if (answer.found) return { ...answer, handsOnMin: handsOn(answer.found.plan, question.cards), clash: null, relaxations: [] };
  if (options.shouldStop?.()) return { ...answer, handsOnMin: null, clash: null, relaxations: [] };
  const fromS = options.elapsedS();
  const untilS = fromS + Math.max(WHY_S, question.task.timeLimitS / 2);
  const halfS = fromS + (untilS - fromS) / 2;
  const clash = answer.status === 'infeasible' ? clashOf(question, options, halfS) : suspectsOf(question, options, halfS);
  if (clash.limits.length === 0) return { ...answer, handsOnMin: null, clash: null, relaxations: [] };
  return { ...answer, handsOnMin: null, clash, relaxations: relaxationsOf(question, clash, options, { untilS }) };
}

/** Minutes of hands of every step of a plan. */
export function handsOn(plan: PlanDocument, cards: CardLibrary): number {
  const sections = evaluateMold(plan, cards);
  return stepsOfMold(plan, cards, moldWorkedOut(sections, aroundMold(sections, cards, []))).reduce((sum, { handsMin }) => sum + handsMin, 0);
}

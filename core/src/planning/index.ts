export { LIMIT_WORDS, type Clash } from './clashes.js';
export { handsOn, makePlan, type MadePlan } from './make-plan.js';
export {
  BuildsTogether,
  openDays,
  planOfWay,
  wayPlanned,
  waysMoved,
  type BuildWay,
  type SharingBuild,
  type TogetherBuild,
  type TogetherSchedule,
} from './builds-together.js';
export { type OrderState } from './search-orders.js';
export { handsOf } from './session-hands.js';
export { planBuild, type FoundPlan, type PlanAnswerOf, type PlanOptions } from './plan-build.js';
export { daysLookedAt, spellsOf, type PlanQuestion } from './plan-question.js';
export { asksForPlan, readPlanTask, type ReadTask } from './read-task.js';
export { reasonsOf, survivalOf, type Bound, type SessionReason, type Survival } from './reasons.js';
export { type Relaxation } from './relaxations.js';
export { madePlanReport } from './report.js';
export { SCENARIOS, chanceOf } from './robust.js';
export {
  WEIGHTS,
  objectiveWords,
  objectives,
  planTaskFields,
  varyFields,
  type LimitClass,
  type Objective,
  type PlanTask,
  type Vary,
} from './task.js';
export {
  earliestDueFirst,
  planWholeShop,
  randomShop,
  scheduleInOrder,
  type SharedShop,
  type ShopJob,
  type ShopSchedule,
  type ShopTask,
} from './whole-shop.js';
export { conflictsOn, type WallConflict } from './wall-conflicts.js';
export { standingOf, type Standing } from './benches.js';
export { isWorkOf, sessionMoved, wallOf, type WallBuild, type WallKind, type WallSpan } from './wall.js';
export { changedLimits, tryWhatIf, whatIfs, type ChangedLimit, type WhatIf } from './what-if.js';

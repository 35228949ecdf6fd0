export { evaluatePlan, type PlanEvaluation } from './evaluate-plan.js';
export { planObjections } from './plan-objections.js';
export { worstLevel, type Verdict, type VerdictLevel } from './verdicts/verdict.js';
export { gelTimes } from './gel-times.js';
export { worstAmong, type WorstOfPlan } from './worst-of-plan.js';

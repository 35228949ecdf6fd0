export { schoolFigures, type SchoolFigures } from './compare-schools.js';
export { evaluatePlan, type PlanEvaluation } from './evaluate-plan.js';
export { planObjections } from './plan-objections.js';
export { worstLevel, type Verdict, type VerdictLevel } from './verdicts/verdict.js';

export { caseOfPlan } from './case-of-plan.js';
export { isStopped, judgeReport } from './judge-report.js';

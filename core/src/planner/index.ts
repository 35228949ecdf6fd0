export { everyPlan } from './exhaustive.js';
export { readProblem, type PlanProblem } from './problem.js';
export { randomProblem } from './random-problem.js';
export { planReport } from './report.js';
export { searchPlan, type PlanAnswer, type SearchOptions } from './search.js';

export { cloudTimes } from './cloud-times.js';
export { cloudRun, type CloudRequest, type CloudRun } from './cloud.js';
export { uncertainFactors } from './factors.js';
export { varyPlan } from './vary-plan.js';
export { summarizeCloud, type CloudSummary, type VerdictCloud } from './summarize-cloud.js';

export { weakestHeat } from './compatibility.js';
export { finishPlan } from './finish-ladder.js';
export { weakestUnderStack, withRelease, withSurfaces } from './plan-compatibility.js';
export { readinessChecks, readyAtMin } from './readiness.js';

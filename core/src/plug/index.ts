export { weakestHeat } from './compatibility.js';
export { finishInMold, finishPlan } from './finish-ladder.js';
export { weakestUnderStack, withDesign, withRelease, withSurfaces } from './plan-compatibility.js';
export { readinessChecks, readyAtMin } from './readiness.js';

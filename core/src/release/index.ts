export { sessionsBehindGate } from './release-objections.js';
export { finishBlocks, moldBlocks, LEAST_REASON } from './finish-blocks.js';
export { programOf } from './release-program.js';
export { releaseSchedule, releaseUse, type ReleaseSchedule, type ReleaseTimer } from './release-schedule.js';

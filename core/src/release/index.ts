export { sessionsBehindGate } from './release-objections.js';
export { releaseSchedule, releaseUse, type ReleaseSchedule, type ReleaseTimer } from './release-schedule.js';

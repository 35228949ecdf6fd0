export { sessionsBehindGate } from './release-objections.js';
export { releaseSchedule, releaseUse, type ReleaseSchedule } from './release-schedule.js';

export { counted, moldServiceState, type MoldServiceState, type PullEntry, type TreatmentEntry, type TreatmentKind } from './mold-service.js';
export { releaseProgram, releasePrograms } from './release-programs.js';

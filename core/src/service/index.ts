export {
  counted,
  judgeStanding,
  moldServiceState,
  standingAfter,
  standingOf,
  type MoldServiceState,
  type MoldStanding,
  type StrokeCycle,
  type PullEntry,
  type TreatmentEntry,
  type TreatmentKind,
} from './mold-service.js';
export { releaseProgram, releasePrograms } from './release-programs.js';

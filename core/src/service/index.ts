export {
  counted,
  judgeStanding,
  moldServiceState,
  standingAfter,
  standingOf,
  type MoldServiceState,
  type MoldStanding,
  type StandingAround,
  type StandingHold,
  type StrokeCycle,
  type PullEntry,
  type TreatmentEntry,
  type TreatmentKind,
} from './mold-service.js';
export { dueTreatment, treatmentEvenings, type DueMold, type DueTreatment, type TreatmentEvening } from './due-list.js';
export { releaseProgram, releasePrograms, type ReleaseProgram } from './release-programs.js';

export {
  checkMoldEntry,
  checkPullDetail,
  checkTreatmentDetail,
  isMoldEntry,
  type MoldEntry,
  type MoldSaying,
  type WireMoldEntry,
} from './mold-entry.js';
export { moldEntryWords } from './entry-words.js';
export {
  commissioningSteps,
  commissioningWords,
  conditionGrades,
  conditionWords,
  findingDepths,
  findingDepthWords,
  moldEntryFields,
  moldEntryKinds,
  moldStates,
  moldStateWords,
  moldZoneFields,
  moldZoneKinds,
  partProcesses,
  plugFates,
  pullFields,
  treatmentDetailFields,
  type CommissioningStep,
  type ConditionGrade,
  type FindingDepth,
  type MoldEntryKind,
  type MoldState,
  type MoldZone,
  type MoldZoneKind,
  type PartProcess,
  type PlugFate,
  type PullDetail,
  type TreatmentDetail,
} from './mold-fields.js';
export {
  holdOf,
  moldFacts,
  repairStanding,
  WHOLE_ZONE,
  zonesOfSections,
  type MoldFacts,
  type MoldHold,
  type OpenFinding,
  type RepairStanding,
  type RunningRepair,
} from './mold-record.js';
export { programChangeRefused } from './program-change.js';
export { zonesOfPlan } from './zones-of-plan.js';
export { readMoldRows, type ReadMold, type MoldRowProblem } from './read-molds.js';

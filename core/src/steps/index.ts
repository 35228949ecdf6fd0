export {
  entryKinds,
  goneEntries,
  missingBefore,
  opensBuild,
  stepStates,
  tickedInPlan,
  type EntryKind,
  type StepEntry,
  type StepState,
} from './step-log.js';
export { stepKinds, type Step, type StepKind, type StepLog } from './step.js';
export { handsHours, stepsOf, workedOut, type WorkedOut } from './steps-of.js';

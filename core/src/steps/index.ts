export {
  beginsLaying,
  goneEntries,
  isRunning,
  LAYING,
  missingBefore,
  sectionOfStep,
  stepParts,
  stepStates,
  tickedInMold,
  tickedInPlan,
  type Standing,
  type StepState,
} from './step-log.js';
export { isGate, isReadWithPlan, withSigned } from './signed.js';
export { stepKinds, type Step, type StepKind, type StepLog } from './step.js';
export { moldWorkedOut, stepsOfEvaluated, stepsOfMold, type MoldWorkedOut } from './mold-steps.js';
export { momentsOf, type PlanMoment } from './moments.js';
export { laborGroupOf, laborGroups, laborOf, laminatingHours, type LaborGroup } from './labor.js';
export { stepsOf, workedOut, type WorkedOut } from './steps-of.js';

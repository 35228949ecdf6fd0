export { handsHours, stepsOf, workedOut, type WorkedOut } from './steps-of.js';
export { stepKinds, type Step, type StepKind, type StepLog } from './step.js';

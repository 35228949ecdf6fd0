export { evaluatePlan, type PlanEvaluation } from './evaluate-plan.js';
export { planObjections } from './plan-objections.js';
export { worstLevel, type Verdict, type VerdictLevel } from './verdicts/verdict.js';
export { gelTimes } from './gel-times.js';
export { aroundMold, worstAmong, worstOfSections, type WorstOfPlan } from './worst-of-plan.js';
export {
  FIELD,
  evaluateMold,
  evaluateOne,
  evaluateZone,
  knownZones,
  mergeZones,
  sectionEvaluation,
  sectionTimes,
  zoneKey,
  type SectionDistortionAlong,
  type SectionEvaluation,
  type ZoneEvaluation,
  type ZoneKey,
} from './evaluate-mold.js';
export { moldObjections, type AroundMold } from './mold-objections.js';
export { MOST_CAUSES, causesOf, tightestKept, type Cause, type CauseKind } from './causes.js';
export { remediesFor, tryRemedies, type Remedy, type TriedRemedy } from './remedies.js';
export { leversFor, tryLevers, type Lever, type TriedLever } from './levers.js';

export { builtEvidence, type BuiltContext, type LotOfPot } from './built-evidence.js';
export { diagnose, type Diagnosis, type RankedCause, type Weighed } from './diagnose.js';
export { evidenceIds, evidenceKinds, type Evidence, type EvidenceId } from './evidence.js';
export { findingRates, type BuildExperience, type FindingRate, type SeenRate } from './experience.js';
export { serviceEvidence, type ServiceContext, type TracedPull, type TracedTreatment } from './service-evidence.js';

import { findingKinds, type FindingKind } from '../log/reading-fields.js';
import { wilson } from '../numerics/wilson.js';
import { CAUSES, PRIORS, type CauseOfFinding } from './causes.js';
import { evidenceIds, type Evidence, type EvidenceId } from './evidence.js';

/** What was found on one build, and what its plan and log hold. */
export interface BuildExperience {
  readonly found: readonly FindingKind[];
  readonly evidence: readonly Pick<Evidence, 'id' | 'so'>[];
}

/** In how many builds something was found, and the interval that so few leave. */
export interface SeenRate {
  readonly builds: number;
  readonly found: number;
  /** 95 % [-] */
  readonly from: number;
  readonly to: number;
}

/** A kind of finding in builds with and without a piece of evidence: what came together, not what made what. */
export interface FindingRate {
  readonly finding: FindingKind;
  readonly evidence: EvidenceId;
  readonly withIt: SeenRate;
  readonly without: SeenRate;
}

const rateOf = (builds: readonly BuildExperience[], finding: FindingKind): SeenRate => {
  const found = builds.filter((build) => build.found.includes(finding)).length;
  return { builds: builds.length, found, ...(builds.length === 0 ? { from: 0, to: 1 } : wilson(found / builds.length, builds.length)) };
};

/** Evidence that bears on a cause of a kind of finding. */
function bearing(finding: FindingKind): EvidenceId[] {
  const causes: readonly CauseOfFinding[] = Object.entries(CAUSES).flatMap(([id, cause]) => (Object.hasOwn(PRIORS[finding], id) ? [cause] : []));
  return evidenceIds.filter((id) => causes.some(({ seen }) => seen[id] !== undefined));
}

/** Every finding that was made at least once, by the evidence that bears on its causes and is known of some builds. */
export function findingRates(builds: readonly BuildExperience[]): FindingRate[] {
  return findingKinds
    .filter((finding) => builds.some(({ found }) => found.includes(finding)))
    .flatMap((finding) =>
      bearing(finding).flatMap((id): FindingRate[] => {
        const of = (so: boolean): BuildExperience[] => builds.filter(({ evidence }) => evidence.some((one) => one.id === id && one.so === so));
        const [withIt, without] = [rateOf(of(true), finding), rateOf(of(false), finding)];
        return withIt.builds === 0 ? [] : [{ finding, evidence: id, withIt, without }];
      }),
    );
}

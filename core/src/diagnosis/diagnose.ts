import type { FindingKind } from '../log/reading-fields.js';
import { CAUSES, PRIORS, type CauseId, type CauseOfFinding } from './causes.js';
import { evidenceKinds, type Evidence, type EvidenceId } from './evidence.js';

/** What a piece of evidence is worth for one cause. */
export interface Weighed {
  readonly evidence: Evidence;
  /** So many times likelier with this cause than without: above 1 for it, below 1 against it */
  readonly ratio: number;
}

/** A cause with its rank. */
export interface RankedCause {
  readonly id: CauseId;
  readonly words: string;
  /** Of the causes known for this finding [-] */
  readonly chance: number;
  /** Before the log was read [-] */
  readonly before: number;
  /** What speaks for and against it, the weightiest first */
  readonly weighed: readonly Weighed[];
}

export interface Diagnosis {
  /** Likeliest first; empty: nothing is known of such a finding */
  readonly causes: readonly RankedCause[];
  /** What is not known and would tell the first two apart best, best first */
  readonly next: readonly { readonly id: EvidenceId; readonly check: string }[];
  /** Whether anything that was logged says something about it */
  readonly logged: boolean;
}

/** What says less than this is not worth a line [-]. */
const WORTH = 1.05;
const MOST_CHECKS = 3;

const isCause = (id: string): id is CauseId => Object.hasOwn(CAUSES, id);
const seenWith = (cause: CauseId, id: EvidenceId): number => {
  const { seen }: CauseOfFinding = CAUSES[cause];
  return seen[id] ?? evidenceKinds[id].usual;
};

/** How much likelier a piece of evidence is with a cause than anyhow; 1 where nothing was found out. */
export function ratioOf(cause: CauseId, { id, so }: Pick<Evidence, 'id' | 'so'>): number {
  if (so === null) return 1;
  const [with_, usual] = [seenWith(cause, id), evidenceKinds[id].usual];
  return so ? with_ / usual : (1 - with_) / (1 - usual);
}

/** Causes of a kind of finding, ranked by what was found; each piece of evidence taken by itself. */
export function diagnose(kind: FindingKind, evidence: readonly Evidence[]): Diagnosis {
  const priors = Object.entries(PRIORS[kind]).flatMap(([id, prior]) => (isCause(id) ? [{ id, prior }] : []));
  const weighed = priors.map(({ id, prior }) => {
    const ratios = evidence.map((one): Weighed => ({ evidence: one, ratio: ratioOf(id, one) }));
    return { id, prior, ratios, weight: ratios.reduce((product, { ratio }) => product * ratio, prior) };
  });
  const [all, allBefore] = [weighed.reduce((sum, { weight }) => sum + weight, 0), weighed.reduce((sum, { prior }) => sum + prior, 0)];
  const causes = weighed
    .map(({ id, prior, ratios, weight }): RankedCause => ({
      id,
      words: CAUSES[id].words,
      chance: weight / all,
      before: prior / allBefore,
      weighed: ratios
        .filter(({ ratio }) => ratio > WORTH || ratio < 1 / WORTH)
        .sort((a, b) => Math.abs(Math.log(b.ratio)) - Math.abs(Math.log(a.ratio))),
    }))
    .sort((a, b) => b.chance - a.chance);
  return {
    causes,
    next: tellingApart(
      causes,
      evidence.filter(({ so }) => so === null).map(({ id }) => id),
    ),
    logged: evidence.some(({ so, from }) => so !== null && from !== 'plan'),
  };
}

/** What is not known, by how differently the first two causes would have it. */
function tellingApart(causes: readonly RankedCause[], open: readonly EvidenceId[]): Diagnosis['next'] {
  const [first, second] = [causes.at(0), causes.at(1)];
  if (!first || !second) return [];
  const apart = (id: EvidenceId): number => Math.abs(seenWith(first.id, id) - seenWith(second.id, id));
  const checks = open
    .filter((id) => apart(id) > 0.1)
    .sort((a, b) => apart(b) - apart(a))
    .map((id) => ({ id, check: evidenceKinds[id].check }));
  return checks.filter(({ check }, i) => checks.findIndex((one) => one.check === check) === i).slice(0, MOST_CHECKS);
}

import { causesOf, type Cause } from '../judging/causes.js';
import type { SectionEvaluation } from '../judging/evaluate-mold.js';
import { FIELD } from '../judging/evaluate-mold.js';
import { remediesFor, tryRemedies, type Remedy, type TriedRemedy } from '../judging/remedies.js';
import type { Verdict } from '../judging/verdicts/verdict.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { SectionPlan } from '../plan/section-plan.js';

/** A limit that will be broken, and what can still be done about it. */
export interface Ahead {
  readonly sectionId: string;
  readonly sectionName: string;
  readonly cause: Cause;
  /** Those that leave alone what is laid, each simulated, best first */
  readonly helps: readonly TriedRemedy[];
}

/** Whether a change touches only what is still to come, and puts nothing into the past. */
export function leavesLaidAlone(
  before: SectionPlan,
  after: SectionPlan,
  { begun, nowMin }: { readonly begun: ReadonlySet<string>; readonly nowMin: number },
): boolean {
  if (after.sessions.some(({ id, startMin }) => !begun.has(id) && startMin < nowMin)) return false;
  return before.sessions.every((session) => !begun.has(session.id) || after.sessions.some((one) => JSON.stringify(one) === JSON.stringify(session)));
}

/**
 * What of a build as it goes will break a limit from now on, and what still helps.
 * @param sections of the plan as built, with what is left of it
 * @param judge every limit in a zone of a section's plan that is only tried; null: it makes no sense
 */
export function aheadOf(
  sections: readonly SectionEvaluation[],
  cards: CardLibrary,
  { begun, nowMin }: { readonly begun: ReadonlySet<string>; readonly nowMin: number },
  judge: (section: SectionEvaluation, zoneId: string, plan: SectionPlan) => readonly Verdict[] | null,
): Ahead[] {
  return sections.flatMap((section) => {
    const coming = section.verdicts.filter(({ timeS }) => timeS / 60 > nowMin);
    return causesOf(section.plan, coming).map((cause): Ahead => {
      const zoneId = cause.verdicts[0].zone?.id ?? FIELD;
      const zone = section.zones.find(({ id }) => id === zoneId) ?? section.zones[0];
      const offered = remediesFor(section.plan, cause, cards, zone.evaluation.windows).filter(({ plan }: Remedy) =>
        leavesLaidAlone(section.plan, plan, { begun, nowMin }),
      );
      return { sectionId: section.id, sectionName: section.name, cause, helps: tryRemedies(offered, cause, (plan) => judge(section, zoneId, plan)) };
    });
  });
}

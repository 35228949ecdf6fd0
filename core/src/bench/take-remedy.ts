import type { PlanDocument } from '../plan/plan-document.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { sectionOf, withSection } from '../plan/section-view.js';

/** A section as built, without and with a remedy in what is still to come. */
export interface Remedied {
  readonly sectionId: string;
  readonly built: SectionPlan;
  readonly remedied: SectionPlan;
}

/**
 * The plan with a remedy in what is still to come. What is begun stays as it was planned: the log says what became of it.
 * @param begun sessions of which something is laid or mixed
 * @returns null where the remedy is nothing that a plan says: a shop is heated, not planned warmer
 */
export function withRemedy(planned: PlanDocument, { sectionId, built, remedied }: Remedied, begun: ReadonlySet<string>): PlanDocument | null {
  const before = sectionOf(planned, sectionId);
  const taken = (section: SectionPlan): PlanDocument => withSection(planned, sectionId, stillToCome(before, section, begun));
  const next = taken(remedied);
  return JSON.stringify(next) === JSON.stringify(taken(built)) ? null : next;
}

/** What a plan says of a section from now on, as another has it. */
function stillToCome(before: SectionPlan, section: SectionPlan, begun: ReadonlySet<string>): SectionPlan {
  const sessions = section.sessions.map((session) =>
    begun.has(session.id) ? (before.sessions.find(({ id }) => id === session.id) ?? session) : session,
  );
  const { postCure = before.postCure } = section;
  return {
    ...before,
    sessions,
    climate: { ...before.climate, fan: section.climate.fan },
    demoldMin: section.demoldMin,
    ...(postCure === undefined ? {} : { postCure }),
  };
}

import type { PlanDocument } from '../plan/plan-document.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { sectionOf, withSection } from '../plan/section-view.js';

/**
 * The plan with a remedy in what is still to come. What is begun stays as it was planned: the log says what became of it.
 * @param remedied the section as built, with the remedy in it
 * @param begun sessions of which something is laid or mixed
 * @returns null where the remedy is nothing that a plan says: a shop is heated, not planned warmer
 */
export function withRemedy(planned: PlanDocument, sectionId: string, remedied: SectionPlan, begun: ReadonlySet<string>): PlanDocument | null {
  const before = sectionOf(planned, sectionId);
  const sessions = remedied.sessions.map((session) =>
    begun.has(session.id) ? (before.sessions.find(({ id }) => id === session.id) ?? session) : session,
  );
  const { fan } = remedied.climate;
  const { postCure = before.postCure } = remedied;
  const taken: SectionPlan = {
    ...before,
    sessions,
    climate: { ...before.climate, fan },
    demoldMin: remedied.demoldMin,
    ...(postCure === undefined ? {} : { postCure }),
  };
  const next = withSection(planned, sectionId, taken);
  return JSON.stringify(next) === JSON.stringify(withSection(planned, sectionId, before)) ? null : next;
}

import type { CardLibrary } from '../plan/card-library.js';
import { layHours } from '../plan/laying.js';
import type { PlanDocument } from '../plan/plan-document.js';

/** Hours of hands on the work over the whole stack [person-hours]. */
export function handsOnHours(plan: PlanDocument, cards: CardLibrary): number {
  const people = plan.mix?.people ?? 2;
  return people * plan.sessions.flatMap(({ layers }) => layers).reduce((sum, layer) => sum + layHours(layer, plan, cards, people), 0);
}

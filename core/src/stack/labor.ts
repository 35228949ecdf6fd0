import type { CardLibrary } from '../plan/card-library.js';
import { layHours } from '../plan/laying.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { preparationOf } from './preparation.js';

/** Hours of hands on the work over the whole stack, preparing its joints included [person-hours]. */
export function handsOnHours(plan: SectionPlan, cards: CardLibrary): number {
  const people = plan.mix?.people ?? 2;
  const prepared = plan.sessions.reduce((sum, { layers }) => sum + (preparationOf(layers.at(0))?.minutesPerM2 ?? 0) * plan.areaM2, 0) / 60;
  return prepared + people * plan.sessions.flatMap(({ layers }) => layers).reduce((sum, layer) => sum + layHours(layer, plan, cards, people), 0);
}

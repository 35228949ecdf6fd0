import { cardNumber } from '../materials/material-card.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { PlanDocument, PlanLayer } from '../plan/plan-document.js';
import { laidAreaM2 } from './tally.js';

/** What one practised pair lays [m²/h] (docs/references.md#laying-rates), where no card says. */
const GEL_M2H = 6;
const PLY_M2H = 4;
const PASTE_M2H = 1.1;
/** A gun against a brush. */
const GUN_FACTOR = 3;
/** How much more a third and fourth person add: they stand in each other's way. */
const CROWD = 0.7;

/** Rate of a number of people against that of a pair. */
export function peopleFactor(people: number): number {
  if (people <= 2) return people / 2;
  return 1 + ((people - 2) / 2) * CROWD;
}

/** What the people present lay of a layer, one ply or one coat [m²/h]. */
export function layRateM2h(layer: PlanLayer, cards: CardLibrary, people: number): number {
  const fabric = layer.fabricId === undefined ? undefined : cards.sheets.get(layer.fabricId);
  const gun = layer.application?.method === 'cup gun' || layer.application?.method === 'high-pressure gun';
  const pair =
    layer.laminate !== null ? ((fabric ? cardNumber(fabric, 'layRateM2h') : null) ?? PLY_M2H) : layer.role === 'core' ? PASTE_M2H : GEL_M2H;
  return pair * peopleFactor(people) * (gun ? GUN_FACTOR : 1);
}

/** How long the people present are at a layer [h]. */
export function layHours(layer: PlanLayer, plan: PlanDocument, cards: CardLibrary, people: number): number {
  const passes = layer.laminate?.plies ?? layer.application?.passes ?? 1;
  return (laidAreaM2(layer, plan) * passes) / layRateM2h(layer, cards, people);
}

/** Hours of hands on the work over the whole stack [person-hours]. */
export function handsOnHours(plan: PlanDocument, cards: CardLibrary): number {
  const people = plan.mix?.people ?? 2;
  return people * plan.sessions.flatMap(({ layers }) => layers).reduce((sum, layer) => sum + layHours(layer, plan, cards, people), 0);
}

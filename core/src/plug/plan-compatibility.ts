import { cardOf, type CardLibrary } from '../planning/card-library.js';
import type { PlanDocument } from '../planning/plan-document.js';
import { resinSubstance } from './resin-substance.js';
import { compatibility, weakestHeat, type CompatibilityHit } from './compatibility.js';

/** Everything that comes together in a plan: what is on the plug, and each resin of the stack. */
export function touchingSubstances({ plug, sessions }: PlanDocument, cards: CardLibrary): string[] {
  const resins = sessions.flatMap((session) => session.layers.map((layer) => resinSubstance(cardOf(cards, layer.cardId).family)));
  return [...new Set([...(plug.surfaces ?? []), ...resins])];
}

/** What does not go together in a plan, worst first. */
export function planCompatibility(plan: PlanDocument, cards: CardLibrary): CompatibilityHit[] {
  return compatibility(touchingSubstances(plan, cards));
}

/** A plan with other surfaces on its plug; the weakest of them becomes the limit of the plug's face. */
export function withSurfaces(plan: PlanDocument, surfaces: readonly string[]): PlanDocument {
  const weakest = weakestHeat(surfaces);
  return { ...plan, plug: { ...plan.plug, surfaces: [...surfaces], heatLimitC: weakest?.heatLimitC ?? plan.plug.heatLimitC } };
}

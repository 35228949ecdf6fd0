import type { GrowthResult, LayerOutcome } from '../growth/growth-result.js';
import type { ResinCard } from '../materials/resin-card.js';
import { cardOf, type CardLibrary } from './card-library.js';
import type { SectionPlan, PlanLayer } from './section-plan.js';

/** A plan's layer with what the simulation found for it and where it lies. */
export interface PlacedLayer {
  readonly planLayer: PlanLayer;
  readonly outcome: LayerOutcome;
  readonly card: ResinCard;
  /** Height of its bottom above the plug face [m] */
  readonly baseM: number;
}

export function placeLayers(plan: SectionPlan, result: GrowthResult, cards: CardLibrary): PlacedLayer[] {
  const outcomes = result.layers.filter((layer) => !layer.plug);
  let baseM = 0;
  return plan.sessions
    .flatMap((s) => s.layers)
    .flatMap((planLayer, i) => {
      const outcome = outcomes.at(i);
      if (i >= outcomes.length || !outcome) return [];
      const placed = { planLayer, outcome, card: cardOf(cards, planLayer.cardId), baseM };
      baseM += outcome.thicknessM;
      return [placed];
    });
}

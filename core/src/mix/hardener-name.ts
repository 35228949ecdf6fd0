import { cardNumber, cardText, type MaterialCard } from '../materials/material-card.js';
import type { ResinCard } from '../materials/resin-card.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { SectionPlan, PlanLayer } from '../plan/section-plan.js';
import { infusedLayers } from '../plan/infusion-fill.js';

/** What goes into a layer's resin. */
export interface LayerHardener {
  readonly name: string;
  /** Its own card; null: the resin's card says all there is */
  readonly card: MaterialCard | null;
}

/** Usual for resins that cure by peroxide, where nobody named another. */
const USUAL_PEROXIDE = 'mekp';

/** The hardener of a layer: the one named for it, an infusion's own, the one its card names, else the usual one of its kind. */
export function hardenerOf(layer: PlanLayer, resin: ResinCard, plan: SectionPlan, cards: CardLibrary): LayerHardener {
  const infused = plan.infusion && infusedLayers(plan, cards).some(({ id }) => id === layer.id) ? plan.infusion.hardenerId : undefined;
  const named = layer.hardenerId ?? infused;
  const card = named === undefined ? null : (cards.sheets.get(named) ?? null);
  if (card) return { name: card.name, card };
  const own = cardText(resin.sheet, 'hardenerName');
  if (own !== null && own !== '') return { name: own, card: null };
  const usual = resin.kinetics.c_ref === null ? undefined : cards.sheets.get(USUAL_PEROXIDE);
  return usual ? { name: usual.name, card: usual } : { name: `Hardener of ${resin.name}`, card: null };
}

/** Density of a hardener by its own card [kg/m³]; null: not stated there. */
export function hardenerDensity({ card }: LayerHardener): number | null {
  return card ? cardNumber(card, 'densityKgM3') : null;
}

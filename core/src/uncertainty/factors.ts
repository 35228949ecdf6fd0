import type { CardLibrary } from '../plan/card-library.js';
import { cardOf } from '../plan/card-library.js';
import type { SectionPlan } from '../plan/section-plan.js';

/** One thing that is never exactly as planned. */
export interface UncertainFactor {
  readonly id: string;
  readonly name: string;
  /** One standard deviation: in kelvin for the shop, else relative */
  readonly spread: number;
  readonly kind: 'shop' | 'surface' | 'catalyst' | 'ratio' | 'film' | 'rate' | 'heat';
  /** Card concerned; null: all layers alike */
  readonly cardId: string | null;
}

/** Spreads that no card states; assumed from shop practice (docs/references.md#shop-spread). */
const SHOP_K = 1.5;
const SURFACE = 0.15;
const CATALYST = 0.06;
const RATIO = 0.08;
const FILM = 0.12;

/** What may vary in a plan, the shop first, then each card's rates and heat of cure. */
export function uncertainFactors(plan: SectionPlan, cards: CardLibrary): UncertainFactor[] {
  const layers = plan.sessions.flatMap((session) => session.layers);
  const used = [...new Set(layers.map((layer) => layer.cardId))].map((id) => cardOf(cards, id));
  const general: UncertainFactor[] = [
    { id: 'shop', name: 'Shop temperature', spread: SHOP_K, kind: 'shop', cardId: null },
    { id: 'surface', name: 'Air moving over it', spread: SURFACE, kind: 'surface', cardId: null },
  ];
  if (layers.some((layer) => layer.catalystPct !== null))
    general.push({ id: 'catalyst', name: 'Catalyst weighed', spread: CATALYST, kind: 'catalyst', cardId: null });
  if (layers.some((layer) => layer.laminate)) general.push({ id: 'ratio', name: 'Resin to glass', spread: RATIO, kind: 'ratio', cardId: null });
  if (layers.some((layer) => layer.wetFilmUm !== null)) general.push({ id: 'film', name: 'Wet film', spread: FILM, kind: 'film', cardId: null });
  return [
    ...general,
    ...used.flatMap((card): UncertainFactor[] => [
      { id: `rate-${card.id}`, name: `${card.name}: how fast`, spread: card.spread.rate, kind: 'rate', cardId: card.id },
      { id: `heat-${card.id}`, name: `${card.name}: how hot`, spread: card.spread.heat, kind: 'heat', cardId: card.id },
    ]),
  ].filter(({ spread }) => spread > 0);
}

import { builtInMaterials } from './built-in-materials.js';
import { cardNumber, type MaterialCard } from './material-card.js';

/** A plug material as offered in a plan. */
export interface PlugChoice {
  readonly id: string;
  readonly name: string;
  /** Highest interface temperature the bare material stands [°C] */
  readonly heatLimitC: number;
}

/** Plug materials with their usual heat limits; a coating on top is often weaker and its limit is then entered instead. */
export function plugChoicesOf(cards: readonly MaterialCard[]): readonly PlugChoice[] {
  return cards
    .filter(({ kind }) => kind === 'plug material')
    .map((card) => ({ id: card.id, name: card.name, heatLimitC: cardNumber(card, 'heatLimitC') ?? 60 }));
}

export const plugChoices = plugChoicesOf(builtInMaterials);

import { DomainError } from '../errors/domain-error.js';
import type { ResinCard } from '../materials/resin-card.js';
import { resinCards } from '../materials/resin-cards.js';

/** Cards by id, as a plan looks them up. */
export type CardLibrary = ReadonlyMap<string, ResinCard>;

/** Built-in cards, with the shop's own taking the place of those with the same id. */
export function cardLibrary(own: readonly ResinCard[] = []): CardLibrary {
  return new Map([...resinCards, ...own].map((card) => [card.id, card]));
}

/** @throws DomainError when the shop has no such card */
export function cardOf(cards: CardLibrary, id: string): ResinCard {
  const card = cards.get(id);
  if (card) return card;
  throw new DomainError({ code: 'unknown-card', quantity: 'resin card', value: id, expected: `one of ${[...cards.keys()].join(', ')}` });
}

import { DEFAULT_FILLER } from '../heat/mixture.js';
import { cardNumber } from '../materials/material-card.js';
import type { ResinCard } from '../materials/resin-card.js';
import { DomainError } from '../errors/domain-error.js';
import { cardOf, type CardLibrary } from './card-library.js';
import type { PlanLayer } from './section-plan.js';

/** What is stirred into 100 parts of a layer's resin as it comes from the drum, all together [parts]. */
export function addedParts({ additions }: PlanLayer): number {
  return (additions ?? []).reduce((sum, { partsPer100 }) => sum + partsPer100, 0);
}

const mixed = new WeakMap<ResinCard, Map<string, ResinCard>>();

/**
 * A layer's resin as it is laid: its card, with the fillers and pigments that are stirred into it. The filler of the card and the added ones
 * count as one: masses and heat by mass, conductivity by volume.
 * @throws DomainError for a card that the shop does not have
 */
export function laidResin(layer: PlanLayer, cards: CardLibrary): ResinCard {
  const card = cardOf(cards, layer.cardId);
  const { additions } = layer;
  if (!additions || additions.length === 0) return card;
  const stirred = additions.map(({ cardId, partsPer100 }) => ({ ...fillerOf(cards, cardId), mass: partsPer100 / 100 }));
  const key = stirred.map(({ mass, rho, cp, k }) => [mass, rho, cp, k].join(' ')).join(', ');
  const known = mixed.get(card)?.get(key);
  if (known) return known;
  const { kinetics } = card;
  const own = kinetics.filler_w ?? 0;
  const all = [...(own > 0 ? [{ ...(kinetics.filler ?? DEFAULT_FILLER), mass: own }] : []), ...stirred];
  const sum = (of: (one: (typeof all)[number]) => number): number => all.reduce((total, one) => total + of(one), 0);
  const [mass, volume] = [sum((one) => one.mass), sum((one) => one.mass / one.rho)];
  const filler = { rho: mass / volume, cp: sum((one) => one.mass * one.cp) / mass, k: sum((one) => (one.mass / one.rho) * one.k) / volume };
  const made = { ...card, kinetics: { ...kinetics, filler_w: mass / (1 + addedParts(layer) / 100), filler } };
  mixed.set(card, (mixed.get(card) ?? new Map<string, ResinCard>()).set(key, made));
  return made;
}

function fillerOf({ sheets }: CardLibrary, id: string): { rho: number; cp: number; k: number } {
  const sheet = sheets.get(id);
  if (sheet?.kind !== 'filler')
    throw new DomainError({
      code: 'unknown-card',
      quantity: 'filler or pigment card',
      value: id,
      expected: `one of ${[...sheets.values()].flatMap((one) => (one.kind === 'filler' ? one.id : [])).join(', ')}`,
    });
  const need = (key: string): number => cardNumber(sheet, key) ?? NaN;
  return { rho: need('rho'), cp: need('cp'), k: need('k') };
}

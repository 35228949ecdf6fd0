import type { KineticCard } from '../cure/kinetic-card.js';

/** A number of the card that a measurement can move. */
export type FitNumber = 't_ind_min' | 'k1' | 'k2' | 'H';
/** What is moved as one: a number, or both rates by the same factor. */
export type FitKey = FitNumber | 'rates';

/** The card's numbers that a key moves. */
export const numbersOf = (key: FitKey): readonly FitNumber[] => (key === 'rates' ? ['k1', 'k2'] : [key]);

export const fitLabels: Readonly<Record<FitNumber, { readonly label: string; readonly unit: string }>> = {
  t_ind_min: { label: 'Induction at 25 °C', unit: 'min' },
  k1: { label: 'k1 at 25 °C', unit: '1/s' },
  k2: { label: 'k2 at 25 °C', unit: '1/s' },
  H: { label: 'Heat of cure', unit: 'J/kg' },
};

/**
 * What can be told from what: a cup gives induction, rate and heat, with k1 and k2 moved by one factor; only a laminate's temperature
 * as well tells them apart. The rest of the card stays.
 */
export function fittedKeys(card: KineticCard, withLaminate: boolean): FitKey[] {
  const rates: FitKey[] = withLaminate ? ['k1', 'k2'] : ['rates'];
  return card.t_ind_min === undefined ? [...rates, 'H'] : ['t_ind_min', ...rates, 'H'];
}

/** What a fit takes from the card as it is, so that its errors hold only if these are right. */
export function heldOf(keys: readonly FitKey[]): string[] {
  const moved = new Set(keys.flatMap(numbersOf));
  const numbers = (['t_ind_min', 'k1', 'k2', 'H'] as const).filter((one) => !moved.has(one)).map((one) => fitLabels[one].label);
  return [...numbers, ...(keys.includes('rates') ? ['the ratio of k1 to k2'] : []), 'orders, activation energies and glass transition'];
}

/** A card with its fitted numbers multiplied by e^θ. */
export function scaledCard(card: KineticCard, keys: readonly FitKey[], theta: readonly number[]): KineticCard {
  const at = (key: FitKey): number => {
    const i = keys.indexOf(key);
    return i < 0 ? 1 : Math.exp(theta[i]);
  };
  return {
    ...card,
    k1: card.k1 * at('k1') * at('rates'),
    k2: card.k2 * at('k2') * at('rates'),
    H: card.H * at('H'),
    ...(card.t_ind_min === undefined ? {} : { t_ind_min: card.t_ind_min * at('t_ind_min') }),
  };
}

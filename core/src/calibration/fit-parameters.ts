import type { KineticCard } from '../cure/kinetic-card.js';

/** A number of the card that a measurement can move. */
export type FitKey = 't_ind_min' | 'k1' | 'k2' | 'H';

export const fitLabels: Readonly<Record<FitKey, { readonly label: string; readonly unit: string }>> = {
  t_ind_min: { label: 'Induction at 25 °C', unit: 'min' },
  k1: { label: 'k1 at 25 °C', unit: '1/s' },
  k2: { label: 'k2 at 25 °C', unit: '1/s' },
  H: { label: 'Heat of cure', unit: 'J/kg' },
};

/**
 * What can be told from what: a cup gives induction, k2 and H; k1 needs a laminate's temperature as well, except where there is
 * no induction and k1 alone makes the start of the curve. The rest of the card stays.
 */
export function fittedKeys(card: KineticCard, withLaminate: boolean): FitKey[] {
  if (card.t_ind_min === undefined) return ['k1', 'k2', 'H'];
  return withLaminate ? ['t_ind_min', 'k1', 'k2', 'H'] : ['t_ind_min', 'k2', 'H'];
}

/** A card with its fitted numbers multiplied by e^θ. */
export function scaledCard(card: KineticCard, keys: readonly FitKey[], theta: readonly number[]): KineticCard {
  const at = (key: FitKey): number => {
    const i = keys.indexOf(key);
    return i < 0 ? 1 : Math.exp(theta[i]);
  };
  return {
    ...card,
    k1: card.k1 * at('k1'),
    k2: card.k2 * at('k2'),
    H: card.H * at('H'),
    ...(card.t_ind_min === undefined ? {} : { t_ind_min: card.t_ind_min * at('t_ind_min') }),
  };
}

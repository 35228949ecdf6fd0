import { arrhenius } from '../cure/kinetics.js';
import { KELVIN } from '../units/kelvin.js';
import type { ResinCard } from '../materials/resin-card.js';

/** Shop temperature for which a card's usual level is meant [°C]. */
export const COMFORT_C = 21;

export interface CatalystAdvice {
  readonly pct: number;
  /** What the shop's temperature would ask for, before the card's range cut it */
  readonly wantedPct: number;
  readonly cut: 'low' | 'high' | null;
}

/**
 * Catalyst that keeps the working time of the usual level at 21 °C: (c/c₀)^p · k(T) = k(21 °C), p and k from the induction
 * (from the cure where a card has none), rounded to 0.05 % and kept inside the card's range.
 * @param tempC shop temperature [°C]
 * @returns null for fixed ratios
 */
export function catalystFor({ kinetics, limits }: ResinCard, tempC: number): CatalystAdvice | null {
  if (limits.catalyst === null) return null;
  const { minPct, maxPct, typicalPct } = limits.catalyst;
  const [energy, order] = kinetics.t_ind_min !== undefined && (kinetics.p ?? 0) > 0 ? [kinetics.Ez ?? 0, kinetics.p ?? 1] : [kinetics.E2, kinetics.q];
  const wantedPct = order > 0 ? typicalPct * (arrhenius(energy, COMFORT_C + KELVIN) / arrhenius(energy, tempC + KELVIN)) ** (1 / order) : typicalPct;
  const rounded = Math.round(wantedPct * 20) / 20;
  return {
    pct: Math.min(maxPct, Math.max(minPct, rounded)),
    wantedPct,
    cut: rounded > maxPct ? 'high' : rounded < minPct ? 'low' : null,
  };
}

import { arrhenius } from '../cure/kinetics.js';
import { KELVIN } from '../units/kelvin.js';
import type { ResinCard } from '../materials/resin-card.js';

/** Shop temperature for which a card's usual level is meant [°C]. */
export const COMFORT_C = 21;

export interface CatalystAdvice {
  /** Inside the card's range, and what can be weighed */
  readonly pct: number;
  /** The range alone does not bring the usual working time here: temperature is the other lever. null: it does */
  readonly beyond: 'cold' | 'warm' | null;
}

/** Out of the range by less than this share the working time is near enough the usual one. */
const NEAR_ENOUGH = 0.15;
/** Finest step anybody doses in [%]. */
const FINEST_PCT = 0.05;

/**
 * Catalyst that keeps the working time of the usual level at 21 °C: (c/c₀)^p · k(T) = k(21 °C), p and k from the induction
 * (from the cure where a card has none), rounded to what can be weighed and kept inside the card's range.
 * @param tempC shop temperature [°C]
 * @param weighedPct what one step of the scale is of the pot's resin [%]
 * @returns null for fixed ratios
 */
export function catalystFor({ kinetics, limits }: ResinCard, tempC: number, weighedPct = FINEST_PCT): CatalystAdvice | null {
  if (limits.catalyst === null) return null;
  const { minPct, maxPct, typicalPct } = limits.catalyst;
  const [energy, order] = kinetics.t_ind_min !== undefined && (kinetics.p ?? 0) > 0 ? [kinetics.Ez ?? 0, kinetics.p ?? 1] : [kinetics.E2, kinetics.q];
  const wantedPct = order > 0 ? typicalPct * (arrhenius(energy, COMFORT_C + KELVIN) / arrhenius(energy, tempC + KELVIN)) ** (1 / order) : typicalPct;
  const beyond = wantedPct > maxPct * (1 + NEAR_ENOUGH) ? 'cold' : wantedPct < minPct * (1 - NEAR_ENOUGH) ? 'warm' : null;
  return { pct: weighable(Math.min(maxPct, Math.max(minPct, wantedPct)), Math.max(FINEST_PCT, weighedPct), minPct, maxPct), beyond };
}

/** The nearest level that a scale can weigh and the card allows; a scale too coarse for the range leaves the level as it is. */
function weighable(pct: number, step: number, minPct: number, maxPct: number): number {
  const down = Math.floor(pct / step + 1e-9) * step;
  const near = [down, down + step].filter((level) => level >= minPct - 1e-9 && level <= maxPct + 1e-9);
  const best = near.sort((a, b) => Math.abs(a - pct) - Math.abs(b - pct)).at(0) ?? pct;
  return Number(best.toFixed(4));
}

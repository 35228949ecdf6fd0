import { cardSubstances } from '../cure/kinetic-card.js';
import { mixLayer } from '../heat/mixture.js';
import type { ResinCard } from '../materials/resin-card.js';
import { doseOf, type Dose } from './hardener-dose.js';

/** What somebody wants a pot for, without a plan. */
export type QuickWish = { readonly resinG: number } | { readonly areaM2: number; readonly filmUm: number };

/**
 * A pot for so much resin, or for a film over an area with what does not reach it.
 * @param catalystPct percent of resin; null for fixed ratios
 */
export function quickDose(card: ResinCard, wish: QuickWish, catalystPct: number | null): Dose {
  if ('resinG' in wish) {
    const one = doseOf(card, 1000, catalystPct);
    return doseOf(card, (1000 * wish.resinG) / one.resinG, catalystPct);
  }
  const { rho } = mixLayer({ ...cardSubstances(card.kinetics), glassW: 0 });
  return doseOf(card, (wish.areaM2 * wish.filmUm * 1e-6 * rho * 1000) / card.transfer, catalystPct);
}

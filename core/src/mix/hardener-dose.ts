import { cardNumber } from '../materials/material-card.js';
import { cardSubstances } from '../cure/kinetic-card.js';
import { mixLayer } from '../heat/mixture.js';
import type { ResinCard } from '../materials/resin-card.js';

/** Density that is taken where no card states one [kg/m³] (typical peroxide, assumed). */
const ASSUMED_HARDENER_RHO = 1150;

/** Hardener for a mass of resin. */
export interface Dose {
  readonly resinG: number;
  readonly hardenerG: number;
  readonly hardenerMl: number;
  /** Fixed ratio: never adjusted */
  readonly fixed: boolean;
  /** Relative error if someone doses by the shortcut [-]: positive is too much hardener */
  readonly shortcutError: number;
  /** What the shortcut is */
  readonly shortcut: string;
  readonly assumed: readonly string[];
}

/**
 * Hardener by weight and by volume, with the error of the usual shortcut:
 * percent taken in ml per 100 g (peroxide), or the weight ratio poured by volume (fixed ratio).
 * @param totalG mass of the mixed pot [g]
 * @param catalystPct percent of resin; null for fixed ratios
 * @param addedParts what is stirred into 100 of resin besides [parts]; the hardener goes by the resin alone
 * @param hardenerKgM3 density by the hardener's own card [kg/m³]; null: as the resin's card says
 */
export function doseOf(
  card: ResinCard,
  totalG: number,
  catalystPct: number | null,
  { hardenerKgM3 = null, addedParts = 0 }: { readonly hardenerKgM3?: number | null; readonly addedParts?: number } = {},
): Dose {
  const addedShare = addedParts / 100;
  const assumed: string[] = [];
  const rho = hardenerKgM3 ?? cardNumber(card.sheet, 'hardenerDensityKgM3');
  if (catalystPct !== null) {
    if (rho === null) assumed.push('density of the hardener');
    const gPerMl = (rho ?? ASSUMED_HARDENER_RHO) / 1000;
    const resinG = totalG / (1 + addedShare + catalystPct / 100);
    const hardenerG = (resinG * catalystPct) / 100;
    return {
      resinG,
      hardenerG,
      hardenerMl: hardenerG / gPerMl,
      fixed: false,
      shortcutError: gPerMl - 1,
      shortcut: `${catalystPct.toFixed(2)} ml per 100 g of resin`,
      assumed,
    };
  }
  const byWeight = cardNumber(card.sheet, 'hardenerPhrByWeight');
  const byVolume = cardNumber(card.sheet, 'hardenerPhrByVolume');
  if (byWeight === null) assumed.push('mix ratio by weight');
  const phr = byWeight ?? 30;
  const resinG = totalG / (1 + addedShare + phr / 100);
  const hardenerG = (resinG * phr) / 100;
  // Of the paste that is poured: resin with its filler.
  const resinRho = mixLayer({ ...cardSubstances(card.kinetics), glassW: 0 }).rho;
  // Weight and volume ratio together say the hardener's density.
  const hardenerRho = rho ?? (byVolume === null ? null : (phr / byVolume) * resinRho);
  if (hardenerRho === null) assumed.push('density of the hardener');
  const density = hardenerRho ?? resinRho;
  return {
    resinG,
    hardenerG,
    hardenerMl: hardenerG / (density / 1000),
    fixed: true,
    shortcutError: density / resinRho - 1,
    shortcut: `${String(phr)} to 100 poured by volume`,
    assumed,
  };
}

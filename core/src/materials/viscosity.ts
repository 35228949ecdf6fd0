import { KELVIN } from '../units/kelvin.js';
import { cardNumber } from './material-card.js';
import type { ResinCard } from './resin-card.js';
import { cardSubstances } from '../cure/kinetic-card.js';
import { GAS_CONSTANT } from '../cure/kinetics.js';

/** Sheets state viscosity at this temperature (assumed) [°C]. */
export const STATED_AT_C = 23;
/** How steeply viscosity falls with temperature: styrenated resins, and all others (assumed, typical) [J/mol]. */
const SLOPE_STYRENE = 35e3;
const SLOPE_OTHER = 60e3;
/** Closest packing of fillers by volume (assumed) [-]. */
const CLOSEST = 0.62;

/** How thick a resin is at a temperature, against itself as its sheet has it. */
export interface Viscosity {
  /** [Pa·s]; null: its card states none */
  readonly paS: number | null;
  /** Against its sheet [-] */
  readonly factor: number;
}

const fillerVolume = ({ kinetics }: ResinCard): number => {
  const { resin, filler, fillerW } = cardSubstances(kinetics);
  const solid = fillerW / filler.rho;
  return solid / (solid + (1 - fillerW) / resin.rho);
};

/** Of solid spheres in a liquid (Krieger and Dougherty), up to where nothing flows any more. */
const thickened = (volume: number): number => (1 - Math.min(volume, 0.98 * CLOSEST) / CLOSEST) ** (-2.5 * CLOSEST);

/**
 * Viscosity of a resin at a temperature, with what is stirred into it: Arrhenius in temperature, Krieger and Dougherty in the filler's volume.
 * @param card as its sheet describes it
 * @param laid the same with what is stirred in
 * @see docs/references.md#viscosity
 */
export function viscosityAt(card: ResinCard, laid: ResinCard, tempC: number): Viscosity {
  const slope = card.kinetics.c_ref === null ? SLOPE_OTHER : SLOPE_STYRENE;
  const warm = Math.exp((slope / GAS_CONSTANT) * (1 / (tempC + KELVIN) - 1 / (STATED_AT_C + KELVIN)));
  const factor = (warm * thickened(fillerVolume(laid))) / thickened(fillerVolume(card));
  const stated = cardNumber(card.sheet, 'viscosityPaS');
  return { paS: stated === null ? null : stated * factor, factor };
}

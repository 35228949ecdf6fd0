import { DomainError } from '../errors/domain-error.js';
import { requireInRange, type Range } from '../errors/require.js';
import { DEFAULT_FILLER, type ThermalMaterial } from '../heat/mixture.js';

/**
 * The numbers with which a resin cures in the simulation (keys as in the case files, see docs/formats.md).
 * Rates at 298.15 K. All are effective values, assumed unless a cup test fitted them.
 */
export interface KineticCard {
  readonly name: string;
  /** Density of the resin without filler [kg/m³] */
  readonly rho_r: number;
  /** Specific heat [J/kgK] */
  readonly cp_r: number;
  /** Conductivity [W/mK] */
  readonly k_r: number;
  /** Heat of cure per mass of reactive resin [J/kg] */
  readonly H: number;
  /** Rate constants at 25 °C [1/s] */
  readonly k1: number;
  readonly k2: number;
  /** Activation energies [J/mol] */
  readonly E1: number;
  readonly E2: number;
  /** Orders of the autocatalytic and of the remaining-cure factor [-] */
  readonly m: number;
  readonly n: number;
  /** Catalyst level the rates are stated for [% of resin]; null for fixed-ratio systems */
  readonly c_ref: number | null;
  /** Induction time at 25 °C and c_ref [min]; absent: none */
  readonly t_ind_min?: number;
  /** Activation energy of the induction [J/mol] and its order in catalyst [-] */
  readonly Ez?: number;
  readonly p?: number;
  /** Order of the rate in catalyst [-] */
  readonly q: number;
  /** Glass transition uncured and fully cured [°C] */
  readonly Tg0: number;
  readonly Tg1: number;
  /** DiBenedetto parameter [-] and how far cure runs ahead of Tg [K] */
  readonly lam: number;
  readonly dTv: number;
  /** Degree of cure at gel [-] */
  readonly a_gel: number;
  /** Mass of filler per mass of paste [-] */
  readonly filler_w?: number;
  readonly filler?: ThermalMaterial;
}

const RANGES: Record<string, Range> = {
  rho_r: { min: 500, max: 3000, unit: 'kg/m³' },
  cp_r: { min: 500, max: 5000, unit: 'J/kgK' },
  k_r: { min: 0.02, max: 5, unit: 'W/mK' },
  H: { min: 0, max: 1e13, unit: 'J/kg' },
  k1: { min: 0, max: 10, unit: '1/s' },
  k2: { min: 0, max: 10, unit: '1/s' },
  E1: { min: 0, max: 5e5, unit: 'J/mol' },
  E2: { min: 0, max: 5e5, unit: 'J/mol' },
  m: { min: 0, max: 4, unit: '' },
  n: { min: 0, max: 5, unit: '' },
  q: { min: -3, max: 3, unit: '' },
  Tg0: { min: -150, max: 100, unit: '°C' },
  Tg1: { min: -50, max: 350, unit: '°C' },
  lam: { min: 0.05, max: 1, unit: '' },
  dTv: { min: 0, max: 100, unit: 'K' },
  a_gel: { min: 0.001, max: 0.95, unit: '' },
};

const INDUCTION_RANGES: Record<string, Range> = {
  t_ind_min: { min: 0.01, max: 10000, unit: 'min' },
  Ez: { min: 0, max: 5e5, unit: 'J/mol' },
  p: { min: -3, max: 3, unit: '' },
  c_ref: { min: 0.05, max: 20, unit: '%' },
};

/**
 * Checks every number of a kinetic card.
 * @throws DomainError naming the card and the quantity
 */
export function checkKineticCard(card: KineticCard): void {
  const values: Record<string, unknown> = { ...card };
  for (const [key, range] of Object.entries(RANGES)) requireInRange(`card "${card.name}", ${key}`, values[key], range);
  if (card.Tg1 <= card.Tg0) {
    throw new DomainError({
      code: 'value-out-of-range',
      quantity: `card "${card.name}", Tg1`,
      value: card.Tg1,
      expected: `more than Tg0 (${String(card.Tg0)} °C)`,
    });
  }
  requireInRange(`card "${card.name}", filler_w`, card.filler_w ?? 0, { min: 0, max: 0.9, unit: '' });
  if (card.t_ind_min === undefined) return;
  for (const [key, range] of Object.entries(INDUCTION_RANGES)) requireInRange(`card "${card.name}", ${key}`, values[key], range);
}

/** Resin and filler of the card as thermal substances. */
export function cardSubstances(card: KineticCard): { resin: ThermalMaterial; filler: ThermalMaterial; fillerW: number } {
  return {
    resin: { rho: card.rho_r, cp: card.cp_r, k: card.k_r },
    filler: card.filler ?? DEFAULT_FILLER,
    fillerW: card.filler_w ?? 0,
  };
}

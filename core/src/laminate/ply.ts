import { cardSubstances, type KineticCard } from '../cure/kinetic-card.js';
import { DomainError } from '../errors/domain-error.js';
import { requireInRange } from '../errors/require.js';
import { mixLayer } from '../heat/mixture.js';

const GSM = { min: 1, max: 50000, unit: 'g/m²' };
const RATIO = { min: 0.3, max: 20, unit: ': 1' };

/**
 * Glass mass fraction from the resin:glass ratio by weight, w = 1/(1 + ratio).
 * @param resinToGlass parts of resin (with filler) per part of glass [-]
 * @returns [-]
 * @example glassFraction(2.5) // 0.2857…
 */
export function glassFraction(resinToGlass: number): number {
  return 1 / (1 + requireInRange('resin to glass ratio', resinToGlass, RATIO));
}

/** Glass and resin of one layer per area of mold. */
export interface LaminateMasses {
  /** [kg/m²] */
  readonly glass: number;
  readonly resin: number;
  readonly total: number;
}

/**
 * Masses per area from areal weight and resin:glass ratio.
 * @param glassGsm areal weight of all plies together [g/m²]
 * @param resinToGlass by weight [-]
 * @returns [kg/m²]
 */
export function laminateMasses(glassGsm: number, resinToGlass: number): LaminateMasses {
  const glass = requireInRange('areal weight of glass', glassGsm, GSM) / 1000;
  const resin = glass * requireInRange('resin to glass ratio', resinToGlass, RATIO);
  return { glass, resin, total: glass + resin };
}

/**
 * Cured thickness of a laminate without voids: h = (m_glass/w)/ρ, 1/ρ = Σ w/ρ.
 * @param glassGsm areal weight of all plies together [g/m²]
 * @param glassW glass mass fraction [-]
 * @returns [m]
 * @throws DomainError for no glass
 */
export function laminateThicknessM({ glassGsm, glassW, card }: { glassGsm: number; glassW: number; card: KineticCard }): number {
  requireInRange('areal weight of glass', glassGsm, GSM, glassGsm === 0 ? 'zero-thickness' : 'value-out-of-range');
  if (!(glassW > 0 && glassW <= 0.85)) {
    throw new DomainError({
      code: 'value-out-of-range',
      quantity: 'glass fraction by mass',
      value: glassW,
      expected: 'between 0 and 0.85, above 0 where a thickness follows from areal weight',
    });
  }
  const { rho } = mixLayer({ ...cardSubstances(card), glassW });
  return glassGsm / 1000 / glassW / rho;
}

/**
 * Plies needed for a wanted thickness, rounded up.
 * @param targetM wanted thickness [m]
 * @param plyM thickness of one ply [m]
 */
export function pliesForThickness(targetM: number, plyM: number): number {
  requireInRange('wanted thickness', targetM * 1000, { min: 0.01, max: 300, unit: 'mm' });
  requireInRange('thickness of one ply', plyM * 1000, { min: 0.01, max: 50, unit: 'mm' });
  return Math.ceil(targetM / plyM - 1e-9);
}

/**
 * Gel coat to mix: area × wet film × density ÷ transfer efficiency.
 * @param areaM2 [m²]
 * @param wetFilmM [m]
 * @param density of the wet gel coat [kg/m³]
 * @param transfer share that reaches the mold, 0–1 [-]
 * @returns [kg]
 */
export function filmMassKg(areaM2: number, wetFilmM: number, density: number, transfer: number): number {
  requireInRange('area', areaM2, { min: 0.001, max: 1000, unit: 'm²' });
  requireInRange('wet film', wetFilmM * 1e6, { min: 20, max: 5000, unit: 'µm' });
  requireInRange('transfer efficiency', transfer, { min: 0.2, max: 1, unit: '' });
  return (areaM2 * wetFilmM * density) / transfer;
}

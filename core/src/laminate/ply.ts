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

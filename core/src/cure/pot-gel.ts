import { TABLE_MAX_K, TABLE_MIN_K, TABLE_PER_K, TABLE_STRIDE, type PreparedKinetics } from './kinetics.js';

/** Points of the integral over cure. */
const POINTS = 64;

/** One of the factors of a rate table between its rows [-]. */
function factorAt({ table }: PreparedKinetics, column: number, tempK: number): number {
  const at = (Math.min(tempK, TABLE_MAX_K) - TABLE_MIN_K) * TABLE_PER_K;
  const row = Math.floor(at);
  const low = table[row * TABLE_STRIDE + column];
  return low + (at - row) * (table[(row + 1) * TABLE_STRIDE + column] - low);
}

/** Share of the induction that a time at one temperature uses up [-]; 0 for a card without one. */
export function inductionUsed(kinetics: PreparedKinetics, tempK: number, seconds: number): number {
  return kinetics.inductionRate * factorAt(kinetics, 2, tempK) * seconds;
}

/**
 * Time from mixing to gel of a pot that keeps its heat, as one of a kilogram or more nearly does: induction at its temperature, then
 * ∫ dα/((k1 + k2 α^m)(αmax − α)^n) from 0 to gel, every factor at T0 + rise · α.
 * @param riseK temperature that full cure adds [K]; 0: a film on something cool
 * @returns [s]; Infinity where cure stops before gel
 * @see docs/physics.md
 */
export function gelAfterS(kinetics: PreparedKinetics, tempK: number, riseK: number): number {
  const { gel, m, n, inductionRate } = kinetics;
  const induction = inductionRate * factorAt(kinetics, 2, tempK);
  let sum = 0;
  for (let i = 0; i < POINTS; i++) {
    // Squares, because the rate begins as k2 α^m with a steep slope.
    const u = (i + 0.5) / POINTS;
    const cure = gel * u * u;
    const nowK = tempK + riseK * cure;
    const left = factorAt(kinetics, 3, nowK) - cure;
    if (left <= 0) return Infinity;
    const rate = (kinetics.k1 * factorAt(kinetics, 0, nowK) + kinetics.k2 * factorAt(kinetics, 1, nowK) * (cure + 1e-6) ** m) * left ** n;
    sum += (2 * u * gel) / POINTS / rate;
  }
  return (induction > 0 ? 1 / induction : 0) + sum;
}

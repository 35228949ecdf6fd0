import { TABLE_MIN_K, TABLE_PER_K, TABLE_STRIDE, type PreparedKinetics } from './kinetics.js';

/** Points of the integral over cure. */
const POINTS = 64;

/** One of the factors of a rate table between its rows [-]. */
function factorAt({ table }: PreparedKinetics, column: number, tempK: number): number {
  const at = (tempK - TABLE_MIN_K) * TABLE_PER_K;
  const row = Math.floor(at);
  const low = table[row * TABLE_STRIDE + column];
  return low + (at - row) * (table[(row + 1) * TABLE_STRIDE + column] - low);
}

/** Share of the induction that a time at one temperature uses up [-]; 0 for a card without one. */
export function inductionUsed(kinetics: PreparedKinetics, tempK: number, seconds: number): number {
  return kinetics.inductionRate * factorAt(kinetics, 2, tempK) * seconds;
}

/**
 * Time from mixing to gel at one temperature without the resin's own heat: induction, then ∫ dα/((k1 + k2 α^m)(αmax − α)^n) from 0 to gel.
 * A pot warms itself, so its life is never longer.
 * @returns [s]; Infinity where cure stops before gel
 * @see docs/physics.md
 */
export function isothermalGelS(kinetics: PreparedKinetics, tempK: number): number {
  const { gel, m, n } = kinetics;
  const most = factorAt(kinetics, 3, tempK);
  if (most <= gel) return Infinity;
  const k1 = kinetics.k1 * factorAt(kinetics, 0, tempK);
  const k2 = kinetics.k2 * factorAt(kinetics, 1, tempK);
  const induction = kinetics.inductionRate * factorAt(kinetics, 2, tempK);
  let sum = 0;
  for (let i = 0; i < POINTS; i++) {
    // Squares, because the rate begins as k2 α^m with a steep slope.
    const u = (i + 0.5) / POINTS;
    const cure = gel * u * u;
    sum += (2 * u * gel) / POINTS / ((k1 + k2 * cure ** m) * (most - cure) ** n);
  }
  return (induction > 0 ? 1 / induction : 0) + sum;
}

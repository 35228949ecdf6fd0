import { rates } from './follow-cure.js';
import { INDUCTION_DONE, type PreparedKinetics } from './kinetics.js';

/** Points of the integral over cure. */
const POINTS = 64;

/** Share of the induction that a time at one temperature uses up [-]; 0 for a card without one. */
export function inductionUsed(kinetics: PreparedKinetics, tempK: number, seconds: number): number {
  return rates(kinetics, tempK, 0, 0).x * seconds;
}

/**
 * Time from mixing to gel of a pot that keeps its heat, as one of a kilogram or more nearly does: induction at its temperature, then
 * ∫ dα/(dα/dt) from 0 to gel, at T0 + rise · α.
 * @param riseK temperature that full cure adds [K]; 0: a film on something cool
 * @returns [s]; Infinity where cure stops before gel
 * @see docs/physics.md
 */
export function gelAfterS(kinetics: PreparedKinetics, tempK: number, riseK: number): number {
  const { gel } = kinetics;
  const induction = rates(kinetics, tempK, 0, 0).x;
  let sum = 0;
  for (let i = 0; i < POINTS; i++) {
    // Squares, because the rate begins as k2 α^m with a steep slope.
    const u = (i + 0.5) / POINTS;
    const cure = gel * u * u;
    const rate = rates(kinetics, tempK + riseK * cure, INDUCTION_DONE, cure).alpha;
    if (rate <= 0) return Infinity;
    sum += (2 * u * gel) / POINTS / rate;
  }
  return (induction > 0 ? 1 / induction : 0) + sum;
}

import { GATE_FROM, INDUCTION_DONE, TABLE_MIN_K, TABLE_PER_K, TABLE_STRIDE, type PreparedKinetics } from './kinetics.js';

/** Longest step of the integration [s]. */
const STEP_S = 90;

/** Rates of induction and cure at one state [1/s]. */
export function rates(kin: PreparedKinetics, tempK: number, x: number, alpha: number): { x: number; alpha: number } {
  const { table, k1, k2, m, n, inductionRate } = kin;
  const position = (tempK - TABLE_MIN_K) * TABLE_PER_K;
  const row = Math.floor(position);
  const w = position - row;
  const factor = (column: number): number => table[row * TABLE_STRIDE + column] * (1 - w) + table[(row + 1) * TABLE_STRIDE + column] * w;
  let gate = 1;
  let dx = 0;
  if (inductionRate > 0 && x < INDUCTION_DONE) {
    dx = inductionRate * factor(2);
    const s = Math.min(Math.max((x - GATE_FROM) * 5, 0), 1);
    gate = s ** 3 * (10 - 15 * s + 6 * s * s);
  }
  const left = Math.max(factor(3) - alpha, 0);
  return { x: dx, alpha: gate * (k1 * factor(0) + k2 * factor(1) * (alpha + 1e-6) ** m) * left ** n };
}

/** Midpoint step [s]. */
function advance(kin: PreparedKinetics, state: { x: number; alpha: number }, h: number, startK: number, middleK: number): void {
  const first = rates(kin, startK, state.x, state.alpha);
  const middle = rates(kin, middleK, state.x + 0.5 * h * first.x, state.alpha + 0.5 * h * first.alpha);
  state.x += h * middle.x;
  state.alpha = Math.min(1, state.alpha + h * middle.alpha);
}

/**
 * Cure of a spot past its induction that goes on at one temperature: what a shell does in the days after it has cooled.
 * @param alpha degree of cure now [-]
 * @param tempK temperature it stays at [K]
 * @param course how far, and in which steps [s]; steps of an hour are fine once it has cooled
 * @returns degree of cure at the end of each step [-]
 */
export function cureOnwards(kin: PreparedKinetics, alpha: number, tempK: number, { spanS, stepS }: { spanS: number; stepS: number }): number[] {
  const state = { x: INDUCTION_DONE, alpha };
  return Array.from({ length: Math.ceil(spanS / stepS) }, () => {
    advance(kin, state, stepS, tempK, tempK);
    return state.alpha;
  });
}

/**
 * Cure of one spot that goes through a given temperature course, everything running slower by a factor: a deep pocket with
 * styrene lying in it. Midpoint rule, straight lines between the given temperatures.
 * @param timeS growing times [s]
 * @param tempK temperature at those times [K]
 * @param slowdown how many times as long everything takes [×], 1: as fast as the flat
 * @param inductionUsed what its pot had behind it [-]
 * @returns degree of cure at those times [-]
 * @see docs/references.md#kamal-1974
 */
export function followCure(
  kin: PreparedKinetics,
  timeS: ArrayLike<number>,
  tempK: ArrayLike<number>,
  { slowdown, inductionUsed = 0 }: { readonly slowdown: number; readonly inductionUsed?: number },
): Float64Array {
  const cure = new Float64Array(timeS.length);
  const state = { x: inductionUsed, alpha: 0 };
  for (let f = 1; f < timeS.length; f++) {
    const span = timeS[f] - timeS[f - 1];
    const steps = Math.max(1, Math.ceil(span / STEP_S));
    const h = span / steps / slowdown;
    for (let s = 0; s < steps; s++) {
      const at = (share: number): number => tempK[f - 1] + (tempK[f] - tempK[f - 1]) * ((s + share) / steps);
      advance(kin, state, h, at(0), at(0.5));
    }
    cure[f] = state.alpha;
  }
  return cure;
}

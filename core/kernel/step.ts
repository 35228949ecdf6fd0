/**
 * The inner loops of a time step, in AssemblyScript: `npm run kernel` compiles them into `core/src/growth/kernel/step-wasm.ts`.
 * A fresh worker spends most of its first run on these loops, and WebAssembly is fast from the first call on.
 *
 * ROS2: a two-stage, second-order, L-stable Rosenbrock method, γ = 1 − 1/√2, with an embedded first-order result.
 * Cure and induction are eliminated cell by cell, so one tridiagonal solve in T is left per stage.
 * See docs/references.md#verwer-1999.
 *
 * Memory of one run from `base` on: ARRAYS arrays of `cap` doubles, then one record of RECORD bytes for each layer that cures.
 * `core/src/growth/kernel/step-memory.ts` knows the same order.
 */

// @ts-ignore: the engine inlines a bare Math.pow
@external('env', 'pow')
declare function pow(x: f64, y: f64): f64;

const T: i32 = 0;
const X: i32 = 1;
const A: i32 = 2;
const C: i32 = 3;
const G: i32 = 4;
const Q: i32 = 5;
const FA: i32 = 6;
const AN: i32 = 7;
const FA_T: i32 = 8;
const FA_A: i32 = 9;
const FA_X: i32 = 10;
const FX: i32 = 11;
const FX_T: i32 = 12;
const KT1: i32 = 13;
const KA1: i32 = 14;
const KX1: i32 = 15;
const KT2: i32 = 16;
const KA2: i32 = 17;
const KX2: i32 = 18;
const INV: i32 = 19;
const BA: i32 = 20;
const DIAG: i32 = 21;
const UPPER: i32 = 22;
/** Heat of cure set free in a cell at the present stage [W/m²]; zero where no cure runs */
const SOURCE: i32 = 23;
const FORWARD: i32 = 24;
const TN: i32 = 25;
const XN: i32 = 26;
const ARRAYS: i32 = 27;
/** start, end, address of the table, unused (i32); k1, k2, m, n, induction rate (f64) */
const RECORD: i32 = 56;

const GAMMA: f64 = 1 - 0.7071067811865476;
const ALPHA_SEED: f64 = 1e-6;
/**
 * Errors of cure count more while little has cured: what is off there grows with the reaction itself, in a near-critical laminate to
 * kelvins of its peak. Twenty-five times at none, falling to once at EARLY_CURE; found with 600 seeded near-critical stacks, of which 300 are a test.
 */
const EARLY_CURE: f64 = 0.06;
const EARLY_WEIGHT: f64 = 24;
/** As in cure/kinetics.ts */
const TABLE_MIN_K: f64 = 213.15;
const TABLE_MAX_K: f64 = 613.15;
const TABLE_PER_K: f64 = 4;
const TABLE_ROW: i32 = 32;
const LAST_ROW: i32 = 1600;
const INDUCTION_DONE: f64 = 1.1;
const GATE_FROM: f64 = 0.9;
/** A field outside these is reported as diverged; inside the rate tables with room to spare [K] */
const COLDEST_K: f64 = TABLE_MIN_K + 1;
const HOTTEST_K: f64 = TABLE_MAX_K - 1;

/** Heat through the boundaries during the last tried step [J/m²] */
export let boundaryHeat: f64 = 0;

// @ts-ignore: decorator
@inline
function array(base: i32, cap: i32, which: i32): i32 {
  return base + ((which * cap) << 3);
}

// @ts-ignore: decorator
@inline
function at(from: i32, i: i32): f64 {
  return load<f64>(from + (i << 3));
}

// @ts-ignore: decorator
@inline
function put(from: i32, i: i32, value: f64): void {
  store<f64>(from + (i << 3), value);
}

/** Row of a rate table below a position; what left the table is held at its end, and found by `backwardOne`. */
// @ts-ignore: decorator
@inline
function rowOf(position: f64): i32 {
  return min(max(<i32>position, 0), LAST_ROW);
}

/** Rates and derivatives at the present state, for each of the layers that cure. */
export function evaluate(base: i32, cap: i32, layers: i32): void {
  const records = array(base, cap, ARRAYS);
  for (let l = 0; l < layers; l++) ratesWithDerivatives(base, cap, records + l * RECORD);
}

function ratesWithDerivatives(base: i32, cap: i32, record: i32): void {
  const start = load<i32>(record);
  const end = load<i32>(record, 4);
  const table = load<i32>(record, 8);
  const k1 = load<f64>(record, 16);
  const k2 = load<f64>(record, 24);
  const m = load<f64>(record, 32);
  const n = load<f64>(record, 40);
  const inductionRate = load<f64>(record, 48);
  const t = array(base, cap, T);
  const x = array(base, cap, X);
  const a = array(base, cap, A);
  const fa = array(base, cap, FA);
  const faT = array(base, cap, FA_T);
  const faA = array(base, cap, FA_A);
  const faX = array(base, cap, FA_X);
  const fx = array(base, cap, FX);
  const fxT = array(base, cap, FX_T);
  for (let i = start; i < end; i++) {
    const position = (at(t, i) - TABLE_MIN_K) * TABLE_PER_K;
    const row = rowOf(position);
    const w = position - <f64>row;
    const low = table + row * TABLE_ROW;
    let gate: f64 = 1;
    let gateSlope: f64 = 0;
    put(fx, i, 0);
    put(fxT, i, 0);
    if (inductionRate > 0 && at(x, i) < INDUCTION_DONE) {
      const slope = load<f64>(low, 48) - load<f64>(low, 16);
      put(fx, i, inductionRate * (load<f64>(low, 16) + w * slope));
      put(fxT, i, inductionRate * slope * TABLE_PER_K);
      if (at(x, i) <= GATE_FROM) {
        put(fa, i, 0);
        put(faT, i, 0);
        put(faA, i, 0);
        put(faX, i, 0);
        continue;
      }
      const s = (at(x, i) - GATE_FROM) * 5;
      gate = s * s * s * (10 - 15 * s + 6 * s * s);
      gateSlope = 5 * 30 * s * s * (1 - s) * (1 - s);
    }
    const e1Slope = load<f64>(low, 32) - load<f64>(low);
    const e2Slope = load<f64>(low, 40) - load<f64>(low, 8);
    const limitSlope = load<f64>(low, 56) - load<f64>(low, 24);
    const e2 = load<f64>(low, 8) + w * e2Slope;
    const seed = at(a, i) + ALPHA_SEED;
    const s = m == 1 ? seed : pow(seed, m);
    const K = k1 * (load<f64>(low) + w * e1Slope) + k2 * e2 * s;
    const room = load<f64>(low, 24) + w * limitSlope - at(a, i);
    const left = room > 0 ? room : 0;
    const power = n == 1.5 ? left * sqrt(left) : n == 2 ? left * left : pow(left, n);
    const powerSlope = n == 1.5 ? 1.5 * sqrt(left) : n == 2 ? 2 * left : n == 0 ? 0 : n * pow(left, n - 1);
    put(fa, i, gate * K * power);
    put(faT, i, gate * TABLE_PER_K * ((k1 * e1Slope + k2 * e2Slope * s) * power + K * powerSlope * limitSlope));
    put(faA, i, gate * (k2 * e2 * (m == 1 ? 1 : m == 0 ? 0 : m * pow(seed, m - 1)) * power - K * powerSlope));
    put(faX, i, gateSlope * K * power);
  }
}

/** Second-stage rates at (T, X, a) = the first stage's end. */
function ratesOnly(base: i32, cap: i32, record: i32): void {
  const start = load<i32>(record);
  const end = load<i32>(record, 4);
  const table = load<i32>(record, 8);
  const k1 = load<f64>(record, 16);
  const k2 = load<f64>(record, 24);
  const m = load<f64>(record, 32);
  const n = load<f64>(record, 40);
  const inductionRate = load<f64>(record, 48);
  const tn = array(base, cap, TN);
  const an = array(base, cap, AN);
  const xn = array(base, cap, XN);
  const kA2 = array(base, cap, KA2);
  const kX2 = array(base, cap, KX2);
  const fx = array(base, cap, FX);
  for (let i = start; i < end; i++) {
    const position = (at(tn, i) - TABLE_MIN_K) * TABLE_PER_K;
    const row = rowOf(position);
    const w = position - <f64>row;
    const low = table + row * TABLE_ROW;
    put(kX2, i, 0);
    let gate: f64 = 1;
    if (inductionRate > 0 && at(fx, i) > 0) {
      // Followed through this whole step, so that both stages integrate the same equation.
      put(kX2, i, inductionRate * (load<f64>(low, 16) + w * (load<f64>(low, 48) - load<f64>(low, 16))));
      const s = min(max((at(xn, i) - GATE_FROM) * 5, 0), 1);
      gate = s * s * s * (10 - 15 * s + 6 * s * s);
      if (gate == 0) {
        put(kA2, i, 0);
        continue;
      }
    }
    const e1 = load<f64>(low) + w * (load<f64>(low, 32) - load<f64>(low));
    const e2 = load<f64>(low, 8) + w * (load<f64>(low, 40) - load<f64>(low, 8));
    const limit = load<f64>(low, 24) + w * (load<f64>(low, 56) - load<f64>(low, 24));
    const seed = max(at(an, i) + ALPHA_SEED, 0);
    const K = k1 * e1 + k2 * e2 * (m == 1 ? seed : pow(seed, m));
    const left = limit > at(an, i) ? limit - at(an, i) : 0;
    put(kA2, i, gate * K * (n == 1.5 ? left * sqrt(left) : n == 2 ? left * left : pow(left, n)));
  }
}

/**
 * Tries a step of h seconds; leaves the result in the arrays and returns the error norm (1 = at tolerance).
 * @param n cells that are there
 * @param air0 air at the step's start, `air1` at its end, `slope` at its start [K], [K/s]; `back0`, `back1` and `backSlope` behind the plug
 * @param tempK, cure, induction errors that count as 1
 */
export function attempt(
  base: i32,
  cap: i32,
  layers: i32,
  n: i32,
  h: f64,
  air0: f64,
  air1: f64,
  slope: f64,
  back0: f64,
  back1: f64,
  backRise: f64,
  backG: f64,
  tempK: f64,
  cure: f64,
  induction: f64,
): f64 {
  const g = GAMMA * h;
  const top = n - 1;
  const t = array(base, cap, T);
  const conductance = array(base, cap, G);
  const kT1 = array(base, cap, KT1);
  const kT2 = array(base, cap, KT2);
  const tn = array(base, cap, TN);
  const topG = at(conductance, top);
  const topSlope = g * topG * slope;
  const backSlope = g * backG * backRise;
  factor(base, cap, layers, n, g, backG);
  cureOne(base, cap, layers, g);
  forwardOne(base, cap, n, backG, back0, air0, backSlope, topSlope);
  if (!backwardOne(base, cap, n, h)) return Infinity;
  const flux1 =
    topG * (air0 - at(t, top)) + backG * (back0 - at(t, 0)) - g * (topG * at(kT1, top) + backG * at(kT1, 0)) + topSlope + backSlope;
  cureTwo(base, cap, layers, g, h);
  forwardTwo(base, cap, n, backG, back1, air1, backSlope, topSlope);
  const worst = backwardTwo(base, cap, layers, n, g, h, tempK, cure, induction);
  const flux2 =
    topG * (air1 - at(tn, top)) +
    backG * (back1 - at(tn, 0)) -
    g * (topG * at(kT2, top) + backG * at(kT2, 0)) -
    2 * flux1 -
    topSlope -
    backSlope;
  boundaryHeat = h * (1.5 * flux1 + 0.5 * flux2);
  return worst;
}

/**
 * Eliminates cure and induction per cell and factors the tridiagonal matrix.
 * `DIAG` ends as the pivots' inverses, `UPPER` holds g·G times the inverse pivot, so one multiplication serves both sweeps.
 */
function factor(base: i32, cap: i32, layers: i32, n: i32, g: f64, backG: f64): void {
  const capacity = array(base, cap, C);
  const conductance = array(base, cap, G);
  const q = array(base, cap, Q);
  const diag = array(base, cap, DIAG);
  const upper = array(base, cap, UPPER);
  const inv = array(base, cap, INV);
  const bA = array(base, cap, BA);
  const faA = array(base, cap, FA_A);
  const faT = array(base, cap, FA_T);
  const faX = array(base, cap, FA_X);
  const fxT = array(base, cap, FX_T);
  const records = array(base, cap, ARRAYS);
  for (let i = 0; i < n; i++) put(diag, i, at(capacity, i));
  for (let l = 0; l < layers; l++) {
    const record = records + l * RECORD;
    const end = load<i32>(record, 4);
    for (let i = load<i32>(record); i < end; i++) {
      const inverse = 1 / (1 - g * at(faA, i));
      const b = g * (at(faT, i) + g * at(faX, i) * at(fxT, i)) * inverse;
      put(inv, i, inverse);
      put(bA, i, b);
      put(diag, i, at(diag, i) - at(q, i) * b);
    }
  }
  let coupling = g * backG;
  let lowered: f64 = 0;
  for (let i = 0; i < n; i++) {
    const above = g * at(conductance, i);
    const pivot = 1 / (at(diag, i) + above + coupling - lowered);
    put(diag, i, pivot);
    const u = above * pivot;
    put(upper, i, u);
    lowered = above * u;
    coupling = above;
  }
}

/** First stage of cure without its coupling to temperature; its heat into `SOURCE`. */
function cureOne(base: i32, cap: i32, layers: i32, g: f64): void {
  const q = array(base, cap, Q);
  const kA1 = array(base, cap, KA1);
  const fa = array(base, cap, FA);
  const faX = array(base, cap, FA_X);
  const fx = array(base, cap, FX);
  const inv = array(base, cap, INV);
  const source = array(base, cap, SOURCE);
  const records = array(base, cap, ARRAYS);
  for (let l = 0; l < layers; l++) {
    const record = records + l * RECORD;
    const end = load<i32>(record, 4);
    for (let i = load<i32>(record); i < end; i++) {
      const k = (at(fa, i) + g * at(faX, i) * at(fx, i)) * at(inv, i);
      put(kA1, i, k);
      put(source, i, at(q, i) * k);
    }
  }
}

/** Conduction at the step's start and the forward sweep in one. */
function forwardOne(base: i32, cap: i32, n: i32, backG: f64, backK: f64, airK: f64, backSlope: f64, topSlope: f64): void {
  const t = array(base, cap, T);
  const conductance = array(base, cap, G);
  const upper = array(base, cap, UPPER);
  const source = array(base, cap, SOURCE);
  const forward = array(base, cap, FORWARD);
  const top = n - 1;
  let here = at(t, 0);
  let fromBelow = backG * (backK - here) + backSlope;
  let last: f64 = 0;
  let u: f64 = 0;
  for (let i = 0; i < top; i++) {
    const next = at(t, i + 1);
    const up = at(conductance, i) * (here - next);
    last = fromBelow - up + at(source, i) + u * last;
    put(forward, i, last);
    u = at(upper, i);
    fromBelow = up;
    here = next;
  }
  put(forward, top, fromBelow - at(conductance, top) * (here - airK) + topSlope + at(source, top) + u * last);
}

/** Backward sweep of the first stage; temperatures at its end. False: one left the range of the tables (or is no number). */
function backwardOne(base: i32, cap: i32, n: i32, h: f64): bool {
  const t = array(base, cap, T);
  const diag = array(base, cap, DIAG);
  const upper = array(base, cap, UPPER);
  const forward = array(base, cap, FORWARD);
  const kT1 = array(base, cap, KT1);
  const tn = array(base, cap, TN);
  let k: f64 = 0;
  let good = true;
  for (let i = n - 1; i >= 0; i--) {
    k = at(forward, i) * at(diag, i) + at(upper, i) * k;
    put(kT1, i, k);
    const next = at(t, i) + h * k;
    put(tn, i, next);
    // Written so that NaN fails.
    if (!(next > COLDEST_K && next < HOTTEST_K)) good = false;
  }
  return good;
}

/** Ends the first stage of cure, and begins the second with the rates at the first one's end; its heat into `SOURCE`. */
function cureTwo(base: i32, cap: i32, layers: i32, g: f64, h: f64): void {
  const q = array(base, cap, Q);
  const a = array(base, cap, A);
  const x = array(base, cap, X);
  const kT1 = array(base, cap, KT1);
  const kA1 = array(base, cap, KA1);
  const kX1 = array(base, cap, KX1);
  const kA2 = array(base, cap, KA2);
  const kX2 = array(base, cap, KX2);
  const an = array(base, cap, AN);
  const xn = array(base, cap, XN);
  const fx = array(base, cap, FX);
  const fxT = array(base, cap, FX_T);
  const faX = array(base, cap, FA_X);
  const inv = array(base, cap, INV);
  const bA = array(base, cap, BA);
  const source = array(base, cap, SOURCE);
  const records = array(base, cap, ARRAYS);
  for (let l = 0; l < layers; l++) {
    const record = records + l * RECORD;
    const start = load<i32>(record);
    const end = load<i32>(record, 4);
    for (let i = start; i < end; i++) {
      const kA = at(kA1, i) + at(bA, i) * at(kT1, i);
      const kX = at(fx, i) + g * at(fxT, i) * at(kT1, i);
      put(kA1, i, kA);
      put(kX1, i, kX);
      put(an, i, at(a, i) + h * kA);
      put(xn, i, at(x, i) + h * kX);
    }
    ratesOnly(base, cap, record);
    for (let i = start; i < end; i++) {
      const rX = at(kX2, i) - 2 * at(kX1, i);
      put(kX2, i, rX);
      const k = (at(kA2, i) - 2 * at(kA1, i) + g * at(faX, i) * rX) * at(inv, i);
      put(kA2, i, k);
      // C·(kT − (Q/C)·kA) stays conservative: add back twice the first stage's heat of cure.
      put(source, i, at(q, i) * (k + 2 * at(kA1, i)));
    }
  }
}

/** Conduction at the first stage's end and the forward sweep in one. */
function forwardTwo(base: i32, cap: i32, n: i32, backG: f64, backK: f64, airK: f64, backSlope: f64, topSlope: f64): void {
  const capacity = array(base, cap, C);
  const conductance = array(base, cap, G);
  const upper = array(base, cap, UPPER);
  const source = array(base, cap, SOURCE);
  const forward = array(base, cap, FORWARD);
  const kT1 = array(base, cap, KT1);
  const tn = array(base, cap, TN);
  const top = n - 1;
  let here = at(tn, 0);
  let fromBelow = backG * (backK - here) - backSlope;
  let last: f64 = 0;
  let u: f64 = 0;
  for (let i = 0; i < top; i++) {
    const next = at(tn, i + 1);
    const up = at(conductance, i) * (here - next);
    last = fromBelow - up - 2 * at(capacity, i) * at(kT1, i) + at(source, i) + u * last;
    put(forward, i, last);
    u = at(upper, i);
    fromBelow = up;
    here = next;
  }
  put(
    forward,
    top,
    fromBelow - at(conductance, top) * (here - airK) - topSlope - 2 * at(capacity, top) * at(kT1, top) + at(source, top) + u * last,
  );
}

/** Backward sweep of the second stage, its cure, and the error norm of both. */
function backwardTwo(base: i32, cap: i32, layers: i32, n: i32, g: f64, h: f64, tempK: f64, cure: f64, induction: f64): f64 {
  const a = array(base, cap, A);
  const diag = array(base, cap, DIAG);
  const upper = array(base, cap, UPPER);
  const forward = array(base, cap, FORWARD);
  const kT1 = array(base, cap, KT1);
  const kT2 = array(base, cap, KT2);
  const kA1 = array(base, cap, KA1);
  const kA2 = array(base, cap, KA2);
  const kX1 = array(base, cap, KX1);
  const kX2 = array(base, cap, KX2);
  const bA = array(base, cap, BA);
  const fxT = array(base, cap, FX_T);
  const records = array(base, cap, ARRAYS);
  let eT: f64 = 0;
  let eA: f64 = 0;
  let eX: f64 = 0;
  let sum: f64 = 0;
  let k: f64 = 0;
  for (let i = n - 1; i >= 0; i--) {
    k = at(forward, i) * at(diag, i) + at(upper, i) * k;
    put(kT2, i, k);
    const e = at(kT1, i) + k;
    eT = max(eT, abs(e));
    sum += e;
  }
  for (let l = 0; l < layers; l++) {
    const record = records + l * RECORD;
    const end = load<i32>(record, 4);
    for (let i = load<i32>(record); i < end; i++) {
      const kA = at(kA2, i) + at(bA, i) * at(kT2, i);
      const kX = at(kX2, i) + g * at(fxT, i) * at(kT2, i);
      put(kA2, i, kA);
      put(kX2, i, kX);
      const early = 1 - at(a, i) / EARLY_CURE;
      let ea = at(kA1, i) + kA;
      if (early > 0) ea *= 1 + EARLY_WEIGHT * early;
      eA = max(eA, abs(ea));
      const ex = at(kX1, i) + kX;
      eX = max(eX, abs(ex));
      sum += ea + ex;
    }
  }
  const worst = max(max(eT / tempK, eA / cure), eX / induction) * 0.5 * h;
  // NaN passes comparisons unseen, but not a sum.
  return sum != sum ? Infinity : worst;
}

/** Takes the tried step as the new state; `AN` keeps the cure before it. @returns heat of cure set free [J/m²] */
export function accept(base: i32, cap: i32, layers: i32, n: i32, h: f64): f64 {
  const t = array(base, cap, T);
  const a = array(base, cap, A);
  const x = array(base, cap, X);
  const q = array(base, cap, Q);
  const an = array(base, cap, AN);
  const kT1 = array(base, cap, KT1);
  const kT2 = array(base, cap, KT2);
  const kA1 = array(base, cap, KA1);
  const kA2 = array(base, cap, KA2);
  const kX1 = array(base, cap, KX1);
  const kX2 = array(base, cap, KX2);
  const records = array(base, cap, ARRAYS);
  const b1 = 1.5 * h;
  const b2 = 0.5 * h;
  let reaction: f64 = 0;
  for (let i = 0; i < n; i++) put(t, i, at(t, i) + (b1 * at(kT1, i) + b2 * at(kT2, i)));
  for (let l = 0; l < layers; l++) {
    const record = records + l * RECORD;
    const end = load<i32>(record, 4);
    for (let i = load<i32>(record); i < end; i++) {
      const cured = b1 * at(kA1, i) + b2 * at(kA2, i);
      put(an, i, at(a, i));
      put(a, i, at(a, i) + cured);
      reaction += at(q, i) * cured;
      put(x, i, at(x, i) + (b1 * at(kX1, i) + b2 * at(kX2, i)));
    }
  }
  return reaction;
}

import { airSlope, airTempK, type AirCourse } from '../heat/air.js';
import { GATE_FROM, INDUCTION_DONE, TABLE_MAX_K, TABLE_MIN_K, TABLE_PER_K, TABLE_STRIDE } from '../cure/kinetics.js';
import type { LayerCells, StackCells } from './stack-cells.js';

/**
 * ROS2: a two-stage, second-order, L-stable Rosenbrock method, γ = 1 − 1/√2, with an embedded first-order result.
 * Cure and induction are eliminated cell by cell, so one tridiagonal solve in T is left per stage.
 * @see docs/references.md#verwer-1999
 */
const GAMMA = 1 - Math.SQRT1_2;
const ALPHA_SEED = 1e-6;
/**
 * Errors of cure count more while little has cured: what is off there grows with the reaction itself, in a near-critical laminate to
 * kelvins of its peak. Twenty-five times at none, falling to once at EARLY_CURE; found with 600 seeded near-critical stacks, of which 300 are a test.
 */
const EARLY_CURE = 0.06;
const EARLY_WEIGHT = 24;
/** A field outside these is reported as diverged; inside the rate tables with room to spare [K] */
const COLDEST_K = TABLE_MIN_K + 1;
const HOTTEST_K = TABLE_MAX_K - 1;

/** Error scales that count as 1 [K], [-], [-] for a tolerance of 1 K. */
export interface ErrorScales {
  readonly tempK: number;
  readonly cure: number;
  readonly induction: number;
}

export interface Surroundings {
  readonly air: AirCourse;
  /** Temperature behind the plug [K]; null follows the air */
  readonly backK: number | null;
}

/** Scratch space and equations of one step; reused for all steps of a run. */
export class RosenbrockStepper {
  /** Rates and their derivatives at the step's start, by cell. */
  readonly fa: Float64Array;
  private readonly faT: Float64Array;
  private readonly faA: Float64Array;
  private readonly faX: Float64Array;
  private readonly fx: Float64Array;
  private readonly fxT: Float64Array;
  private readonly kT1: Float64Array;
  private readonly kA1: Float64Array;
  private readonly kX1: Float64Array;
  private readonly kT2: Float64Array;
  private readonly kA2: Float64Array;
  private readonly kX2: Float64Array;
  private readonly inv: Float64Array;
  private readonly bA: Float64Array;
  private readonly diag: Float64Array;
  private readonly upper: Float64Array;
  /** Heat of cure set free in a cell at the present stage [W/m²]; zero where no cure runs */
  private readonly source: Float64Array;
  private readonly forward: Float64Array;
  private readonly Tn: Float64Array;
  private readonly An: Float64Array;
  private readonly Xn: Float64Array;
  /** Heat through the boundaries during the last tried step [J/m²] */
  boundaryHeat = 0;
  /** Layers whose cure runs; only their cells have rates, cure and induction to follow */
  active: LayerCells[] = [];

  constructor(
    private readonly cells: StackCells,
    private readonly around: Surroundings,
    private readonly scales: ErrorScales,
  ) {
    const array = (): Float64Array => new Float64Array(cells.T.length);
    this.fa = array();
    this.faT = array();
    this.faA = array();
    this.faX = array();
    this.fx = array();
    this.fxT = array();
    this.kT1 = array();
    this.kA1 = array();
    this.kX1 = array();
    this.kT2 = array();
    this.kA2 = array();
    this.kX2 = array();
    this.inv = array();
    this.bA = array();
    this.diag = array();
    this.upper = array();
    this.source = array();
    this.forward = array();
    this.Tn = array();
    this.An = array();
    this.Xn = array();
  }

  /** Evaluates rates and derivatives at the present state; needed once after each accepted step or event. */
  evaluate(): void {
    const { layers } = this.cells;
    let count = 0;
    for (const layer of layers) {
      if (layer.kinetics === null || layer.frozen) continue;
      this.active[count++] = layer;
      this.ratesWithDerivatives(layer, layer.kinetics);
    }
    // What fell asleep sets no heat free any more.
    if (this.active.length !== count || layers.length !== this.knownLayers) this.source.fill(0);
    this.active.length = count;
    this.knownLayers = layers.length;
  }

  private ratesWithDerivatives(layer: LayerCells, kin: NonNullable<LayerCells['kinetics']>): void {
    // Locals, since the compiler reloads fields of `this` after each store into an array.
    const { T, X, a } = this.cells;
    const { fa, faT, faA, faX, fx, fxT } = this;
    const { table, k1, k2, m, n, inductionRate } = kin;
    for (let i = layer.start; i < layer.end; i++) {
      const position = (T[i] - TABLE_MIN_K) * TABLE_PER_K;
      const row = position | 0;
      const w = position - row;
      const at = row * TABLE_STRIDE;
      const next = at + TABLE_STRIDE;
      let gate = 1;
      let gateSlope = 0;
      fx[i] = 0;
      fxT[i] = 0;
      if (inductionRate > 0 && X[i] < INDUCTION_DONE) {
        fx[i] = inductionRate * (table[at + 2] + w * (table[next + 2] - table[at + 2]));
        fxT[i] = inductionRate * (table[next + 2] - table[at + 2]) * TABLE_PER_K;
        if (X[i] <= GATE_FROM) {
          fa[i] = 0;
          faT[i] = 0;
          faA[i] = 0;
          faX[i] = 0;
          continue;
        }
        const s = (X[i] - GATE_FROM) * 5;
        gate = s * s * s * (10 - 15 * s + 6 * s * s);
        gateSlope = 5 * 30 * s * s * (1 - s) * (1 - s);
      }
      const e1Slope = table[next] - table[at];
      const e2Slope = table[next + 1] - table[at + 1];
      const limitSlope = table[next + 3] - table[at + 3];
      const e2 = table[at + 1] + w * e2Slope;
      const seed = a[i] + ALPHA_SEED;
      const s = m === 1 ? seed : Math.pow(seed, m);
      const K = k1 * (table[at] + w * e1Slope) + k2 * e2 * s;
      const room = table[at + 3] + w * limitSlope - a[i];
      const left = room > 0 ? room : 0;
      const power = n === 1.5 ? left * Math.sqrt(left) : n === 2 ? left * left : Math.pow(left, n);
      const powerSlope = n === 1.5 ? 1.5 * Math.sqrt(left) : n === 2 ? 2 * left : n === 0 ? 0 : n * Math.pow(left, n - 1);
      fa[i] = gate * K * power;
      faT[i] = gate * TABLE_PER_K * ((k1 * e1Slope + k2 * e2Slope * s) * power + K * powerSlope * limitSlope);
      faA[i] = gate * (k2 * e2 * (m === 1 ? 1 : m === 0 ? 0 : m * Math.pow(seed, m - 1)) * power - K * powerSlope);
      faX[i] = gateSlope * K * power;
    }
  }

  /** Second-stage rates at (T, X, a) = the first stage's end; into rhs-like arrays of the second stage. */
  private ratesOnly(layer: LayerCells, kin: NonNullable<LayerCells['kinetics']>): void {
    const { table, k1, k2, m, n, inductionRate } = kin;
    const { Tn, An, Xn, kA2, kX2, fx } = this;
    for (let i = layer.start; i < layer.end; i++) {
      const position = (Tn[i] - TABLE_MIN_K) * TABLE_PER_K;
      const row = position | 0;
      const w = position - row;
      const at = row * TABLE_STRIDE;
      const next = at + TABLE_STRIDE;
      kX2[i] = 0;
      let gate = 1;
      if (inductionRate > 0 && fx[i] > 0) {
        // Followed through this whole step, so that both stages integrate the same equation.
        kX2[i] = inductionRate * (table[at + 2] + w * (table[next + 2] - table[at + 2]));
        const s = Math.min(Math.max((Xn[i] - GATE_FROM) * 5, 0), 1);
        gate = s * s * s * (10 - 15 * s + 6 * s * s);
        if (gate === 0) {
          kA2[i] = 0;
          continue;
        }
      }
      const e1 = table[at] + w * (table[next] - table[at]);
      const e2 = table[at + 1] + w * (table[next + 1] - table[at + 1]);
      const limit = table[at + 3] + w * (table[next + 3] - table[at + 3]);
      const seed = Math.max(An[i] + ALPHA_SEED, 0);
      const K = k1 * e1 + k2 * e2 * (m === 1 ? seed : Math.pow(seed, m));
      const left = limit > An[i] ? limit - An[i] : 0;
      kA2[i] = gate * K * (n === 1.5 ? left * Math.sqrt(left) : n === 2 ? left * left : Math.pow(left, n));
    }
  }

  /** Tries a step of h seconds; leaves the result in the scratch and returns the error norm (1 = at tolerance). */
  attempt(timeS: number, h: number): number {
    const g = GAMMA * h;
    const { n, T, G, backG } = this.cells;
    const { kT1, kT2, Tn } = this;
    const { air, backK } = this.around;
    const air0 = this.airAt(timeS);
    const air1 = this.airAt(timeS + h);
    const slope = airSlope(air, timeS);
    const topSlope = g * G[n - 1] * slope;
    const backSlope = backK === null ? g * backG * slope : 0;
    this.factor(g);
    this.cureOne(g);
    this.forwardOne(backK ?? air0, air0, backSlope, topSlope);
    if (!this.backwardOne(h)) return Infinity;
    const flux1 =
      G[n - 1] * (air0 - T[n - 1]) + backG * ((backK ?? air0) - T[0]) - g * (G[n - 1] * kT1[n - 1] + backG * kT1[0]) + topSlope + backSlope;
    this.cureTwo(g, h);
    this.forwardTwo(backK ?? air1, air1, backSlope, topSlope);
    const worst = this.backwardTwo(g, h);
    const flux2 =
      G[n - 1] * (air1 - Tn[n - 1]) +
      backG * ((backK ?? air1) - Tn[0]) -
      g * (G[n - 1] * kT2[n - 1] + backG * kT2[0]) -
      2 * flux1 -
      topSlope -
      backSlope;
    this.boundaryHeat = h * (1.5 * flux1 + 0.5 * flux2);
    return worst;
  }

  private knownLayers = 0;
  private airTimeS = NaN;
  private airK = NaN;
  private airBeforeS = NaN;
  private airBeforeK = NaN;

  /** Air temperature, remembered for the two moments a step asks for again and again [K]. */
  airAt(timeS: number): number {
    if (timeS === this.airTimeS) return this.airK;
    if (timeS === this.airBeforeS) return this.airBeforeK;
    this.airBeforeS = this.airTimeS;
    this.airBeforeK = this.airK;
    this.airTimeS = timeS;
    this.airK = airTempK(this.around.air, timeS);
    return this.airK;
  }

  /**
   * Eliminates cure and induction per cell and factors the tridiagonal matrix.
   * `diag` ends as the pivots' inverses, `upper` holds g·G times the inverse pivot, so one multiplication serves both sweeps.
   */
  private factor(g: number): void {
    const { n, C, G, Q, backG } = this.cells;
    const { diag, upper, inv, bA, faA, faT, faX, fxT, active } = this;
    diag.set(n === C.length ? C : C.subarray(0, n));
    for (let l = 0; l < active.length; l++) {
      const { start, end } = active[l];
      for (let i = start; i < end; i++) {
        const inverse = 1 / (1 - g * faA[i]);
        const b = g * (faT[i] + g * faX[i] * fxT[i]) * inverse;
        inv[i] = inverse;
        bA[i] = b;
        diag[i] -= Q[i] * b;
      }
    }
    let coupling = g * backG;
    let lowered = 0;
    for (let i = 0; i < n; i++) {
      const above = g * G[i];
      const pivot = 1 / (diag[i] + above + coupling - lowered);
      diag[i] = pivot;
      const u = above * pivot;
      upper[i] = u;
      lowered = above * u;
      coupling = above;
    }
  }

  /** First stage of cure without its coupling to temperature; its heat into `source`. */
  private cureOne(g: number): void {
    const { Q } = this.cells;
    const { active, kA1, fa, faX, fx, inv, source } = this;
    for (let l = 0; l < active.length; l++) {
      const { start, end } = active[l];
      for (let i = start; i < end; i++) {
        const k = (fa[i] + g * faX[i] * fx[i]) * inv[i];
        kA1[i] = k;
        source[i] = Q[i] * k;
      }
    }
  }

  /** Conduction at the step's start and the forward sweep in one. */
  private forwardOne(backK: number, airK: number, backSlope: number, topSlope: number): void {
    const { n, T, G, backG } = this.cells;
    const { upper, source, forward } = this;
    const top = n - 1;
    let here = T[0];
    let fromBelow = backG * (backK - here) + backSlope;
    let last = 0;
    let u = 0;
    for (let i = 0; i < top; i++) {
      const next = T[i + 1];
      const up = G[i] * (here - next);
      last = fromBelow - up + source[i] + u * last;
      forward[i] = last;
      u = upper[i];
      fromBelow = up;
      here = next;
    }
    forward[top] = fromBelow - G[top] * (here - airK) + topSlope + source[top] + u * last;
  }

  /** Backward sweep of the first stage; temperatures at its end. False: one left the range of the tables (or is no number). */
  private backwardOne(h: number): boolean {
    const { n, T } = this.cells;
    const { diag, upper, forward, kT1, Tn } = this;
    let k = 0;
    let good = true;
    for (let i = n - 1; i >= 0; i--) {
      k = forward[i] * diag[i] + upper[i] * k;
      kT1[i] = k;
      const next = T[i] + h * k;
      Tn[i] = next;
      // Written so that NaN fails.
      if (!(next > COLDEST_K && next < HOTTEST_K)) good = false;
    }
    return good;
  }

  /** Ends the first stage of cure, and begins the second with the rates at the first one's end; its heat into `source`. */
  private cureTwo(g: number, h: number): void {
    const { Q, a, X } = this.cells;
    const { active, kT1, kA1, kX1, kA2, kX2, An, Xn, fx, fxT, faX, inv, bA, source } = this;
    for (let l = 0; l < active.length; l++) {
      const layer = active[l];
      const { start, end } = layer;
      for (let i = start; i < end; i++) {
        const kA = kA1[i] + bA[i] * kT1[i];
        const kX = fx[i] + g * fxT[i] * kT1[i];
        kA1[i] = kA;
        kX1[i] = kX;
        An[i] = a[i] + h * kA;
        Xn[i] = X[i] + h * kX;
      }
      if (layer.kinetics !== null) this.ratesOnly(layer, layer.kinetics);
      for (let i = start; i < end; i++) {
        const rX = kX2[i] - 2 * kX1[i];
        kX2[i] = rX;
        const k = (kA2[i] - 2 * kA1[i] + g * faX[i] * rX) * inv[i];
        kA2[i] = k;
        // C·(kT − (Q/C)·kA) stays conservative: add back twice the first stage's heat of cure.
        source[i] = Q[i] * (k + 2 * kA1[i]);
      }
    }
  }

  /** Conduction at the first stage's end and the forward sweep in one. */
  private forwardTwo(backK: number, airK: number, backSlope: number, topSlope: number): void {
    const { n, C, G, backG } = this.cells;
    const { upper, source, forward, kT1, Tn } = this;
    const top = n - 1;
    let here = Tn[0];
    let fromBelow = backG * (backK - here) - backSlope;
    let last = 0;
    let u = 0;
    for (let i = 0; i < top; i++) {
      const next = Tn[i + 1];
      const up = G[i] * (here - next);
      last = fromBelow - up - 2 * C[i] * kT1[i] + source[i] + u * last;
      forward[i] = last;
      u = upper[i];
      fromBelow = up;
      here = next;
    }
    forward[top] = fromBelow - G[top] * (here - airK) - topSlope - 2 * C[top] * kT1[top] + source[top] + u * last;
  }

  /** Backward sweep of the second stage, its cure, and the error norm of both. */
  private backwardTwo(g: number, h: number): number {
    const { n, a } = this.cells;
    const { tempK, cure, induction } = this.scales;
    const { active, diag, upper, forward, kT1, kT2, kA1, kA2, kX1, kX2, bA, fxT } = this;
    let eT = 0;
    let eA = 0;
    let eX = 0;
    let sum = 0;
    let k = 0;
    for (let i = n - 1; i >= 0; i--) {
      k = forward[i] * diag[i] + upper[i] * k;
      kT2[i] = k;
      const e = kT1[i] + k;
      if (e > eT) eT = e;
      else if (e < -eT) eT = -e;
      sum += e;
    }
    for (let l = 0; l < active.length; l++) {
      const { start, end } = active[l];
      for (let i = start; i < end; i++) {
        const kA = kA2[i] + bA[i] * kT2[i];
        const kX = kX2[i] + g * fxT[i] * kT2[i];
        kA2[i] = kA;
        kX2[i] = kX;
        const early = 1 - a[i] / EARLY_CURE;
        let ea = kA1[i] + kA;
        if (early > 0) ea *= 1 + EARLY_WEIGHT * early;
        if (ea > eA) eA = ea;
        else if (ea < -eA) eA = -ea;
        const ex = kX1[i] + kX;
        if (ex > eX) eX = ex;
        else if (ex < -eX) eX = -ex;
        sum += ea + ex;
      }
    }
    const worst = Math.max(eT / tempK, eA / cure, eX / induction) * 0.5 * h;
    // NaN passes every comparison above unseen, but not a sum.
    return Number.isNaN(sum) ? Infinity : worst;
  }

  /** Cure of the active cells before the step that was accepted last. */
  get cureBefore(): Float64Array {
    return this.An;
  }

  /** Takes the tried step as the new state. @returns heat of cure set free [J/m²] */
  accept(h: number): number {
    const { n, T, a, X, Q } = this.cells;
    const { active, kT1, kT2, kA1, kA2, kX1, kX2, An } = this;
    const b1 = 1.5 * h;
    const b2 = 0.5 * h;
    let reaction = 0;
    for (let i = 0; i < n; i++) T[i] += b1 * kT1[i] + b2 * kT2[i];
    for (let l = 0; l < active.length; l++) {
      const { start, end } = active[l];
      for (let i = start; i < end; i++) {
        const cured = b1 * kA1[i] + b2 * kA2[i];
        An[i] = a[i];
        a[i] += cured;
        reaction += Q[i] * cured;
        X[i] += b1 * kX1[i] + b2 * kX2[i];
      }
    }
    return reaction;
  }
}

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
  private readonly rhs: Float64Array;
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
    this.rhs = array();
    this.Tn = array();
    this.An = array();
    this.Xn = array();
  }

  /** Evaluates rates and derivatives at the present state; needed once after each accepted step or event. */
  evaluate(): void {
    this.active = this.cells.layers.filter((layer) => layer.kinetics !== null && !layer.frozen);
    for (const layer of this.active) if (layer.kinetics !== null) this.ratesWithDerivatives(layer, layer.kinetics);
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

  /** Conductive heat flow into each cell [W/m²], into rhs. */
  private conduction(T: Float64Array, airK: number, backK: number): void {
    const { n, G, backG } = this.cells;
    const { rhs } = this;
    let fromBelow = backG * (backK - T[0]);
    for (let i = 0; i < n - 1; i++) {
      const up = G[i] * (T[i] - T[i + 1]);
      rhs[i] = fromBelow - up;
      fromBelow = up;
    }
    rhs[n - 1] = fromBelow - G[n - 1] * (T[n - 1] - airK);
  }

  /** Tries a step of h seconds; leaves the result in place of the scratch and returns the error norm (1 = at tolerance). */
  attempt(timeS: number, h: number): number {
    const g = GAMMA * h;
    const { n, T, a, X, G, C, backG } = this.cells;
    const { rhs, kT1, kA1, kX1, Tn, An, Xn } = this;
    const { air, backK } = this.around;
    const air0 = airTempK(air, timeS);
    const air1 = airTempK(air, timeS + h);
    const slope = airSlope(air, timeS);
    const topSlope = g * G[n - 1] * slope;
    const backSlope = backK === null ? g * backG * slope : 0;
    this.factor(g);
    this.conduction(T, air0, backK ?? air0);
    rhs[n - 1] += topSlope;
    rhs[0] += backSlope;
    this.stageOne(g);
    const flux1 = this.boundaryFlux(T, air0, backK ?? air0) - g * this.boundarySlope(kT1) + topSlope + backSlope;
    for (let i = 0; i < n; i++) {
      const next = T[i] + h * kT1[i];
      // Written so that NaN fails.
      if (!(next > COLDEST_K && next < HOTTEST_K)) return Infinity;
      Tn[i] = next;
    }
    for (const { start, end } of this.active) {
      for (let i = start; i < end; i++) {
        An[i] = a[i] + h * kA1[i];
        Xn[i] = X[i] + h * kX1[i];
      }
    }
    this.conduction(Tn, air1, backK ?? air1);
    for (let i = 0; i < n; i++) rhs[i] -= 2 * C[i] * kT1[i];
    rhs[n - 1] -= topSlope;
    rhs[0] -= backSlope;
    this.stageTwo(g);
    const flux2 = this.boundaryFlux(Tn, air1, backK ?? air1) - g * this.boundarySlope(this.kT2) - 2 * flux1 - topSlope - backSlope;
    this.boundaryHeat = h * (1.5 * flux1 + 0.5 * flux2);
    return this.errorNorm(h);
  }

  private boundaryFlux(T: Float64Array, airK: number, backK: number): number {
    const { n, G, backG } = this.cells;
    return G[n - 1] * (airK - T[n - 1]) + backG * (backK - T[0]);
  }

  private boundarySlope(kT: Float64Array): number {
    const { n, G, backG } = this.cells;
    return G[n - 1] * kT[n - 1] + backG * kT[0];
  }

  /** Eliminates cure and induction per cell and factors the tridiagonal matrix; `diag` ends as the pivots' inverses. */
  private factor(g: number): void {
    const { n, C, G, Q, backG } = this.cells;
    const { diag, upper, inv, bA, faA, faT, faX, fxT } = this;
    let below = g * backG;
    for (let i = 0; i < n; i++) {
      const above = g * G[i];
      diag[i] = C[i] + above + below;
      upper[i] = above;
      below = above;
    }
    for (const { start, end } of this.active) {
      for (let i = start; i < end; i++) {
        inv[i] = 1 / (1 - g * faA[i]);
        bA[i] = g * (faT[i] + g * faX[i] * fxT[i]) * inv[i];
        diag[i] -= Q[i] * bA[i];
      }
    }
    let pivot = 1 / diag[0];
    diag[0] = pivot;
    for (let i = 1; i < n; i++) {
      const coupling = upper[i - 1];
      upper[i - 1] = coupling * pivot;
      pivot = 1 / (diag[i] - coupling * upper[i - 1]);
      diag[i] = pivot;
    }
  }

  /** Solves for rhs; `upper` holds g·G times the inverse pivot, so one multiplication serves both sweeps. */
  private solve(out: Float64Array): void {
    const { n } = this.cells;
    const { diag, upper, rhs } = this;
    let last = rhs[0];
    for (let i = 1; i < n; i++) {
      out[i - 1] = last;
      last = rhs[i] + upper[i - 1] * last;
    }
    last *= diag[n - 1];
    out[n - 1] = last;
    for (let i = n - 2; i >= 0; i--) {
      last = out[i] * diag[i] + upper[i] * last;
      out[i] = last;
    }
  }

  private stageOne(g: number): void {
    const { Q } = this.cells;
    const { active, kT1, kA1, kX1, fa, faX, fx, fxT, inv, bA, rhs } = this;
    for (const { start, end } of active) {
      for (let i = start; i < end; i++) {
        kA1[i] = (fa[i] + g * faX[i] * fx[i]) * inv[i];
        rhs[i] += Q[i] * kA1[i];
      }
    }
    this.solve(kT1);
    for (const { start, end } of active) {
      for (let i = start; i < end; i++) {
        kA1[i] += bA[i] * kT1[i];
        kX1[i] = fx[i] + g * fxT[i] * kT1[i];
      }
    }
  }

  private stageTwo(g: number): void {
    const { Q } = this.cells;
    const { active, kT2, kA2, kX2, kA1, kX1, faX, fxT, inv, bA, rhs } = this;
    for (const layer of active) {
      if (layer.kinetics !== null) this.ratesOnly(layer, layer.kinetics);
      for (let i = layer.start; i < layer.end; i++) {
        const rX = kX2[i] - 2 * kX1[i];
        kX2[i] = rX;
        kA2[i] = (kA2[i] - 2 * kA1[i] + g * faX[i] * rX) * inv[i];
        // C·(kT − (Q/C)·kA) stays conservative: add back twice the first stage's heat of cure.
        rhs[i] += Q[i] * (kA2[i] + 2 * kA1[i]);
      }
    }
    this.solve(kT2);
    for (const { start, end } of active) {
      for (let i = start; i < end; i++) {
        kA2[i] += bA[i] * kT2[i];
        kX2[i] += g * fxT[i] * kT2[i];
      }
    }
  }

  private errorNorm(h: number): number {
    const { n } = this.cells;
    const { tempK, cure, induction } = this.scales;
    const { kT1, kT2, kA1, kA2, kX1, kX2 } = this;
    let eT = 0;
    let eA = 0;
    let eX = 0;
    let sum = 0;
    for (let i = 0; i < n; i++) {
      const e = kT1[i] + kT2[i];
      if (e > eT) eT = e;
      else if (e < -eT) eT = -e;
      sum += e;
    }
    for (const { start, end } of this.active) {
      for (let i = start; i < end; i++) {
        const ea = kA1[i] + kA2[i];
        if (ea > eA) eA = ea;
        else if (ea < -eA) eA = -ea;
        const ex = kX1[i] + kX2[i];
        if (ex > eX) eX = ex;
        else if (ex < -eX) eX = -ex;
        sum += ea + ex;
      }
    }
    const worst = Math.max(eT / tempK, eA / cure, eX / induction) * 0.5 * h;
    // NaN passes every comparison above unseen, but not a sum.
    return Number.isNaN(sum) ? Infinity : worst;
  }

  /** Takes the tried step as the new state. */
  accept(h: number): void {
    const { n, T, a, X } = this.cells;
    const { kT1, kT2, kA1, kA2, kX1, kX2 } = this;
    const b1 = 1.5 * h;
    const b2 = 0.5 * h;
    for (let i = 0; i < n; i++) T[i] += b1 * kT1[i] + b2 * kT2[i];
    for (const { start, end } of this.active) {
      for (let i = start; i < end; i++) {
        a[i] += b1 * kA1[i] + b2 * kA2[i];
        X[i] += b1 * kX1[i] + b2 * kX2[i];
      }
    }
  }
}

import type { GlassTransition } from '../cure/vitrification.js';
import type { FieldSegment } from '../growth/field-history.js';
import { KELVIN } from '../units/kelvin.js';
import { stiffnessLeft } from './stiffness-left.js';

/** Modulus that grows with cure and falls with heat, by the glass transition. */
export const modulusOf =
  (endPa: number, glass: GlassTransition) =>
  (tempC: number, cure: number): number =>
    endPa * stiffnessLeft(tempC, cure, glass);

/** What a cell of the laminate does while it sets. */
export interface SettingCell {
  /** Height of its middle above the plug face, and its height [m] */
  readonly centerM: number;
  readonly heightM: number;
  /** Plate modulus, E/(1−ν), at a temperature [°C] and a cure after gel [Pa] */
  readonly modulusPa: (tempC: number, cure: number) => number;
  readonly gelCure: number;
  /** Linear shrink of full cure [-] */
  readonly shrink: number;
  /** A low-profile resin shrinks less where it cures warm; null: no such resin */
  readonly lowProfile: { readonly shrink: number; readonly fromC: number } | null;
  /** Expansion in the plane [1/K] */
  readonly expansion: number;
}

/** What a cell went through between gel and demolding. */
export interface SetCell {
  /** Temperature at gel [°C]; NaN: never gelled */
  readonly gelC: number;
  /** Free strain of cure and of temperature since gel [-] */
  readonly cureStrain: number;
  readonly coolingStrain: number;
}

/** A laminate let go after it has set on the plug. */
export interface LetGo {
  /** [1/m]; negative: later layers shorten more, edges lift toward the back */
  readonly curvature: number;
  /** Strain of the plug face [-] */
  readonly strain: number;
  readonly cells: readonly SetCell[];
}

/** Sub-steps of a pair of frames; one is enough where next to nothing changes. */
const SUB_STEPS = 4;
const STILL_K = 0.02;
const STILL_CURE = 2e-5;

/** S₃ of docs/physics.md: s²(3 − 2s), clipped. */
function smooth(s: number): number {
  const t = Math.min(1, Math.max(0, s));
  return t * t * (3 - 2 * t);
}

/** Shrink that curing at a temperature brings: compensation is earned while it cures, not by a later warm oven [-]. */
function shrinkAt(tempC: number, { shrink, lowProfile }: SettingCell): number {
  if (lowProfile === null) return shrink;
  return lowProfile.shrink + (shrink - lowProfile.shrink) * (1 - smooth((tempC - lowProfile.fromC + 5) / 10));
}

/** Stresses in a laminate held flat on its release film, free to slide: stiffness grows with cure and falls with heat. */
class HeldFlat {
  private readonly sigma: Float64Array;
  private readonly stiff: Float64Array;
  private readonly free: Float64Array;
  readonly gelC: Float64Array;
  readonly cureStrain: Float64Array;
  readonly coolingStrain: Float64Array;

  constructor(private readonly cells: readonly SettingCell[]) {
    const array = (): Float64Array => new Float64Array(cells.length);
    this.sigma = array();
    this.stiff = array();
    this.free = array();
    this.gelC = array().fill(NaN);
    this.cureStrain = array();
    this.coolingStrain = array();
  }

  /** From one state of the field to the next: temperatures [°C] and cures at its start and end, by cell. */
  pair(count: number, from: Frame, to: Frame): void {
    const steps = isStill(count, from, to) ? 1 : SUB_STEPS;
    for (let k = 0; k < steps; k++) this.subStep(count, from, to, k / steps, (k + 1) / steps);
  }

  private subStep(count: number, from: Frame, to: Frame, u: number, v: number): void {
    const { cells, sigma, stiff, free } = this;
    let sumEh = 0;
    let sumFree = 0;
    let sumStress = 0;
    for (let i = 0; i < count; i++) {
      const cell = cells[i];
      const dAll = to.cure[i] - from.cure[i];
      const cureEnd = from.cure[i] + v * dAll;
      free[i] = NaN;
      if (cureEnd < cell.gelCure) continue;
      let cureStart = from.cure[i] + u * dAll;
      let at = u;
      if (cureStart < cell.gelCure) {
        at = (cell.gelCure - from.cure[i]) / dAll;
        cureStart = cell.gelCure;
      }
      const tempStart = from.tempC[i] + at * (to.tempC[i] - from.tempC[i]);
      const tempEnd = from.tempC[i] + v * (to.tempC[i] - from.tempC[i]);
      if (Number.isNaN(this.gelC[i])) this.gelC[i] = tempStart;
      const tempC = (tempStart + tempEnd) / 2;
      const E = cell.modulusPa(tempC, (cureStart + cureEnd) / 2);
      // Softer than a moment ago: the stress relaxes in the same ratio, and does not come back.
      if (stiff[i] > 0 && E < stiff[i]) sigma[i] *= E / stiff[i];
      stiff[i] = E;
      const cured = (-shrinkAt(tempC, cell) * (cureEnd - cureStart)) / (1 - cell.gelCure);
      const warmed = cell.expansion * (tempEnd - tempStart);
      this.cureStrain[i] += cured;
      this.coolingStrain[i] += warmed;
      free[i] = cured + warmed;
      sumEh += E * cell.heightM;
      sumFree += E * cell.heightM * free[i];
      sumStress += sigma[i] * cell.heightM;
    }
    if (sumEh === 0) return;
    const strain = (sumFree - sumStress) / sumEh;
    for (let i = 0; i < count; i++) if (!Number.isNaN(free[i])) sigma[i] += stiff[i] * (strain - free[i]);
  }

  /** Lets go, with the stiffness of the moment. */
  letGo(count: number, at: Frame): { strain: number; curvature: number } {
    let [A, B, D, N, M] = [0, 0, 0, 0, 0];
    for (let i = 0; i < count; i++) {
      const { centerM: z, heightM: h, modulusPa, gelCure } = this.cells[i];
      if (at.cure[i] < gelCure) continue;
      const E = modulusPa(at.tempC[i], at.cure[i]);
      A += E * h;
      B += E * h * z;
      D += E * (h * z * z + h ** 3 / 12);
      N += this.sigma[i] * h;
      M += this.sigma[i] * h * z;
    }
    const determinant = A * D - B * B;
    if (!(determinant > 0)) return { strain: 0, curvature: 0 };
    return { strain: (B * M - D * N) / determinant, curvature: (B * N - A * M) / determinant };
  }
}

interface Frame {
  readonly tempC: Float64Array;
  readonly cure: Float64Array;
}

function isStill(count: number, from: Frame, to: Frame): boolean {
  for (let i = 0; i < count; i++)
    if (Math.abs(to.tempC[i] - from.tempC[i]) > STILL_K || Math.abs(to.cure[i] - from.cure[i]) > STILL_CURE) return false;
  return true;
}

/**
 * Curvature of a laminate that sets cell by cell on its plug and is let go at a moment.
 * @param cells of the laminate, plug side first
 * @param fields the recorded segments, and @param firstLaid the cell of the fields at which the laminate begins
 * @param demoldS moment of demolding [s]
 * @see docs/physics.md (distortion)
 */
export function heldFlat(cells: readonly SettingCell[], fields: readonly FieldSegment[], firstLaid: number, demoldS: number): LetGo {
  const run = new HeldFlat(cells);
  const frame = (): Frame => ({ tempC: new Float64Array(cells.length), cure: new Float64Array(cells.length) });
  let [from, to] = [frame(), frame()];
  let count = 0;
  for (const field of fields) {
    if (field.frames === 0 || field.timeS[0] > demoldS) break;
    count = Math.max(0, field.cells - firstLaid);
    read(field, 0, firstLaid, count, from);
    for (let f = 1; f < field.frames && field.timeS[f - 1] < demoldS; f++) {
      read(field, f, firstLaid, count, to);
      const over = field.timeS[f] - demoldS;
      if (over > 0) mix(count, from, to, 1 - over / (field.timeS[f] - field.timeS[f - 1]));
      run.pair(count, from, to);
      [from, to] = [to, from];
    }
  }
  const { curvature, strain } = run.letGo(count, from);
  return {
    curvature,
    strain,
    cells: cells.map((_cell, i) => ({ gelC: run.gelC[i], cureStrain: run.cureStrain[i], coolingStrain: run.coolingStrain[i] })),
  };
}

function read(field: FieldSegment, f: number, firstLaid: number, count: number, into: Frame): void {
  const at = f * field.cells + firstLaid;
  for (let i = 0; i < count; i++) {
    into.tempC[i] = field.tempK[at + i] - KELVIN;
    into.cure[i] = field.cure[at + i];
  }
}

/** The moment of demolding lies between two frames. */
function mix(count: number, from: Frame, to: Frame, share: number): void {
  for (let i = 0; i < count; i++) {
    to.tempC[i] = from.tempC[i] + share * (to.tempC[i] - from.tempC[i]);
    to.cure[i] = from.cure[i] + share * (to.cure[i] - from.cure[i]);
  }
}

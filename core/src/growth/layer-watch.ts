import type { RosenbrockStepper } from './rosenbrock-step.js';
import type { LayerCells, StackCells } from './stack-cells.js';
import { INDUCTION_DONE } from '../cure/kinetics.js';

/** Below this rate [1/s] a cured layer rests: 2e-9/s is 1.7e-4 of cure in a day. */
const REST_RATE = 2e-9;
/** A resting layer wakes when a cell is this much warmer than when it fell asleep [K]. */
const WAKE_BY_K = 0.5;

/** Highest temperature of a layer with its moment and height, and its temperature at the two moments looked at last. */
export class LayerPeak {
  tempK = -Infinity;
  timeS = NaN;
  /** Height above the layer's bottom [m] */
  heightM = NaN;
  lastK = -Infinity;
  lastS = NaN;
  beforeK = -Infinity;
  beforeS = NaN;

  copy(): LayerPeak {
    const copy = new LayerPeak();
    copy.tempK = this.tempK;
    copy.timeS = this.timeS;
    copy.heightM = this.heightM;
    copy.lastK = this.lastK;
    copy.lastS = this.lastS;
    copy.beforeK = this.beforeK;
    copy.beforeS = this.beforeS;
    return copy;
  }
}

/**
 * Puts layers to rest whose cure has stopped at their temperature, and wakes those that got warmer.
 * @returns whether one fell asleep or woke: the rates are then out of date
 */
export function restAndWake(cells: StackCells, rates: RosenbrockStepper): boolean {
  let changed = false;
  for (const layer of cells.layers) {
    if (layer.kinetics === null) continue;
    if (layer.frozen) {
      if (warmestCellK(cells, layer) <= layer.wakeK) continue;
      layer.frozen = false;
      changed = true;
    } else if (hasStopped(cells, layer, rates)) {
      layer.frozen = true;
      layer.wakeK = warmestCellK(cells, layer) + WAKE_BY_K;
      changed = true;
    }
  }
  return changed;
}

function hasStopped(cells: StackCells, layer: LayerCells, rates: RosenbrockStepper): boolean {
  const kin = layer.kinetics;
  if (kin === null) return false;
  for (let i = layer.start; i < layer.end; i++) {
    if (cells.a[i] < kin.gel || rates.fa[i] > REST_RATE) return false;
    if (kin.inductionRate > 0 && cells.X[i] < INDUCTION_DONE) return false;
  }
  return true;
}

function warmestCellK(cells: StackCells, layer: LayerCells): number {
  let warmest = 0;
  for (let i = layer.start; i < layer.end; i++) if (cells.T[i] > warmest) warmest = cells.T[i];
  return warmest;
}

/** A face is at most so much warmer than the warmest cell of its layer; what is further below the peak is not looked at [K]. */
const FACE_ABOVE_K = 5;
/** Between three moments the top of their parabola counts, where it is not far above the middle one [K]. */
const HIGHEST_TOP_K = 2;

/** Updates each cell's and each layer's highest temperature, faces included (0.6 K are lost without them). */
export function watchPeaks(cells: StackCells, peaks: LayerPeak[], timeS: number, airK: number, backK: number): void {
  const { layers, T, dx, peakK, peakS } = cells;
  for (let l = 0; l < layers.length; l++) {
    const { start, end } = layers[l];
    const peak = peaks[l];
    let warmest = -1;
    let warmestAt = 0;
    let height = 0;
    for (let i = start; i < end; i++) {
      const here = T[i];
      if (here > warmest) {
        warmest = here;
        warmestAt = height + dx[i] / 2;
      }
      if (here > peakK[i]) {
        peakK[i] = here;
        peakS[i] = timeS;
      }
      height += dx[i];
    }
    if (warmest < peak.tempK - FACE_ABOVE_K) {
      peak.lastS = NaN;
      continue;
    }
    const lower = cells.lowerFaceK(start, backK);
    if (lower > warmest) {
      warmest = lower;
      warmestAt = 0;
    }
    const upper = cells.upperFaceK(end - 1, airK);
    if (upper > warmest) {
      warmest = upper;
      warmestAt = height;
    }
    if (warmest > peak.tempK) raise(peak, warmest, timeS, warmestAt);
    else if (peak.lastS === peak.timeS) raiseToTop(peak, warmest, timeS);
    peak.beforeK = peak.lastK;
    peak.beforeS = peak.lastS;
    peak.lastK = warmest;
    peak.lastS = timeS;
  }
}

function raise(peak: LayerPeak, tempK: number, timeS: number, heightM: number): void {
  peak.tempK = tempK;
  peak.timeS = timeS;
  peak.heightM = heightM;
}

/** The hottest moment lay between steps: the top of the parabola through it and its neighbors. */
function raiseToTop(peak: LayerPeak, tempK: number, timeS: number): void {
  const { lastK, lastS, beforeK } = peak;
  const left = peak.beforeS - lastS;
  const right = timeS - lastS;
  // A plateau is no peak.
  if (!(left < 0 && right > 0 && lastK - tempK > 0.1 * (lastK - beforeK) && beforeK < lastK)) return;
  const slopeLeft = (beforeK - lastK) / left;
  const slopeRight = (tempK - lastK) / right;
  const bend = (slopeRight - slopeLeft) / (right - left);
  const slope = slopeLeft - bend * left;
  const at = -slope / (2 * bend);
  const above = (slope * at) / 2;
  if (above > 0 && above < HIGHEST_TOP_K && at > left && at < right) raise(peak, lastK + above, lastS + at, peak.heightM);
}

/** Notes when cells gel, with a parabola through the step's start, its slope there, and its end. */
export function watchGel(cells: StackCells, rates: RosenbrockStepper, stepStartS: number, h: number): void {
  const { cureBefore } = rates;
  for (const layer of rates.active) {
    if (layer.kinetics === null || layer.gelled) continue;
    const { gel } = layer.kinetics;
    let gelled = true;
    for (let i = layer.start; i < layer.end; i++) {
      if (!Number.isNaN(cells.gelS[i])) continue;
      if (cells.a[i] < gel) gelled = false;
      else cells.gelS[i] = stepStartS + crossing(cureBefore[i], rates.fa[i], cells.a[i], h, gel);
    }
    layer.gelled = gelled;
  }
}

/** Time within a step at which a parabola (value and slope at 0, value at h) reaches a level, by bisection. */
export function crossing(start: number, slope: number, end: number, h: number, level: number): number {
  const c = (end - start - slope * h) / (h * h);
  let low = 0;
  let high = h;
  for (let k = 0; k < 40; k++) {
    const mid = 0.5 * (low + high);
    if (start + slope * mid + c * mid * mid < level) low = mid;
    else high = mid;
  }
  return 0.5 * (low + high);
}

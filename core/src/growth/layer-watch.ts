import type { RosenbrockStepper } from './rosenbrock-step.js';
import type { LayerCells, StackCells } from './stack-cells.js';
import { INDUCTION_DONE } from '../cure/kinetics.js';

/** Below this rate [1/s] a cured layer rests: 2e-9/s is 1.7e-4 of cure in a day. */
const REST_RATE = 2e-9;
/** A resting layer wakes when a cell is this much warmer than when it fell asleep [K]. */
const WAKE_BY_K = 0.5;

/** Highest temperature of a layer with its moment and height. */
export interface LayerPeak {
  tempK: number;
  timeS: number;
  /** Height above the layer's bottom [m] */
  heightM: number;
}

/**
 * Puts layers to rest whose cure has stopped at their temperature, and wakes those that got warmer.
 * @returns whether one fell asleep or woke: the rates are then out of date
 */
export function restAndWake(cells: StackCells, rates: RosenbrockStepper): boolean {
  let changed = false;
  for (const layer of cells.layers) {
    if (layer.kinetics === null) continue;
    const warmest = warmestCellK(cells, layer);
    if (layer.frozen) {
      if (warmest <= layer.wakeK) continue;
      layer.frozen = false;
      changed = true;
    } else if (hasStopped(cells, layer, rates)) {
      layer.frozen = true;
      layer.wakeK = warmest + WAKE_BY_K;
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

/** Updates each cell's and each layer's highest temperature, faces included (0.6 K are lost without them). */
export function watchPeaks(cells: StackCells, peaks: LayerPeak[], timeS: number, airK: number, backK: number): void {
  const { layers, T, dx, peakK, peakS } = cells;
  for (let l = 0; l < layers.length; l++) {
    const layer = layers[l];
    const peak = peaks[l];
    let height = 0;
    for (let i = layer.start; i < layer.end; i++) {
      if (T[i] > peakK[i]) {
        peakK[i] = T[i];
        peakS[i] = timeS;
        raise(peak, T[i], timeS, height + dx[i] / 2);
      }
      height += dx[i];
    }
    raise(peak, cells.lowerFaceK(layer.start, backK), timeS, 0);
    raise(peak, cells.upperFaceK(layer.end - 1, airK), timeS, height);
  }
}

function raise(peak: LayerPeak, tempK: number, timeS: number, heightM: number): void {
  if (tempK <= peak.tempK) return;
  peak.tempK = tempK;
  peak.timeS = timeS;
  peak.heightM = heightM;
}

/** Notes when cells gel, with a parabola through the step's start, its slope there, and its end. */
export function watchGel(cells: StackCells, before: Float64Array, rates: RosenbrockStepper, stepStartS: number, h: number): void {
  for (const layer of cells.layers) {
    if (layer.kinetics === null || layer.frozen) continue;
    const gel = layer.kinetics.gel;
    for (let i = layer.start; i < layer.end; i++) {
      if (cells.a[i] < gel || !Number.isNaN(cells.gelS[i])) continue;
      cells.gelS[i] = stepStartS + crossing(before[i], rates.fa[i], cells.a[i], h, gel);
    }
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

import type { LayerPeak } from './layer-watch.js';
import type { StackCells } from './stack-cells.js';

/** The whole state at one moment: enough to go on from there to the same result. */
export interface Checkpoint {
  readonly timeS: number;
  readonly stepS: number;
  /** On the last steps toward the segment's end, which would be others toward another end */
  readonly landing: boolean;
  readonly cellCount: number;
  /** T, X, a, peakK, peakS, gelS one after the other */
  readonly state: Float64Array;
  readonly layers: readonly { frozen: boolean; wakeK: number }[];
  readonly peaks: readonly LayerPeak[];
  readonly energy: EnergyLedger;
  /** Frames recorded in the segment up to here */
  readonly frames: number;
  readonly steps: number;
}

/** Heat through the boundaries, brought in with what was laid, and set free by cure [J/m²]. */
export interface EnergyLedger {
  boundary: number;
  laid: number;
  reaction: number;
}

const STATE_FIELDS = ['T', 'X', 'a', 'peakK', 'peakS', 'gelS'] as const;

export interface RunState {
  timeS: number;
  stepS: number;
  landing: boolean;
  steps: number;
  peaks: LayerPeak[];
  energy: EnergyLedger;
}

function stateOf({ n, T, X, a, peakK, peakS, gelS }: StackCells): Float64Array {
  const state = new Float64Array(STATE_FIELDS.length * n);
  state.set(T.subarray(0, n), 0);
  state.set(X.subarray(0, n), n);
  state.set(a.subarray(0, n), 2 * n);
  state.set(peakK.subarray(0, n), 3 * n);
  state.set(peakS.subarray(0, n), 4 * n);
  state.set(gelS.subarray(0, n), 5 * n);
  return state;
}

export function saveCheckpoint(cells: StackCells, run: RunState, frames: number): Checkpoint {
  return {
    timeS: run.timeS,
    stepS: run.stepS,
    landing: run.landing,
    cellCount: cells.n,
    state: stateOf(cells),
    layers: cells.layers.map(({ frozen, wakeK }) => ({ frozen, wakeK })),
    peaks: run.peaks.map((peak) => peak.copy()),
    energy: { ...run.energy },
    frames,
    steps: run.steps,
  };
}

/** Puts a saved state back into cells that hold the same layers. */
export function restoreCheckpoint(cells: StackCells, saved: Checkpoint): RunState {
  const n = saved.cellCount;
  STATE_FIELDS.forEach((key, f) => {
    cells[key].set(saved.state.subarray(f * n, (f + 1) * n));
  });
  cells.layers.forEach((layer, i) => {
    layer.frozen = saved.layers[i].frozen;
    layer.wakeK = saved.layers[i].wakeK;
  });
  return {
    timeS: saved.timeS,
    stepS: saved.stepS,
    landing: saved.landing,
    steps: saved.steps,
    peaks: saved.peaks.map((peak) => peak.copy()),
    energy: { ...saved.energy },
  };
}

import type { LayerPeak } from './layer-watch.js';
import type { StackCells } from './stack-cells.js';

/** The whole state at one moment: enough to go on from there to the same result. */
export interface Checkpoint {
  readonly timeS: number;
  readonly stepS: number;
  readonly cellCount: number;
  /** T, X, a, peakK, peakS, gelS one after the other */
  readonly fields: readonly Float64Array[];
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
  steps: number;
  peaks: LayerPeak[];
  energy: EnergyLedger;
}

export function saveCheckpoint(cells: StackCells, run: RunState, frames: number): Checkpoint {
  return {
    timeS: run.timeS,
    stepS: run.stepS,
    cellCount: cells.n,
    fields: STATE_FIELDS.map((key) => cells[key].slice(0, cells.n)),
    layers: cells.layers.map(({ frozen, wakeK }) => ({ frozen, wakeK })),
    peaks: run.peaks.map((peak) => ({ ...peak })),
    energy: { ...run.energy },
    frames,
    steps: run.steps,
  };
}

/** Puts a saved state back into cells that hold the same layers. */
export function restoreCheckpoint(cells: StackCells, saved: Checkpoint): RunState {
  STATE_FIELDS.forEach((key, f) => {
    cells[key].set(saved.fields[f]);
  });
  cells.layers.forEach((layer, i) => {
    layer.frozen = saved.layers[i].frozen;
    layer.wakeK = saved.layers[i].wakeK;
  });
  return {
    timeS: saved.timeS,
    stepS: saved.stepS,
    steps: saved.steps,
    peaks: saved.peaks.map((peak) => ({ ...peak })),
    energy: { ...saved.energy },
  };
}

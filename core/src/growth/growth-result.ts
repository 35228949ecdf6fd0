import type { Checkpoint, EnergyLedger } from './checkpoint.js';
import type { FieldSegment } from './field-history.js';
import type { GrowthCase, GrowthOptions } from './growth-case.js';

/** How a run ended. Anything but "converged" has no verdicts. */
export type RunStatus = 'converged' | 'maxSteps' | 'diverged' | 'cancelled';

/** A part of a layer that arrived at once. */
export interface PieceOutcome {
  /** Plies of the layer from … to (not including) */
  readonly fromPly: number;
  readonly toPly: number;
  readonly laidS: number;
  readonly start: number;
  readonly end: number;
  /** When its topmost cell gelled [s]; null: not yet */
  readonly topGelS: number | null;
}

export interface LayerOutcome {
  readonly name: string;
  readonly plug: boolean;
  /** Index of the session that laid it; −1 for the plug */
  readonly sessionIndex: number;
  readonly thicknessM: number;
  /** First cell and one past the last */
  readonly start: number;
  readonly end: number;
  readonly peakK: number;
  readonly peakS: number;
  /** Height of the peak above the layer's bottom [m] */
  readonly peakHeightM: number;
  /** Peak of the place that stayed coolest, its moment and height above the layer's bottom */
  readonly coolestPeakK: number;
  readonly coolestPeakS: number;
  readonly coolestPeakHeightM: number;
  /** When the middle cell gelled [s]; null: not yet */
  readonly gelS: number | null;
  /** When the first cell gelled [s]; null: none has */
  readonly gelFirstS: number | null;
  /** What arrived of it when, bottom first; one where all came at once */
  readonly pieces: readonly PieceOutcome[];
  readonly cureMean: number;
  readonly cureMin: number;
  readonly cureMax: number;
}

/** One spell between two arrivals of material, with restart points. */
export interface GrowthSegment {
  /** Arrival it begins with; −1: the bare plug */
  readonly eventIndex: number;
  /** Session of that arrival; a session has one segment for each of its arrivals */
  readonly sessionIndex: number;
  readonly field: FieldSegment;
  readonly checkpoints: readonly Checkpoint[];
}

/** Position of the present cells: centers and sizes [m], zero at the plug face, plug negative. */
export interface CellGeometry {
  readonly centerM: Float64Array;
  readonly sizeM: Float64Array;
  /** Index of the first cell above the plug */
  readonly firstLaid: number;
}

export interface GrowthResult {
  readonly status: RunStatus;
  readonly message: string;
  readonly input: GrowthCase;
  readonly options: GrowthOptions;
  readonly layers: readonly LayerOutcome[];
  readonly segments: readonly GrowthSegment[];
  readonly geometry: CellGeometry;
  /** When each cell gelled [s], NaN: never */
  readonly gelS: Float64Array;
  readonly energy: EnergyLedger;
  /** Energy not accounted for [J/m²], and relative to all that moved */
  readonly energyResidual: number;
  readonly energyResidualRel: number;
  readonly steps: number;
  /** Steps that this run computed itself, without those taken over from an earlier one */
  readonly newSteps: number;
  readonly cells: number;
}

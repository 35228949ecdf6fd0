import type { KineticCard } from '../cure/kinetic-card.js';
import type { AirCourse } from '../heat/air.js';
import type { ThermalMaterial } from '../heat/mixture.js';

/** One layer of a session, as thick as it lies. */
export interface LayerSpec {
  readonly name: string;
  readonly card: KineticCard;
  /** [m] */
  readonly thicknessM: number;
  /** Glass mass per mass of layer [-] */
  readonly glassW: number;
  /** Catalyst [% of resin]; null for fixed-ratio cards */
  readonly catalystPct: number | null;
  /** Its plies where they do not arrive at once, bottom first; their thicknesses add up to the layer's. Left out: all at the session's start */
  readonly plies?: readonly PlyArrival[];
}

/** One ply (or coat) of a layer. */
export interface PlyArrival {
  /** [s] from the session's start */
  readonly afterS: number;
  readonly thicknessM: number;
  /** Share of its induction behind it, as it comes from a pot of some age [-]; left out: freshly mixed */
  readonly inductionUsed?: number;
}

/** One spell of laminating: its layers, bottom first, arrive at its start, or ply by ply after it. */
export interface SessionSpec {
  /** [s] from the case's clock zero */
  readonly startS: number;
  /** Temperature of what is laid [K] */
  readonly layK: number;
  readonly layers: readonly LayerSpec[];
}

export interface PlugLayer {
  readonly name: string;
  readonly material: ThermalMaterial;
  readonly thicknessM: number;
}

/** What the back of the plug loses heat to. `h: Infinity` holds the back at the temperature. */
export type PlugBack = { readonly kind: 'adiabatic' } | { readonly kind: 'convective'; readonly h: number; readonly tempK: number | null };

export interface PlugSpec {
  /** Back first, face last; may be empty in checks against closed forms */
  readonly layers: readonly PlugLayer[];
  readonly back: PlugBack;
  /** Contact resistance between plug face and first layer [m²K/W] */
  readonly contactResistance: number;
  readonly startK: number;
}

/** Everything a simulation of a growing stack needs; SI and kelvin. */
export interface GrowthCase {
  readonly endS: number;
  readonly air: AirCourse;
  /** Convection and radiation at the free face [W/m²K]; Infinity holds it at air temperature */
  readonly topH: number;
  readonly plug: PlugSpec;
  readonly sessions: readonly SessionSpec[];
}

/** Fineness in space. Defaults are the shipped ones; checks of order use others. */
export interface GridOptions {
  /** Wanted cell size in layers [m] */
  readonly cellM: number;
  /** Least cells in a layer of 1 mm or more, and in a thinner one */
  readonly minCells: number;
  readonly minThinCells: number;
  /** Plug cells: size at the face [m], and growth from cell to cell toward the back */
  readonly plugCellM: number;
  readonly plugGrowth: number;
}

export interface GrowthOptions {
  /** Local error aimed at, as temperature [K] */
  readonly toleranceK?: number;
  readonly grid?: Partial<GridOptions>;
  readonly maxSteps?: number;
  /** Longest step [s] */
  readonly maxStepS?: number;
  /** Keep the temperature and cure fields over time (default true) */
  readonly history?: boolean;
  /** Asked now and then; true ends the run with status "cancelled" */
  readonly shouldStop?: () => boolean;
}

export const DEFAULT_GRID: GridOptions = { cellM: 0.6e-3, minCells: 3, minThinCells: 1, plugCellM: 1.2e-3, plugGrowth: 1.1 };
export const DEFAULT_TOLERANCE_K = 0.2;

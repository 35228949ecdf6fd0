import type { MoldDesign } from './parts/mold-design.js';
import type { Patch } from './parts/patch-area.js';
import type { KitPlan } from './parts/kit-plan.js';
import type { MixPlan } from './parts/mix-plan.js';
import type { PlugIntake } from './parts/plug-intake.js';
import type { ReleasePlan } from './parts/release-plan.js';
import type { InfusionPlan } from './parts/infusion.js';

/** Plies of fiber wetted with resin. */
export interface PlanLaminate {
  plies: number;
  /** Areal weight of one ply */
  glassGsm: number;
  /** Parts of resin (with filler) per part of glass, by weight */
  resinToGlass: number;
}

export const layerRoles = ['gelcoat', 'barrier', 'skin', 'bulk', 'core'] as const;
export type LayerRole = (typeof layerRoles)[number];

/** One layer: either a film or plies. */
export interface PlanLayer {
  id: string;
  name: string;
  role: LayerRole;
  cardId: string;
  /** null for fixed-ratio resins */
  catalystPct: number | null;
  wetFilmUm: number | null;
  laminate: PlanLaminate | null;
  /** Card of the reinforcement; left out: not named */
  fabricId?: string;
  /** How it is put on; left out: by the card's usual share */
  application?: LayerApplication;
  /** How it begins on what lies below */
  start?: LayerStart;
  /** What closes its surface, where it is the last ply */
  surface?: LastSurface;
  /** Plies more than in the field */
  extras?: { flangePlies: number; cornerPlies: number };
}

export const applyMethods = ['brush', 'roller', 'cup gun', 'high-pressure gun'] as const;
export type ApplyMethod = (typeof applyMethods)[number];

/** Method, passes to the wet film, and color, so that a sanding depth shows. */
export interface LayerApplication {
  method: ApplyMethod;
  passes: number;
  color: string;
}

export const layerStarts = ['tack', 'abraded'] as const;
export type LayerStart = (typeof layerStarts)[number];

export const lastSurfaces = ['none', 'additive', 'film', 'veil', 'peel ply'] as const;
export type LastSurface = (typeof lastSurfaces)[number];

/** One spell of laminating. */
export interface PlanSession {
  id: string;
  name: string;
  /** Minutes from 00:00 of day 1 */
  startMin: number;
  layers: PlanLayer[];
}

export interface PlanPlug {
  materialId: string;
  thicknessMm: number;
  /** Highest temperature allowed at the plug face */
  heatLimitC: number;
  /** What is on it, layer by layer, and what holds it: ids of substances */
  surfaces?: string[];
}

/** The shop's air over a day: a cosine about the mean. */
export interface PlanClimate {
  meanC: number;
  swingC: number;
  warmestHour: number;
  /** Air moved by a fan over the work */
  fan: boolean;
}

export interface PlanHours {
  opensHour: number;
  closesHour: number;
  /** Work on Saturday and Sunday too */
  weekends: boolean;
}

/** Warm cure after the last session, on the plug: ramp up from the shop's temperature, hold, and back down as fast. */
export interface PlanPostCure {
  startMin: number;
  rampKPerH: number;
  holdC: number;
  holdMin: number;
}

/** What of the mold's shape matters for distortion and for slow places. */
export interface PlanShape {
  /** Length of the panel whose bow is judged */
  panelMm: number;
  /** Enclosed angles of the drawn corners, in order along the section */
  cornersDeg: number[];
  /** Deep pockets in which styrene lies and cure lags */
  pockets: boolean;
}

/** Everything that a plan of a build says; versioned as a whole. */
export interface PlanDocument {
  formatVersion: 1;
  /** Date of day 1, YYYY-MM-DD, shop time */
  startDate: string;
  areaM2: number;
  plug: PlanPlug;
  climate: PlanClimate;
  hours: PlanHours;
  sessions: PlanSession[];
  /** Planned demolding, minutes from 00:00 of day 1 */
  demoldMin: number;
  /** Version of each card the plan was made with, by card id; a card that is missing counts as the newest */
  cardVersions?: Record<string, number>;
  postCure?: PlanPostCure | null;
  shape?: PlanShape;
  intake?: PlugIntake;
  /** Measured patches; their sum is the area */
  patches?: Patch[];
  design?: MoldDesign;
  release?: ReleasePlan;
  infusion?: InfusionPlan | null;
  mix?: MixPlan;
  kit?: KitPlan;
}

/** Accepted ranges; the server's DTOs and the web's forms use the same ones. */
export const planRanges = {
  areaM2: { min: 0.01, max: 500, unit: 'm²' },
  plugThicknessMm: { min: 1, max: 1000, unit: 'mm' },
  heatLimitC: { min: 30, max: 250, unit: '°C' },
  meanC: { min: 0, max: 45, unit: '°C' },
  swingC: { min: 0, max: 15, unit: 'K' },
  warmestHour: { min: 0, max: 24, unit: 'h' },
  hour: { min: 0, max: 24, unit: 'h' },
  startMin: { min: 0, max: 60 * 24 * 60, unit: 'min' },
  catalystPct: { min: 0.2, max: 5, unit: '%' },
  /** Of a coat; a paste core may be thicker */
  wetFilmUm: { min: 50, max: 3000, unit: 'µm' },
  coreUm: { min: 500, max: 60000, unit: 'µm' },
  passes: { min: 1, max: 12, unit: 'passes' },
  extraPlies: { min: 0, max: 20, unit: 'plies' },
  plies: { min: 1, max: 60, unit: 'plies' },
  glassGsm: { min: 20, max: 3000, unit: 'g/m²' },
  resinToGlass: { min: 0.5, max: 8, unit: ': 1' },
  rampKPerH: { min: 1, max: 100, unit: 'K/h' },
  holdC: { min: 25, max: 180, unit: '°C' },
  holdMin: { min: 10, max: 5760, unit: 'min' },
  panelMm: { min: 20, max: 20000, unit: 'mm' },
  cornerDeg: { min: 5, max: 175, unit: '°' },
  corners: { min: 0, max: 6, unit: 'corners' },
  surfaces: { min: 0, max: 20, unit: 'surfaces' },
  cardVersion: { min: 0, max: 1e6, unit: '' },
  sessions: { min: 0, max: 40, unit: 'sessions' },
} as const;

/** What a plan that says nothing about its shape is judged by: a meter of panel between two square corners, no pockets. */
export const DEFAULT_SHAPE: PlanShape = { panelMm: 1000, cornersDeg: [90, 90], pockets: false };

/** Plies of fiber wetted with resin. */
export interface PlanLaminate {
  plies: number;
  /** Areal weight of one ply */
  glassGsm: number;
  /** Parts of resin (with filler) per part of glass, by weight */
  resinToGlass: number;
}

export type LayerRole = 'gelcoat' | 'barrier' | 'skin' | 'bulk';

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
}

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
  wetFilmUm: { min: 50, max: 3000, unit: 'µm' },
  plies: { min: 1, max: 60, unit: 'plies' },
  glassGsm: { min: 20, max: 3000, unit: 'g/m²' },
  resinToGlass: { min: 0.5, max: 8, unit: ': 1' },
  sessions: { min: 0, max: 40, unit: 'sessions' },
} as const;

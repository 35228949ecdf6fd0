import { requireInRange, type Range } from '../../errors/require.js';

/** A dry stack filled under vacuum. */
export interface InfusionPlan {
  /** From feed line to vacuum line */
  flowLengthMm: number;
  /** Pressure that drives the resin */
  deltaPKPa: number;
  /** Card of the flow mesh; null: through the fiber alone */
  meshId: string | null;
  fiberVolumeShare: number;
  /** Drop test of the bag before resin, mbar in ten minutes; null: not done yet */
  dropMbar: number | null;
  hardenerId: string;
}

export const infusionRanges = {
  flowLengthMm: { min: 20, max: 10000, unit: 'mm' },
  deltaPKPa: { min: 20, max: 101, unit: 'kPa' },
  fiberVolumeShare: { min: 0.1, max: 0.7, unit: '' },
  dropMbar: { min: 0, max: 1000, unit: 'mbar' },
} as const satisfies Record<string, Range>;

export const DEFAULT_INFUSION: InfusionPlan = {
  flowLengthMm: 500,
  deltaPKPa: 90,
  meshId: 'flow_mesh',
  fiberVolumeShare: 0.35,
  dropMbar: null,
  hardenerId: 'cumene',
};

/** Highest drop in ten minutes at which resin may be let in [mbar] (docs/references.md#infusion). */
export const MOST_DROP_MBAR = 10;
export const CARE_DROP_MBAR = 5;

/** @throws DomainError naming what makes no sense */
export function checkInfusion(infusion: InfusionPlan): void {
  requireInRange('infusion, flow length', infusion.flowLengthMm, infusionRanges.flowLengthMm);
  requireInRange('infusion, driving pressure', infusion.deltaPKPa, infusionRanges.deltaPKPa);
  requireInRange('infusion, fiber share by volume', infusion.fiberVolumeShare, infusionRanges.fiberVolumeShare);
  if (infusion.dropMbar !== null) requireInRange('drop test', infusion.dropMbar, infusionRanges.dropMbar);
}

/**
 * Time to fill along a line, Darcy in one direction at constant pressure: t = φ μ L²/(2 K Δp).
 * @param porosity φ = 1 − fiber share [-]
 * @param viscosityPaS μ [Pa·s]
 * @param lengthM L [m]
 * @param permeabilityM2 K [m²]
 * @param pressurePa Δp [Pa]
 * @returns [s]
 */
export function fillTimeS(input: { porosity: number; viscosityPaS: number; lengthM: number; permeabilityM2: number; pressurePa: number }): number {
  return (input.porosity * input.viscosityPaS * input.lengthM ** 2) / (2 * input.permeabilityM2 * input.pressurePa);
}

/**
 * Effective permeability of fiber under flow mesh: thickness-weighted, K = Σ K·h/Σ h (flow through the layers side by side).
 * @returns [m²]
 */
export function layeredPermeability(layers: readonly { permeabilityM2: number; thicknessM: number }[]): number {
  const total = layers.reduce((sum, { thicknessM }) => sum + thicknessM, 0);
  return layers.reduce((sum, { permeabilityM2, thicknessM }) => sum + permeabilityM2 * thicknessM, 0) / total;
}

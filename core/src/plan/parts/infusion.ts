import { number, orNull, text, type PartOf } from '../fields/field.js';
import { initialPart } from '../fields/initial.js';

export const infusionFields = {
  /** From feed line to vacuum line */
  flowLengthMm: number('Feed to vacuum line', 'mm', [20, 10000], { initial: 500, quantity: 'thickness' }),
  /** Pressure that drives the resin */
  deltaPKPa: number('Driving pressure', 'kPa', [20, 101], { initial: 90, digits: 1, quantity: 'pressure' }),
  /** Card of the flow mesh; null: through the fiber alone */
  meshId: orNull(text('Flow mesh', 60), 'flow_mesh'),
  fiberVolumeShare: number('Fiber share by volume', '', [0.1, 0.7], { initial: 0.35, quantity: 'share' }),
  /** Drop test of the bag before resin, in ten minutes; null: not done yet */
  dropMbar: orNull(number('Dropped in ten minutes', 'mbar', [0, 1000], { digits: 2, quantity: 'vacuum' })),
  hardenerId: text('Hardener', 60, { initial: 'cumene' }),
};

/** A dry stack filled under vacuum. */
export type InfusionPlan = PartOf<typeof infusionFields>;

export const DEFAULT_INFUSION: InfusionPlan = initialPart(infusionFields);

/** Highest drop in ten minutes at which resin may be let in [mbar] (docs/references.md#infusion). */
export const MOST_DROP_MBAR = 10;
export const CARE_DROP_MBAR = 5;

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

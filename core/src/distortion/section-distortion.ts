import { KELVIN } from '../units/kelvin.js';
import { sampleSegment } from '../growth/field-history.js';
import type { GrowthResult, LayerOutcome } from '../growth/growth-result.js';
import { DEFAULT_SHAPE, type PlanDocument } from '../plan/plan-document.js';
import type { PlacedLayer } from '../plan/placed-layer.js';
import type { SettingLayer } from './setting-layer.js';
import { printIndex, type PrintIndex } from './print-index.js';
import { cornerClosingDeg, panelBowM, sequentialLaminate, type SolidifyingLayer } from './sequential-laminate.js';

export interface CornerChange {
  readonly angleDeg: number;
  /** Positive: closes */
  readonly closesDeg: number;
}

/** What the released section does. Relative until a measured warp is entered for the card that carries most. */
export interface SectionDistortion {
  /** [1/m]; negative: the back shortens more, the panel's edges lift toward the back */
  readonly curvature: number;
  /** Bow over one meter and over the plan's panel [m] */
  readonly bowPerMeterM: number;
  readonly panelBowM: number;
  readonly corners: readonly CornerChange[];
  readonly print: PrintIndex | null;
  readonly layers: readonly SettingLayer[];
  /** Card whose measured warp calibrates the bow, and its factor; null: uncalibrated */
  readonly carrierCardId: string;
  readonly warpFactor: number | null;
}

/**
 * Distortion of a finished plan: each layer shrinks from gel on and cools from its gel temperature to that of demolding, on a
 * stack held flat until then (sequentialLaminate); corners close by the difference between in-plane and through-thickness strain.
 * Elastic upper bound, no relaxation.
 * @param placed the plan's layers with their outcomes
 * @returns null where nothing gelled
 * @see docs/references.md#laminate-theory, docs/references.md#spring-in
 */
export function sectionDistortion(plan: PlanDocument, result: GrowthResult, placed: readonly PlacedLayer[]): SectionDistortion | null {
  const gelled = placed.filter(({ outcome }) => outcome.gelS !== null);
  if (gelled.length === 0) return null;
  const endC = meanTemperatureC(result, gelled[gelled.length - 1].outcome, plan.demoldMin * 60);
  const layers = gelled.map((layer) => settingLayer(layer, result, endC));
  const solid = layers.map(({ modulusPa, thicknessM, cureStrain, coolingStrain }): SolidifyingLayer => ({
    modulusPa,
    thicknessM,
    shrink: cureStrain + coolingStrain,
  }));
  const carrier = gelled.reduce((most, one) => (stiffness(one) > stiffness(most) ? one : most));
  const { warpFactor } = carrier.card.set;
  const curvature = sequentialLaminate(solid).curvature * (warpFactor ?? 1);
  const { panelMm, cornersDeg } = plan.shape ?? DEFAULT_SHAPE;
  return {
    curvature,
    bowPerMeterM: panelBowM(curvature, 1),
    panelBowM: panelBowM(curvature, panelMm / 1000),
    corners: cornersDeg.map((angleDeg) => ({ angleDeg, closesDeg: closing(angleDeg, gelled, layers, endC) })),
    print: printIndex(gelled, result, layers),
    layers,
    carrierCardId: carrier.card.id,
    warpFactor,
  };
}

function stiffness({ card, outcome }: PlacedLayer): number {
  return card.set.modulusPa * outcome.thicknessM;
}

/** Mean temperature of a layer at a moment [°C]. */
export function meanTemperatureC({ segments }: GrowthResult, layer: LayerOutcome, timeS: number): number {
  const segment = segments.findLast(({ field }) => field.frames > 0 && field.timeS[0] <= timeS && field.cells >= layer.end);
  if (!segment) return NaN;
  let sum = 0;
  for (let i = layer.start; i < layer.end; i++) sum += sampleSegment(segment.field, segment.field.tempK, i, timeS);
  return sum / (layer.end - layer.start) - KELVIN;
}

function settingLayer({ planLayer, outcome, card }: PlacedLayer, result: GrowthResult, endC: number): SettingLayer {
  const gelC = meanTemperatureC(result, outcome, outcome.gelS ?? 0);
  const { activationC } = card.limits;
  const activated = activationC === null ? null : outcome.coolestPeakK - KELVIN >= activationC;
  const full = activated ? (card.set.shrinkActivated ?? card.set.shrink) : card.set.shrink;
  const gel = card.kinetics.a_gel;
  // The sheet's shrink is that of full cure; what has cured so far has shrunk by its share.
  const shareCured = Math.max(0, (outcome.cureMean - gel) / (1 - gel));
  return {
    layerId: planLayer.id,
    name: planLayer.name,
    gelC,
    cureStrain: -full * shareCured,
    coolingStrain: card.set.expansionInPlane * (endC - gelC),
    // Plates: both directions are restrained by each other.
    modulusPa: card.set.modulusPa / (1 - card.set.poisson),
    thicknessM: outcome.thicknessM,
    activated,
  };
}

/** Closing of a corner of the whole laminate, its strains averaged by stiffness in the plane and by thickness through it. */
function closing(angleDeg: number, placed: readonly PlacedLayer[], layers: readonly SettingLayer[], endC: number): number {
  const mean = (weight: (i: number) => number, value: (i: number) => number): number => {
    const total = placed.reduce((sum, _layer, i) => sum + weight(i), 0);
    return placed.reduce((sum, _layer, i) => sum + weight(i) * value(i), 0) / total;
  };
  const byStiffness = (i: number): number => layers[i].modulusPa * layers[i].thicknessM;
  const byThickness = (i: number): number => layers[i].thicknessM;
  const shareCured = (i: number): number => (placed[i].card.set.shrink > 0 ? -layers[i].cureStrain / placed[i].card.set.shrink : 1);
  const coolingK = endC - mean(byThickness, (i) => layers[i].gelC);
  return cornerClosingDeg(angleDeg, coolingK, {
    expansionInPlane: mean(byStiffness, (i) => placed[i].card.set.expansionInPlane),
    expansionThrough: mean(byThickness, (i) => placed[i].card.set.expansionThrough),
    shrinkInPlane: mean(byStiffness, (i) => layers[i].cureStrain),
    shrinkThrough: mean(byThickness, (i) => -placed[i].card.set.shrinkThrough * Math.min(1, shareCured(i))),
  });
}

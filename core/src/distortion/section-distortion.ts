import type { GrowthResult } from '../growth/growth-result.js';
import { DEFAULT_SHAPE, judgedPanelMm, type SectionPlan } from '../plan/section-plan.js';
import type { PlacedLayer } from '../plan/placed-layer.js';
import { heldFlat, modulusOf, type SetCell, type SettingCell } from './held-flat.js';
import { printIndex, type PrintIndex } from './print-index.js';
import { cornerClosingDeg, panelBowM } from './sequential-laminate.js';
import type { SettingLayer } from './setting-layer.js';

export interface CornerChange {
  readonly angleDeg: number;
  /** Positive: closes */
  readonly closesDeg: number;
  /** Name of the zone whose laminate it is; missing: that of the panel */
  readonly zone?: string;
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
 * Distortion of a finished plan: the stack is held flat on the plug while its cells gel, stiffen, shrink and cool, and is let go at demolding
 * (heldFlat); corners close by the difference between in-plane and through-thickness strain.
 * @param placed the plan's layers with their outcomes
 * @returns null where nothing gelled
 * @see docs/physics.md, docs/references.md#spring-in
 */
export function sectionDistortion(plan: SectionPlan, result: GrowthResult, placed: readonly PlacedLayer[]): SectionDistortion | null {
  const gelled = placed.filter(({ outcome }) => outcome.gelS !== null);
  if (gelled.length === 0) return null;
  const { firstLaid } = result.geometry;
  const cells = placed.flatMap((layer) => settingCells(layer, result));
  const set = heldFlat(
    cells,
    result.segments.map(({ field }) => field),
    firstLaid,
    plan.demoldMin * 60,
  );
  const layers = gelled.map((layer) => settingLayer(layer, cells, set.cells, firstLaid));
  const carrier = gelled.reduce((most, one) => (stiffness(one) > stiffness(most) ? one : most));
  const { warpFactor } = carrier.card.set;
  const curvature = set.curvature * (warpFactor ?? 1);
  const { cornersDeg } = plan.shape ?? DEFAULT_SHAPE;
  return {
    curvature,
    bowPerMeterM: panelBowM(curvature, 1),
    panelBowM: panelBowM(curvature, judgedPanelMm(plan) / 1000),
    corners: cornersDeg.map((angleDeg) => ({ angleDeg, closesDeg: closing(angleDeg, gelled, layers) })),
    print: printIndex(gelled, result, layers),
    layers,
    carrierCardId: carrier.card.id,
    warpFactor,
  };
}

function stiffness({ card, outcome }: PlacedLayer): number {
  return card.set.modulusPa * outcome.thicknessM;
}

/** A layer's cells as they set. */
function settingCells({ outcome, card }: PlacedLayer, { geometry }: GrowthResult): SettingCell[] {
  const { activationC } = card.limits;
  const { modulusPa, poisson, shrink, shrinkActivated, expansionInPlane } = card.set;
  const common = {
    // Plates: both directions are restrained by each other.
    modulusPa: modulusOf(modulusPa / (1 - poisson), card.kinetics),
    gelCure: card.kinetics.a_gel,
    shrink,
    lowProfile: activationC === null || shrinkActivated === null ? null : { shrink: shrinkActivated, fromC: activationC },
    expansion: expansionInPlane,
  };
  return Array.from({ length: outcome.end - outcome.start }, (_, k) => ({
    ...common,
    centerM: geometry.centerM[outcome.start + k],
    heightM: geometry.sizeM[outcome.start + k],
  }));
}

function settingLayer(
  { planLayer, outcome, card }: PlacedLayer,
  cells: readonly SettingCell[],
  set: readonly SetCell[],
  firstLaid: number,
): SettingLayer {
  const indices = Array.from({ length: outcome.end - outcome.start }, (_, k) => outcome.start - firstLaid + k).filter(
    (i) => !Number.isNaN(set[i].gelC),
  );
  const height = indices.reduce((sum, i) => sum + cells[i].heightM, 0);
  const mean = (value: (cell: SetCell) => number): number => indices.reduce((sum, i) => sum + cells[i].heightM * value(set[i]), 0) / height;
  const cureStrain = mean((cell) => cell.cureStrain);
  const gel = card.kinetics.a_gel;
  const shareCured = Math.max(0, (outcome.cureMean - gel) / (1 - gel));
  const low = cells[outcome.start - firstLaid].lowProfile;
  return {
    layerId: planLayer.id,
    name: planLayer.name,
    gelC: mean((cell) => cell.gelC),
    cureStrain,
    coolingStrain: mean((cell) => cell.coolingStrain),
    modulusPa: card.set.modulusPa / (1 - card.set.poisson),
    thicknessM: outcome.thicknessM,
    // More than half of its compensation earned.
    activated: low === null ? null : -cureStrain < (shareCured * (card.set.shrink + low.shrink)) / 2,
  };
}

/** Closing of a corner of the whole laminate, its strains averaged by stiffness in the plane and by thickness through it. */
function closing(angleDeg: number, placed: readonly PlacedLayer[], layers: readonly SettingLayer[]): number {
  const mean = (weight: (i: number) => number, value: (i: number) => number): number => {
    const total = placed.reduce((sum, _layer, i) => sum + weight(i), 0);
    return placed.reduce((sum, _layer, i) => sum + weight(i) * value(i), 0) / total;
  };
  const byStiffness = (i: number): number => layers[i].modulusPa * layers[i].thicknessM;
  const byThickness = (i: number): number => layers[i].thicknessM;
  const shareCured = (i: number): number => (placed[i].card.set.shrink > 0 ? -layers[i].cureStrain / placed[i].card.set.shrink : 1);
  // What each layer cooled since its gel, from its strain.
  const coolingK = mean(byThickness, (i) => {
    const { expansionInPlane } = placed[i].card.set;
    return expansionInPlane === 0 ? 0 : layers[i].coolingStrain / expansionInPlane;
  });
  return cornerClosingDeg(angleDeg, coolingK, {
    expansionInPlane: mean(byStiffness, (i) => placed[i].card.set.expansionInPlane),
    expansionThrough: mean(byThickness, (i) => placed[i].card.set.expansionThrough),
    shrinkInPlane: mean(byStiffness, (i) => layers[i].cureStrain),
    shrinkThrough: mean(byThickness, (i) => -placed[i].card.set.shrinkThrough * Math.min(1, shareCured(i))),
  });
}

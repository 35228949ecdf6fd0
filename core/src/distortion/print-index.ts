import { KELVIN } from '../units/kelvin.js';
import type { GrowthResult } from '../growth/growth-result.js';
import type { PlacedLayer } from '../plan/placed-layer.js';
import type { SettingLayer } from './setting-layer.js';
import { stiffnessLeft } from './stiffness-left.js';

/** How strongly the bulk's fiber pattern shows through the skin, against a usual build. */
export interface PrintIndex {
  /** 1: a stiff 0.6 mm gel coat and 1 mm skin under a bulk that shrinks 0.3 % and cools no more */
  readonly index: number;
  /** Bending stiffness of the skin while the bulk shrinks, per width [N·m] */
  readonly skinStiffness: number;
  /** What the first bulk layer shrinks by curing and by cooling [-] */
  readonly bulkShrink: number;
  /** Share of its stiffness that the softest skin layer keeps at its own peak, and which that is */
  readonly softest: { readonly name: string; readonly left: number };
}

/** Length of the fiber pattern, and the height over which the bulk shrinks away beneath it [m] (typical, assumed). */
const PATTERN_M = 5e-3;
const SOURCE_M = 0.15e-3;
const WAVE = (2 * Math.PI) / PATTERN_M;

/** Depth that shows: the source behind a skin plate bedded on the bulk, w = A(s)/(1 + D q⁴/k), k = E q/(2(1 − ν²)) [m]. It saturates. */
export function printDepthM(shrink: number, skinStiffness: number, bulkPa: number): number {
  const bed = (bulkPa * WAVE) / (2 * (1 - POISSON ** 2));
  return (SOURCE_M * shrink) / (1 + (skinStiffness * WAVE ** 4) / bed);
}

const POISSON = 0.33;
const REFERENCE_M = printDepthM(
  0.003,
  bendingStiffness([
    { modulusPa: 3.5e9 / (1 - 0.38), thicknessM: 0.6e-3 },
    { modulusPa: 7e9 / (1 - 0.33), thicknessM: 1e-3 },
  ]),
  7e9,
);

interface Plate {
  readonly modulusPa: number;
  readonly thicknessM: number;
}

/** Bending stiffness of plates stuck together, about their neutral plane: D − B²/A [N·m]. */
export function bendingStiffness(plates: readonly Plate[]): number {
  let z = 0;
  let [a, b, d] = [0, 0, 0];
  for (const { modulusPa, thicknessM } of plates) {
    const top = z + thicknessM;
    a += modulusPa * thicknessM;
    b += (modulusPa * (top * top - z * z)) / 2;
    d += (modulusPa * (top ** 3 - z ** 3)) / 3;
    z = top;
  }
  return a === 0 ? 0 : d - (b * b) / a;
}

/**
 * Print-through index: what the first bulk layer (putty and paste are bulk) shrinks and cools, behind the skin's bending stiffness, relative
 * to a usual build. Each skin layer's stiffness is taken at its own hottest moment while the bulk cures: one that goes over its glass
 * transition prints.
 * @returns null without a skin or without bulk
 * @see docs/physics.md
 */
export function printIndex(placed: readonly PlacedLayer[], result: GrowthResult, layers: readonly SettingLayer[]): PrintIndex | null {
  const firstBulk = placed.findIndex(({ planLayer }) => planLayer.role === 'bulk' || planLayer.role === 'core');
  if (firstBulk < 1) return null;
  const fromS = result.input.sessions[placed[firstBulk].outcome.sessionIndex].startS;
  const skin = placed.slice(0, firstBulk).map((layer, i) => {
    const { tempC, cure } = hottestFrom(result, layer, fromS);
    const left = stiffnessLeft(tempC, cure, layer.card.kinetics);
    return { name: layer.planLayer.name, left, modulusPa: layers[i].modulusPa * left, thicknessM: layers[i].thicknessM };
  });
  const skinStiffness = bendingStiffness(skin);
  const bulk = layers[firstBulk];
  const bulkShrink = Math.max(0, -bulk.cureStrain - bulk.coolingStrain);
  const softest = skin.reduce((least, one) => (one.left < least.left ? one : least));
  return {
    index: printDepthM(bulkShrink, skinStiffness, placed[firstBulk].card.set.modulusPa) / REFERENCE_M,
    skinStiffness,
    bulkShrink,
    softest: { name: softest.name, left: softest.left },
  };
}

/** Hottest moment of a layer from a time on, with the least cure it has there. */
function hottestFrom({ segments }: GrowthResult, { outcome }: PlacedLayer, fromS: number): { tempC: number; cure: number } {
  let hottest = { tempC: -Infinity, cure: 0 };
  for (const { field } of segments) {
    for (let f = 0; f < field.frames; f++) {
      if (field.timeS[f] < fromS) continue;
      for (let i = outcome.start; i < Math.min(outcome.end, field.cells); i++) {
        const tempC = field.tempK[f * field.cells + i] - KELVIN;
        if (tempC > hottest.tempC) hottest = { tempC, cure: field.cure[f * field.cells + i] };
      }
    }
  }
  return hottest;
}

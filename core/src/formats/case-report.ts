import { KELVIN } from '../units/kelvin.js';
import { sampleSegment } from '../growth/field-history.js';
import type { GrowthResult, LayerOutcome } from '../growth/growth-result.js';
import type { ParsedCase } from './case-file.js';

/** One layer as the case results print it (hours, °C, millimeters). */
export interface LayerReport {
  readonly name: string;
  readonly mm: number;
  readonly peak_C: number;
  readonly t_peak_h: number;
  readonly depth_below_final_top_at_that_time_mm: number;
  readonly height_in_layer_mm: number;
  /** Gel of the layer's middle, and of its first cell */
  readonly gel_h?: number | null;
  readonly gel_first_h?: number | null;
  readonly alpha_end_mean?: number;
  readonly alpha_end_min?: number;
  readonly alpha_end_max?: number;
}

/** Temperature [°C] and degree of cure at a probe, null before its layer is laid. */
export type ProbeValue = readonly [number, number] | null;

export interface CaseReport {
  readonly case: string;
  readonly status: string;
  readonly method: string;
  readonly cells: number;
  readonly steps: number;
  readonly layers: readonly LayerReport[];
  readonly probes: readonly { readonly t_h: number; readonly values_TC_alpha: readonly ProbeValue[] }[];
  readonly energy_residual_J_m2: number;
  readonly reaction_heat_J_m2: number;
  readonly energy_residual_rel: number;
  /** Where the case gives mechanics and a moment of demolding; negative: the edges lift toward the back */
  readonly curvature_1_m?: number;
  readonly bow_mm_per_m?: number;
}

const round = (value: number, digits: number): number => Number(value.toFixed(digits));

/**
 * Puts a result into the form of the reference results, key by key (docs/formats.md).
 * @param curvature of the laminate let go, where the case gives its mechanics [1/m]
 */
export function reportCase(parsed: ParsedCase, result: GrowthResult, curvature?: number): CaseReport {
  return {
    case: parsed.name,
    status: result.status,
    method: 'ROS2',
    cells: result.cells,
    steps: result.steps,
    layers: result.layers.map((layer) => reportLayer(result, layer)),
    probes: parsed.probeTimesS.map((timeS) => ({
      t_h: timeS / 3600,
      values_TC_alpha: parsed.probes.map((probe) => probeValue(result, probe.layer, probe.frac, timeS)),
    })),
    energy_residual_J_m2: result.energyResidual,
    reaction_heat_J_m2: result.energy.reaction,
    energy_residual_rel: result.energyResidualRel,
    ...(curvature === undefined ? {} : { curvature_1_m: curvature, bow_mm_per_m: (curvature / 8) * 1000 }),
  };
}

function reportLayer(result: GrowthResult, layer: LayerOutcome): LayerReport {
  const present = result.layers.filter((other) => other.sessionIndex < 0 || result.input.sessions[other.sessionIndex].startS <= layer.peakS);
  const above = present.filter((other) => other.start >= layer.end).reduce((sum, other) => sum + other.thicknessM, 0);
  const base = {
    name: layer.plug ? `plug:${layer.name}` : layer.name,
    mm: round(layer.thicknessM * 1000, 4),
    peak_C: round(layer.peakK - KELVIN, 4),
    t_peak_h: round(layer.peakS / 3600, 5),
    depth_below_final_top_at_that_time_mm: round((above + layer.thicknessM - layer.peakHeightM) * 1000, 3),
    height_in_layer_mm: round(layer.peakHeightM * 1000, 3),
  };
  if (layer.plug) return base;
  return {
    ...base,
    gel_h: layer.gelS === null ? null : round(layer.gelS / 3600, 5),
    gel_first_h: layer.gelFirstS === null ? null : round(layer.gelFirstS / 3600, 5),
    alpha_end_mean: round(layer.cureMean, 5),
    alpha_end_min: round(layer.cureMin, 5),
    alpha_end_max: round(layer.cureMax, 5),
  };
}

/** Temperature and cure at a height within a layer, straight between cell centers. */
export function probeValue(result: GrowthResult, name: string, frac: number, timeS: number): ProbeValue {
  const layer = result.layers.find((candidate) => !candidate.plug && candidate.name === name);
  if (!layer) return null;
  const segment = result.segments.findLast((s) => s.field.cells >= layer.end && s.field.frames > 0 && s.field.timeS[0] <= timeS);
  if (!segment) return null;
  const cells = layer.end - layer.start;
  const position = Math.min(Math.max(frac * cells - 0.5, 0), cells - 1);
  const low = layer.start + Math.floor(position);
  const high = Math.min(low + 1, layer.end - 1);
  const w = position - Math.floor(position);
  const at = (field: Float32Array): number =>
    sampleSegment(segment.field, field, low, timeS) * (1 - w) + sampleSegment(segment.field, field, high, timeS) * w;
  return [round(at(segment.field.tempK) - KELVIN, 4), round(at(segment.field.cure), 5)];
}

import { sampleSegment } from '../growth/field-history.js';
import type { GrowthResult, GrowthSegment } from '../growth/growth-result.js';
import type { State } from './best-first.js';

/** The spell of a run that a moment lies in. */
export function segmentAt({ segments }: GrowthResult, timeS: number): GrowthSegment {
  return segments.findLast(({ field }) => field.frames > 0 && field.timeS[0] <= timeS + 1e-6) ?? segments[0];
}

/** All cells of a run at a time, bottom first. */
export function growthState(result: GrowthResult, timeS: number): Omit<State, 'warmth'> {
  const { field } = segmentAt(result, timeS);
  const tempK = new Float64Array(field.cells);
  const cure = new Float64Array(field.cells);
  for (let i = 0; i < field.cells; i++) {
    tempK[i] = sampleSegment(field, field.tempK, i, timeS);
    cure[i] = sampleSegment(field, field.cure, i, timeS);
  }
  const { firstLaid } = result.geometry;
  return { tempK, cure, laid: (cell) => cell >= firstLaid };
}

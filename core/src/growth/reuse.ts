import type { Checkpoint } from './checkpoint.js';
import type { GrowthCase, GrowthOptions, SessionSpec } from './growth-case.js';
import type { GrowthResult, GrowthSegment } from './growth-result.js';

/** What an earlier run offers to a new one. */
export interface Reuse {
  /** Segments taken over whole */
  readonly kept: readonly GrowthSegment[];
  /** Segment in which the new run resumes, and the state it resumes from */
  readonly segment: GrowthSegment;
  readonly checkpoint: Checkpoint;
  readonly sessionsLaid: number;
}

/** Finds the latest saved state that both cases share; null when there is none. */
export function reusablePrefix(previous: GrowthResult, next: GrowthCase, options: GrowthOptions): Reuse | null {
  if (!sameOptions(previous.options, options) || !sameSurroundings(previous.input, next)) return null;
  const alike = countSameSessions(previous.input.sessions, next.sessions);
  // The clock up to which nothing differs.
  const differsAtS = Math.min(startOf(previous.input.sessions, alike), startOf(next.sessions, alike), next.endS);
  for (let s = previous.segments.length - 1; s >= 0; s--) {
    const segment = previous.segments[s];
    if (segment.sessionIndex >= alike) continue;
    const checkpoint = segment.checkpoints.findLast((c) => c.timeS <= differsAtS + 1e-6);
    if (checkpoint && checkpoint.cellCount > 0)
      return { kept: previous.segments.slice(0, s), segment, checkpoint, sessionsLaid: segment.sessionIndex + 1 };
  }
  return null;
}

function startOf(sessions: readonly SessionSpec[], index: number): number {
  return index < sessions.length ? sessions[index].startS : Infinity;
}

/** Plain data of equal content. */
function same(a: unknown, b: unknown): boolean {
  return a === b || JSON.stringify(a) === JSON.stringify(b);
}

function sameOptions(a: GrowthOptions, b: GrowthOptions): boolean {
  return a.toleranceK === b.toleranceK && a.maxStepS === b.maxStepS && a.history !== false && b.history !== false && same(a.grid, b.grid);
}

function sameSurroundings(a: GrowthCase, b: GrowthCase): boolean {
  return a.topH === b.topH && same(a.air, b.air) && same(a.plug, b.plug);
}

function countSameSessions(a: readonly SessionSpec[], b: readonly SessionSpec[]): number {
  let count = 0;
  while (count < a.length && count < b.length && sameSession(a[count], b[count])) count++;
  return count;
}

function sameSession(a: SessionSpec, b: SessionSpec): boolean {
  if (a === b) return true;
  if (a.startS !== b.startS || a.layK !== b.layK || a.layers.length !== b.layers.length) return false;
  return a.layers.every((layer, i) => {
    const other = b.layers[i];
    return (
      layer.thicknessM === other.thicknessM &&
      layer.glassW === other.glassW &&
      layer.catalystPct === other.catalystPct &&
      layer.name === other.name &&
      same(layer.card, other.card)
    );
  });
}

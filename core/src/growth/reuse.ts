import type { Checkpoint } from './checkpoint.js';
import type { GrowthCase, GrowthOptions } from './growth-case.js';
import { layEvents, pliesOf, type LayEvent, type Piece } from './lay-events.js';
import type { GrowthResult, GrowthSegment } from './growth-result.js';

/** What an earlier run offers to a new one. */
export interface Reuse {
  /** Segments taken over whole */
  readonly kept: readonly GrowthSegment[];
  /** Segment in which the new run resumes, and the state it resumes from */
  readonly segment: GrowthSegment;
  readonly checkpoint: Checkpoint;
  readonly eventsLaid: number;
}

/** Finds the latest saved state that both cases share; null when there is none. */
export function reusablePrefix(previous: GrowthResult, next: GrowthCase, options: GrowthOptions): Reuse | null {
  if (!sameOptions(previous.options, options) || !sameSurroundings(previous.input, next)) return null;
  const [before, now] = [layEvents(previous.input), layEvents(next)];
  const alike = countSameEvents(before, now);
  // The clock up to which nothing differs.
  const differsAtS = Math.min(timeOf(before, alike), timeOf(now, alike), next.endS);
  for (let s = previous.segments.length - 1; s >= 0; s--) {
    const segment = previous.segments[s];
    if (segment.eventIndex >= alike) continue;
    const end = (events: readonly LayEvent[], { endS }: GrowthCase): number => Math.min(timeOf(events, segment.eventIndex + 1), endS);
    const sameEnd = end(before, previous.input) === end(now, next);
    const checkpoint = segment.checkpoints.findLast((c) => c.timeS <= differsAtS + 1e-6 && (sameEnd || !c.landing));
    if (checkpoint && checkpoint.cellCount > 0)
      return { kept: previous.segments.slice(0, s), segment, checkpoint, eventsLaid: segment.eventIndex + 1 };
  }
  return null;
}

function timeOf(events: readonly LayEvent[], index: number): number {
  return index < events.length ? events[index].timeS : Infinity;
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

function countSameEvents(a: readonly LayEvent[], b: readonly LayEvent[]): number {
  let count = 0;
  while (count < a.length && count < b.length && sameEvent(a[count], b[count])) count++;
  return count;
}

function sameEvent(a: LayEvent, b: LayEvent): boolean {
  if (a.timeS !== b.timeS || a.layK !== b.layK || a.sessionIndex !== b.sessionIndex || a.pieces.length !== b.pieces.length) return false;
  return a.pieces.every((piece, i) => samePiece(piece, b.pieces[i]));
}

/** A layer's place counts too: results are read by it. Whether it is a part of its layer decides how many cells it has. */
function samePiece(a: Piece, b: Piece): boolean {
  return (
    a.thicknessM === b.thicknessM &&
    a.layerIndex === b.layerIndex &&
    a.fromPly === b.fromPly &&
    a.toPly === b.toPly &&
    a.inductionUsed === b.inductionUsed &&
    pliesOf(a.layer).length === pliesOf(b.layer).length &&
    a.layer.glassW === b.layer.glassW &&
    a.layer.catalystPct === b.layer.catalystPct &&
    a.layer.name === b.layer.name &&
    same(a.layer.card, b.layer.card)
  );
}

import type { StackCells } from './stack-cells.js';

/**
 * Temperature and cure of all present cells at every accepted step of one segment (between two lay-ups).
 * Frame f holds cells 0..cells-1 at `tempK[f·cells + i]`; single precision is ample for drawing and windows.
 */
export interface FieldSegment {
  readonly cells: number;
  readonly frames: number;
  /** [s], one per frame */
  readonly timeS: Float64Array;
  /** [K] */
  readonly tempK: Float32Array;
  /** Degree of cure [-] */
  readonly cure: Float32Array;
}

/** Where frames are written before a segment closes with a copy; reused by all runs, since one runs at a time and new arrays cost more than the frames. */
const scratch = { timeS: new Float64Array(256), tempK: new Float32Array(1 << 14), cure: new Float32Array(1 << 14) };

/** Grows with a segment; `close` gives copies of what was written. */
export class SegmentRecorder {
  private frames = 0;

  constructor(private readonly cells: number) {}

  get count(): number {
    return this.frames;
  }

  record(timeS: number, stack: StackCells): void {
    this.makeRoom(this.frames + 1);
    const { cells } = this;
    const { tempK, cure } = scratch;
    const { T, a } = stack;
    const at = this.frames * cells;
    scratch.timeS[this.frames] = timeS;
    for (let i = 0; i < cells; i++) {
      tempK[at + i] = T[i];
      cure[at + i] = a[i];
    }
    this.frames++;
  }

  /** Takes over the first frames of an earlier run of the same segment. */
  resume(earlier: FieldSegment, frames: number): void {
    this.makeRoom(frames);
    scratch.timeS.set(earlier.timeS.subarray(0, frames));
    scratch.tempK.set(earlier.tempK.subarray(0, frames * this.cells));
    scratch.cure.set(earlier.cure.subarray(0, frames * this.cells));
    this.frames = frames;
  }

  close(): FieldSegment {
    const { cells, frames } = this;
    return {
      cells,
      frames,
      timeS: scratch.timeS.slice(0, frames),
      tempK: scratch.tempK.slice(0, frames * cells),
      cure: scratch.cure.slice(0, frames * cells),
    };
  }

  private makeRoom(frames: number): void {
    if (frames > scratch.timeS.length) scratch.timeS = larger(scratch.timeS, new Float64Array(frames * 2));
    if (frames * this.cells <= scratch.tempK.length) return;
    scratch.tempK = larger(scratch.tempK, new Float32Array(frames * this.cells * 2));
    scratch.cure = larger(scratch.cure, new Float32Array(frames * this.cells * 2));
  }
}

function larger<A extends Float32Array | Float64Array>(old: A, next: A): A {
  next.set(old);
  return next;
}

/** Value of cell `i` at a time within a segment, straight between frames. */
export function sampleSegment(segment: FieldSegment, field: Float32Array, i: number, timeS: number): number {
  const { timeS: times, frames, cells } = segment;
  const f = frameAt(segment, timeS);
  if (f >= frames - 1) return field[(frames - 1) * cells + i];
  const w = Math.min(1, Math.max(0, (timeS - times[f]) / (times[f + 1] - times[f])));
  return field[f * cells + i] * (1 - w) + field[(f + 1) * cells + i] * w;
}

/** Last frame not after a time. */
export function frameAt(segment: FieldSegment, timeS: number): number {
  let low = 0;
  let high = segment.frames - 1;
  while (low < high) {
    const mid = (low + high + 1) >> 1;
    if (segment.timeS[mid] <= timeS) low = mid;
    else high = mid - 1;
  }
  return low;
}

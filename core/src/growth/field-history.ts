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

/** Grows with a segment; `close` gives views of what was written. */
export class SegmentRecorder {
  private timeS: Float64Array;
  private tempK: Float32Array;
  private cure: Float32Array;
  private frames = 0;

  /** @param room frames to make room for at once */
  constructor(
    private readonly cells: number,
    room = 64,
  ) {
    this.timeS = new Float64Array(room);
    this.tempK = new Float32Array(room * cells);
    this.cure = new Float32Array(room * cells);
  }

  get count(): number {
    return this.frames;
  }

  record(timeS: number, stack: StackCells): void {
    if (this.frames === this.timeS.length) this.grow();
    const at = this.frames * this.cells;
    this.timeS[this.frames] = timeS;
    for (let i = 0; i < this.cells; i++) {
      this.tempK[at + i] = stack.T[i];
      this.cure[at + i] = stack.a[i];
    }
    this.frames++;
  }

  /** Takes over the first frames of an earlier run of the same segment; there must be room for them. */
  resume(earlier: FieldSegment, frames: number): void {
    this.timeS.set(earlier.timeS.subarray(0, frames));
    this.tempK.set(earlier.tempK.subarray(0, frames * this.cells));
    this.cure.set(earlier.cure.subarray(0, frames * this.cells));
    this.frames = frames;
  }

  close(): FieldSegment {
    const { cells, frames } = this;
    return {
      cells,
      frames,
      timeS: this.timeS.slice(0, frames),
      tempK: this.tempK.slice(0, frames * cells),
      cure: this.cure.slice(0, frames * cells),
    };
  }

  private grow(): void {
    const doubled = <A extends Float32Array | Float64Array>(old: A, next: A): A => {
      next.set(old);
      return next;
    };
    this.timeS = doubled(this.timeS, new Float64Array(this.timeS.length * 2));
    this.tempK = doubled(this.tempK, new Float32Array(this.tempK.length * 2));
    this.cure = doubled(this.cure, new Float32Array(this.cure.length * 2));
  }
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

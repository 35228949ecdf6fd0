import { KELVIN, type JointWindow, type LayerOutcome, type PlanEvaluation, type RunStatus, type Verdict } from '@pentimento/core';

/** A segment's field for drawing. Frame f, cell i at `f·cells + i`. */
export interface PictureSegment {
  readonly cells: number;
  readonly frames: number;
  readonly timeS: Float64Array;
  readonly tempK: Float32Array;
  readonly cure: Float32Array;
}

/** What the growth chart draws: plain data, its arrays handed over without copying. */
export interface Picture {
  readonly status: RunStatus;
  readonly message: string;
  readonly endS: number;
  readonly segments: readonly PictureSegment[];
  readonly centreM: Float64Array;
  readonly sizeM: Float64Array;
  readonly firstLaid: number;
  readonly gelS: Float64Array;
  readonly layers: readonly LayerOutcome[];
  readonly windows: readonly JointWindow[];
  readonly verdicts: readonly Verdict[];
  readonly newSteps: number;
  readonly simulatedMs: number;
}

/** Copies an evaluation into a picture; the originals stay with the worker, for the next restart. */
export function pictureOf({ result, windows, verdicts }: PlanEvaluation, simulatedMs: number): { picture: Picture; transfer: ArrayBuffer[] } {
  const segments = result.segments
    .filter(({ field }) => field.frames > 0)
    .map(({ field }) => ({
      cells: field.cells,
      frames: field.frames,
      timeS: field.timeS.slice(),
      tempK: field.tempK.slice(),
      cure: field.cure.slice(),
    }));
  const picture: Picture = {
    status: result.status,
    message: result.message,
    endS: result.input.endS,
    segments,
    centreM: result.geometry.centreM.slice(),
    sizeM: result.geometry.sizeM.slice(),
    firstLaid: result.geometry.firstLaid,
    gelS: result.gelS.slice(),
    layers: result.layers,
    windows,
    verdicts,
    newSteps: result.newSteps,
    simulatedMs,
  };
  const buffers = segments.flatMap((s) => [s.timeS.buffer, s.tempK.buffer, s.cure.buffer]);
  return { picture, transfer: buffers };
}

/** Temperature [°C] of a present cell at a frame. */
export function cellTempC(segment: PictureSegment, frame: number, cell: number): number {
  return segment.tempK[frame * segment.cells + cell] - KELVIN;
}

/** Last frame not after a time. */
export function pictureFrameAt(segment: PictureSegment, timeS: number): number {
  let low = 0;
  let high = segment.frames - 1;
  while (low < high) {
    const mid = (low + high + 1) >> 1;
    if (segment.timeS[mid] <= timeS) low = mid;
    else high = mid - 1;
  }
  return low;
}

/** The segment that holds a time, or null before the first. */
export function segmentAt(picture: Picture, timeS: number): PictureSegment | null {
  return picture.segments.findLast((segment) => segment.timeS[0] <= timeS) ?? null;
}

import type { BackingTime } from '@pentimento/core/design';
import type { SectionDistortion } from '@pentimento/core/distortion';
import type { FieldSegment, LayerOutcome, RunStatus } from '@pentimento/core/growth';
import type { PlanEvaluation, Verdict } from '@pentimento/core/judging';
import type { JointWindow } from '@pentimento/core/windows';

/** What the growth chart draws: plain data, its arrays handed over without copying. */
export interface Picture {
  readonly status: RunStatus;
  readonly message: string;
  readonly endS: number;
  readonly segments: readonly FieldSegment[];
  readonly centerM: Float64Array;
  readonly sizeM: Float64Array;
  readonly firstLaid: number;
  readonly gelS: Float64Array;
  readonly layers: readonly LayerOutcome[];
  readonly windows: readonly JointWindow[];
  readonly verdicts: readonly Verdict[];
  readonly distortion: SectionDistortion | null;
  /** Green trim after the last session */
  readonly trim: JointWindow['trim'];
  /** Time from laying to gel of each layer that gels, by its id [s] */
  readonly gelAfterS: readonly (readonly [string, number])[];
  /** Earliest bonding of a frame; null: nothing is laid */
  readonly backing: BackingTime | null;
  readonly newSteps: number;
  readonly simulatedMs: number;
}

/** Copies an evaluation into a picture; the originals stay with the worker, for the next restart. */
export function pictureOf(
  { result, windows, verdicts, distortion, trim }: PlanEvaluation,
  simulatedMs: number,
  more: Pick<Picture, 'gelAfterS' | 'backing'>,
): { picture: Picture; transfer: ArrayBuffer[] } {
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
    centerM: result.geometry.centerM.slice(),
    sizeM: result.geometry.sizeM.slice(),
    firstLaid: result.geometry.firstLaid,
    gelS: result.gelS.slice(),
    layers: result.layers,
    windows,
    verdicts,
    distortion,
    trim,
    ...more,
    newSteps: result.newSteps,
    simulatedMs,
  };
  const buffers = segments.flatMap((s) => [s.timeS.buffer, s.tempK.buffer, s.cure.buffer]);
  return { picture, transfer: buffers };
}

/** The segment that holds a time, or null before the first. */
export function segmentAt(picture: Picture, timeS: number): FieldSegment | null {
  return picture.segments.findLast((segment) => segment.timeS[0] <= timeS) ?? null;
}

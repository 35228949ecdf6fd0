import type { OffsetBuild } from '../plan/parts/mold-design.js';

/** Sheet wax over the thing that the cover must fit. */
export interface OffsetPlan {
  readonly gapMm: number;
  readonly sheets: number;
  /** What the whole sheets come to; the difference is more or less clearance */
  readonly reachedMm: number;
  readonly clearanceReachedMm: number;
}

/** Whole sheets that come closest to part + clearance without going under the part and half the clearance. */
export function offsetPlan({ partMm, clearanceMm, sheetMm }: OffsetBuild): OffsetPlan {
  const gapMm = partMm + clearanceMm;
  const near = Math.max(1, Math.round(gapMm / sheetMm));
  const sheets = near * sheetMm < partMm + clearanceMm / 2 ? near + 1 : near;
  const reachedMm = sheets * sheetMm;
  return { gapMm, sheets, reachedMm, clearanceReachedMm: reachedMm - partMm };
}

/** So many of the steps come before release; the rest is done under way and in the mold. */
export const OFFSET_BEFORE = 4;

/** What a mold made over sheet wax asks for, in order. */
export const OFFSET_STEPS: readonly string[] = [
  'Clean the thing and cover it: it stays whole and is not the mold’s plug.',
  'Lay the sheets butted, not lapped; stagger joints from sheet to sheet.',
  'Close joints with filleting wax and level them: every joint shows.',
  'Radius the edges where the part will turn: wax follows a gentle edge only.',
  'No release under epoxy; wax and film, checked, under polyester.',
  'Flat the wax texture in the mold afterwards, from grit 800 to 1000.',
];

import { amount, words, type Words } from '../units/amounts.js';
import type { PullFace } from '../plan/parts/mold-design.js';

export type DemoldGrade = 'easy' | 'careful' | 'hard' | 'split';

export interface DemoldFinding {
  readonly grade: DemoldGrade;
  readonly why: Words;
}

/** Draft limits [°] (docs/references.md#mold-build-up). */
const EASY_DEG = 3;
const CAREFUL_DEG = 1;
/** An undercut shallower than this springs past in a thin shell [mm]. */
const SPRINGS_MM = 0.5;

/** How a face lets go along the pull. */
export function demoldGrade({ draftDeg, undercutMm, depthMm }: PullFace): DemoldFinding {
  if (undercutMm > SPRINGS_MM)
    return { grade: 'split', why: words`It reaches ${amount('thickness', undercutMm)} behind: split the mold here, or a loose piece.` };
  if (draftDeg < 0) return { grade: 'split', why: 'Negative draft locks: split the mold here, or change the pull.' };
  if (draftDeg < CAREFUL_DEG)
    return { grade: 'hard', why: words`Under ${String(CAREFUL_DEG)}° over ${amount('thickness', depthMm)} it drags all the way.` };
  if (draftDeg < EASY_DEG) return { grade: 'careful', why: 'Little draft: pull evenly, wedges all round, air.' };
  return { grade: 'easy', why: 'It lets go after the first millimeters.' };
}

/** Smallest inside radius of a mold that gel coat and fiber follow [mm]. */
export const LEAST_RADIUS_MM = 3;

import { amount, words, type Words } from '../units/amounts.js';
import type { MoldUse } from '../plan/parts/plug-intake.js';

export interface ThicknessRange {
  readonly fromMm: number;
  readonly toMm: number;
  readonly why: Words;
}

/** Size classes by longest side (docs/references.md#mold-build-up). */
const BY_SIZE = [
  { belowMm: 500, fromMm: 5, toMm: 6 },
  { belowMm: 1500, fromMm: 6, toMm: 9 },
  { belowMm: 4000, fromMm: 8, toMm: 12 },
  { belowMm: Infinity, fromMm: 10, toMm: 15 },
];
/** A tool under vacuum or heat wants more, an open one gets by with less. */
const BY_USE: Readonly<Record<MoldUse, number>> = { open: 1, bagged: 1.15, infused: 1.15, heated: 1.25 };

/** Usual thickness of a mold's laminate: by size and use, and two to four times the part's. */
export function usualThickness(longestSideMm: number, use: MoldUse, partMm: number): ThicknessRange {
  const size = BY_SIZE.find(({ belowMm }) => longestSideMm < belowMm) ?? BY_SIZE[BY_SIZE.length - 1];
  const factor = BY_USE[use];
  const fromMm = Math.max(size.fromMm * factor, 2 * partMm);
  return {
    fromMm,
    toMm: Math.max(size.toMm * factor, fromMm),
    why: words`Longest side ${amount('thickness', longestSideMm)}, ${use} use, at least twice the part’s ${amount('thickness', partMm)}.`,
  };
}

import { requireInRange, type Range } from '../../errors/require.js';

export const edgeKinds = ['torn', 'cut'] as const;
export type EdgeKind = (typeof edgeKinds)[number];

/** How reinforcement is cut and laid. */
export interface KitPlan {
  /** null: each card's own roll */
  rollWidthMm: number | null;
  overlapMm: number;
  /** How far joints are offset from ply to ply */
  staggerMm: number;
  edge: EdgeKind;
  /** Longest piece that is still handy wet */
  longestPieceMm: number;
  wastePct: number;
}

export const kitRanges = {
  rollWidthMm: { min: 100, max: 4000, unit: 'mm' },
  overlapMm: { min: 0, max: 300, unit: 'mm' },
  staggerMm: { min: 0, max: 500, unit: 'mm' },
  longestPieceMm: { min: 200, max: 10000, unit: 'mm' },
  wastePct: { min: 0, max: 60, unit: '%' },
} as const satisfies Record<string, Range>;

export const DEFAULT_KIT: KitPlan = { rollWidthMm: null, overlapMm: 40, staggerMm: 100, edge: 'torn', longestPieceMm: 1500, wastePct: 8 };

/** @throws DomainError naming what makes no sense */
export function checkKit(kit: KitPlan): void {
  if (kit.rollWidthMm !== null) requireInRange('roll width', kit.rollWidthMm, kitRanges.rollWidthMm);
  requireInRange('stagger of joints', kit.staggerMm, kitRanges.staggerMm);
  requireInRange('longest piece', kit.longestPieceMm, kitRanges.longestPieceMm);
  // A lap is a part of the piece: wider than half of it there would be no piece left.
  const most = Math.min(kitRanges.overlapMm.max, kit.longestPieceMm / 2, (kit.rollWidthMm ?? Infinity) / 2);
  requireInRange('overlap', kit.overlapMm, { ...kitRanges.overlapMm, max: most });
  requireInRange('shop waste', kit.wastePct, kitRanges.wastePct);
}

import type { EdgeKind } from '../plan/parts/kit-plan.js';
import type { FlatShape } from './unrolled.js';

/** One piece to cut: a trapezoid, length along the roll [mm]. */
export interface Piece {
  readonly label: string;
  readonly patch: string;
  readonly lengthMm: number;
  readonly bottomMm: number;
  readonly topMm: number;
}

export interface CutRules {
  readonly rollWidthMm: number;
  readonly overlapMm: number;
  readonly staggerMm: number;
  readonly longestPieceMm: number;
  readonly edge: EdgeKind;
  /** Left out: as wide as the roll */
  readonly widestPieceMm?: number;
}

/** Cutting positions 0 … total with steps no longer than a limit, the first one shortened to stagger the joints. */
function spans(totalMm: number, limitMm: number, shiftMm: number): [from: number, to: number][] {
  if (totalMm <= limitMm) return [[0, totalMm]];
  const count = Math.ceil((totalMm + shiftMm) / limitMm);
  const step = (totalMm + shiftMm) / count;
  const cuts = [0, ...Array.from({ length: count - 1 }, (_, i) => (i + 1) * step - shiftMm), totalMm];
  return cuts.slice(1).map((to, i) => [cuts[i], to]);
}

/**
 * Pieces of one ply over the flat shapes: cut to the roll's width and to a handy length, each with the overlap to its neighbor;
 * joints move by the stagger from ply to ply. A torn edge feathers over the overlap; a cut edge is butted at half of it.
 * @param ply 0-based, for the stagger
 * @param prefix of the labels, e.g. "S4-L1-P2"
 */
export function plyPieces(shapes: readonly FlatShape[], rules: CutRules, ply: number, prefix: string): Piece[] {
  const lap = rules.edge === 'torn' ? rules.overlapMm : rules.overlapMm / 2;
  const pieces: Omit<Piece, 'label'>[] = [];
  for (const shape of shapes) {
    const widest = Math.max(shape.bottomMm, shape.topMm);
    const acrossLimit = Math.max(50, Math.min(rules.rollWidthMm, rules.widestPieceMm ?? Infinity) - lap);
    const alongLimit = Math.max(100, rules.longestPieceMm - lap);
    const shiftOf = (limit: number): number => (rules.staggerMm * ply) % Math.max(1, limit / 2);
    const widthAt = (share: number): number => shape.bottomMm + (shape.topMm - shape.bottomMm) * share;
    for (const [left, right] of spans(widest, acrossLimit, shiftOf(acrossLimit)))
      for (const [from, to] of spans(shape.lengthMm, alongLimit, shiftOf(alongLimit))) {
        const part = (right - left) / widest;
        const piece = {
          patch: shape.name,
          lengthMm: to - from + lap,
          bottomMm: Math.min(rules.rollWidthMm, widthAt(from / shape.lengthMm) * part + lap),
          topMm: Math.min(rules.rollWidthMm, widthAt(to / shape.lengthMm) * part + lap),
        };
        for (let i = 0; i < shape.count; i++) pieces.push(piece);
      }
  }
  return pieces.map((piece, i) => ({ ...piece, label: `${prefix}-${String(i + 1).padStart(2, '0')}` }));
}

/** Area of a piece as cut [m²]. */
export function pieceAreaM2({ lengthMm, bottomMm, topMm }: Pick<Piece, 'lengthMm' | 'bottomMm' | 'topMm'>): number {
  return (lengthMm * (bottomMm + topMm)) / 2e6;
}

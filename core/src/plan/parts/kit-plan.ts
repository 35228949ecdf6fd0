import { requireInRange } from '../../errors/require.js';
import { choice, flag, number, optional, orNull, rangeOf, type PartOf, type Value } from '../fields/field.js';
import { initialPart } from '../fields/initial.js';

const edge = choice('Edges', ['torn', 'cut'], 'torn');
export type EdgeKind = Value<typeof edge>;

export const kitFields = {
  /** null: each card's own roll */
  rollWidthMm: orNull(number('Roll width', 'mm', [100, 4000], { quantity: 'thickness' })),
  overlapMm: number('Overlap', 'mm', [0, 300], { initial: 40, quantity: 'thickness' }),
  /** How far joints are offset from ply to ply */
  staggerMm: number('Joints stagger by', 'mm', [0, 500], { initial: 100, quantity: 'thickness' }),
  edge,
  /** Longest piece that is still handy wet */
  longestPieceMm: number('Longest handy piece', 'mm', [200, 10000], { initial: 1500, quantity: 'thickness' }),
  /** Mat has no direction: its pieces may lie across the roll where that saves some */
  turnMat: flag('Mat may lie across the roll', false),
  /** left out: as wide as the roll */
  widestPieceMm: optional(number('Widest handy piece', 'mm', [100, 4000], { quantity: 'thickness' })),
  wastePct: number('Shop’s waste', '%', [0, 60], { initial: 8, digits: 0 }),
};

/** How reinforcement is cut and laid. */
export type KitPlan = PartOf<typeof kitFields>;

export const DEFAULT_KIT: KitPlan = initialPart(kitFields);

/**
 * A lap is a part of the piece: wider than half of it there would be no piece left.
 * @throws DomainError naming the overlap
 */
export function checkOverlap(kit: KitPlan): void {
  const range = rangeOf(kitFields.overlapMm);
  const most = Math.min(range.max, kit.longestPieceMm / 2, (kit.rollWidthMm ?? Infinity) / 2);
  requireInRange('kit, overlap', kit.overlapMm, { ...range, max: most });
}

import { pieceAreaM2, type Piece } from './pieces.js';

/** A piece on the roll: its corner, and whether it lies turned end for end. */
export interface PlacedPiece {
  readonly piece: Piece;
  /** Across the roll and along it [mm] */
  readonly xMm: number;
  readonly yMm: number;
  readonly turned: boolean;
  /** Room it takes across; two tapered pieces head to tail share theirs */
  readonly roomMm: number;
}

export interface RollLayout {
  readonly rollWidthMm: number;
  readonly lengthMm: number;
  readonly placed: readonly PlacedPiece[];
  /** Share of the roll that is not in pieces [-] */
  readonly waste: number;
}

/** One or two pieces that are laid as a rectangle. */
interface Block {
  readonly widthMm: number;
  readonly lengthMm: number;
  readonly pieces: readonly { readonly piece: Piece; readonly offsetMm: number; readonly turned: boolean }[];
}

const widest = ({ bottomMm, topMm }: Piece): number => Math.max(bottomMm, topMm);
const narrowest = ({ bottomMm, topMm }: Piece): number => Math.min(bottomMm, topMm);

/** Tapered pieces of one shape lie head to tail in pairs: together they are as wide as the sum of their ends. */
function blocks(pieces: readonly Piece[], rollWidthMm: number): Block[] {
  const single = (piece: Piece): Block => ({ widthMm: widest(piece), lengthMm: piece.lengthMm, pieces: [{ piece, offsetMm: 0, turned: false }] });
  const open = new Map<string, Piece>();
  const made: Block[] = [];
  for (const piece of pieces) {
    const together = widest(piece) + narrowest(piece);
    if (piece.bottomMm === piece.topMm || together > rollWidthMm) {
      made.push(single(piece));
      continue;
    }
    const key = [piece.lengthMm, piece.bottomMm, piece.topMm].join(' ');
    const mate = open.get(key);
    if (!mate) {
      open.set(key, piece);
      continue;
    }
    open.delete(key);
    made.push({
      widthMm: together,
      lengthMm: piece.lengthMm,
      pieces: [
        { piece: mate, offsetMm: 0, turned: false },
        { piece, offsetMm: together - widest(piece), turned: true },
      ],
    });
  }
  return [...made, ...[...open.values()].map(single)];
}

/** A rectangle lying across the roll instead of along it. */
const across = (piece: Piece): Piece => ({ ...piece, lengthMm: piece.bottomMm, bottomMm: piece.lengthMm, topMm: piece.lengthMm });

/**
 * Lays pieces onto a roll: longest first, each on the first shelf across the roll that still has room (first-fit decreasing height).
 * @param rollWidthMm [mm]; wider pieces must have been cut before
 * @param mayTurn rectangles may lie across the roll: the shortest of the roll with none turned, all with their long side across, all along
 */
export function packRoll(pieces: readonly Piece[], rollWidthMm: number, mayTurn = false): RollLayout {
  const asCut = shelved(pieces, rollWidthMm);
  if (!mayTurn) return asCut;
  const fits = ({ lengthMm, bottomMm, topMm }: Piece): boolean => bottomMm === topMm && lengthMm <= rollWidthMm;
  const turnedWhere = (wanted: (piece: Piece) => boolean): RollLayout =>
    shelved(
      pieces.map((piece) => (fits(piece) && wanted(piece) ? across(piece) : piece)),
      rollWidthMm,
    );
  const tried = [asCut, turnedWhere(({ lengthMm, bottomMm }) => lengthMm > bottomMm), turnedWhere(({ lengthMm, bottomMm }) => lengthMm < bottomMm)];
  return tried.reduce((best, one) => (one.lengthMm < best.lengthMm - 1e-9 ? one : best));
}

/** Pieces on shelves as they are; fiber direction along the roll is kept. */
function shelved(pieces: readonly Piece[], rollWidthMm: number): RollLayout {
  const shelves: { yMm: number; usedMm: number }[] = [];
  const placed: PlacedPiece[] = [];
  let lengthMm = 0;
  for (const block of blocks(pieces, rollWidthMm).sort((a, b) => b.lengthMm - a.lengthMm || b.widthMm - a.widthMm)) {
    let shelf = shelves.find(({ usedMm }) => usedMm + block.widthMm <= rollWidthMm + 1e-6);
    if (!shelf) {
      shelf = { yMm: lengthMm, usedMm: 0 };
      shelves.push(shelf);
      lengthMm += block.lengthMm;
    }
    for (const { piece, offsetMm, turned } of block.pieces)
      placed.push({ piece, xMm: shelf.usedMm + offsetMm, yMm: shelf.yMm, turned, roomMm: block.widthMm / block.pieces.length });
    shelf.usedMm += block.widthMm;
  }
  const used = pieces.reduce((sum, piece) => sum + pieceAreaM2(piece), 0);
  const roll = (lengthMm * rollWidthMm) / 1e6;
  return { rollWidthMm, lengthMm, placed, waste: roll > 0 ? 1 - used / roll : 0 };
}

/** Outline of a placed piece on the roll, clockwise [mm]. A leaning side keeps one edge straight, as it is cut. */
export function outlineOf({ piece, xMm, yMm, turned }: PlacedPiece): [x: number, y: number][] {
  const { lengthMm, bottomMm, topMm } = piece;
  const wide = widest(piece);
  const [near, far] = turned ? [topMm, bottomMm] : [bottomMm, topMm];
  // A turned mate has its straight edge on the other side, so that the leaning sides lie against each other.
  const left = (width: number): number => (turned ? xMm + wide - width : xMm);
  return [
    [left(near), yMm],
    [left(near) + near, yMm],
    [left(far) + far, yMm + lengthMm],
    [left(far), yMm + lengthMm],
  ];
}

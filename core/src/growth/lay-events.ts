import type { GrowthCase, LayerSpec, PlyArrival, SessionSpec } from './growth-case.js';

/** A part of a layer that arrives at once: one ply, several that arrive together, or the whole layer. */
export interface Piece {
  readonly layer: LayerSpec;
  /** Place of the layer among all laid layers, bottom first */
  readonly layerIndex: number;
  readonly thicknessM: number;
  /** Plies of the layer from … to (not including) that the piece holds */
  readonly fromPly: number;
  readonly toPly: number;
  /** Share of its induction behind it; of plies that arrive together the oldest [-] */
  readonly inductionUsed: number;
}

/** One arrival of material. A session has as many as its plies need; they are no sessions of their own. */
export interface LayEvent {
  readonly timeS: number;
  readonly sessionIndex: number;
  readonly layK: number;
  readonly pieces: readonly Piece[];
}

/** Plies that arrive closer together than this arrive as one [s]. */
const TOGETHER_S = 60;

/** When and how thick each ply of a layer arrives [s after the session's start], [m]; a layer without plies arrives whole. */
export function pliesOf(layer: LayerSpec): readonly PlyArrival[] {
  return layer.plies ?? [{ afterS: 0, thicknessM: layer.thicknessM }];
}

/** Every arrival of a case, in order; nothing arrives before what lies beneath it. */
export function layEvents({ sessions }: Pick<GrowthCase, 'sessions'>): LayEvent[] {
  const events: LayEvent[] = [];
  let layerIndex = 0;
  sessions.forEach((session, sessionIndex) => {
    const { startS, layK, layers } = session;
    const notBeforeS = events.at(-1)?.timeS ?? 0;
    const own: { timeS: number; pieces: Piece[] }[] = [];
    for (const layer of layers) {
      pliesOf(layer).forEach(({ afterS, thicknessM, inductionUsed = 0 }, ply) => {
        const open = own.at(-1);
        const timeS = Math.max(startS + afterS, open?.timeS ?? notBeforeS);
        const piece = { layer, layerIndex, thicknessM, fromPly: ply, toPly: ply + 1, inductionUsed };
        if (open && timeS - open.timeS < TOGETHER_S) addPly(open.pieces, piece);
        else own.push({ timeS, pieces: [piece] });
      });
      layerIndex += 1;
    }
    if (own.length === 0) own.push({ timeS: Math.max(startS, notBeforeS), pieces: [] });
    for (const { timeS, pieces } of own) events.push({ timeS, sessionIndex, layK, pieces });
  });
  return events;
}

/** Plies of one layer that arrive together are one piece. */
function addPly(pieces: Piece[], ply: Piece): void {
  const last = pieces.at(-1);
  if (last?.layerIndex === ply.layerIndex)
    pieces[pieces.length - 1] = {
      ...last,
      thicknessM: last.thicknessM + ply.thicknessM,
      toPly: ply.toPly,
      inductionUsed: Math.max(last.inductionUsed, ply.inductionUsed),
    };
  else pieces.push(ply);
}

/** Seconds from a session's start to the arrival of its last ply. */
export function laidAfterS({ layers }: SessionSpec): number {
  return Math.max(0, ...layers.flatMap((layer) => pliesOf(layer).map(({ afterS }) => afterS)));
}

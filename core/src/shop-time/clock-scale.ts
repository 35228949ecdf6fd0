/** What of a plan has a moment on the clock. */
export interface PlanMoments {
  readonly sessions: readonly { readonly startMin: number }[];
  readonly demoldMin: number;
}

/** A stretch of the clock with one pace. */
export interface ClockPiece {
  readonly fromS: number;
  readonly toS: number;
  readonly fromX: number;
  readonly toX: number;
  /** Quiet hours, drawn narrow */
  readonly folded: boolean;
}

/** Time to pixels and back; folded where nothing happens. */
export interface ClockScale {
  readonly pieces: readonly ClockPiece[];
  readonly width: number;
  readonly endS: number;
  toX: (timeS: number) => number;
  toTime: (x: number) => number;
}

const HOUR = 3600;
/** An exotherm and its cooling, after a session; and a little before it. */
const BEFORE_S = 0.75 * HOUR;
const AFTER_S = 5 * HOUR;
const QUIET_PACE = 0.14;

interface Stretch {
  readonly fromS: number;
  readonly toS: number;
  readonly folded: boolean;
}

/** Eventful and quiet stretches of a plan, from the start of day 1 (or shortly before the first session) to demolding. */
export function stretches(plan: PlanMoments, endS: number): Stretch[] {
  const eventful = [...plan.sessions.map((s) => s.startMin * 60), plan.demoldMin * 60].map((t) => ({
    from: Math.max(0, t - BEFORE_S),
    to: Math.min(endS, t + AFTER_S),
  }));
  const result: Stretch[] = [];
  let at = 0;
  for (const { from, to } of eventful) {
    if (from > at + HOUR) result.push({ fromS: at, toS: from, folded: true });
    const start = from > at + HOUR ? from : at;
    if (to > start) result.push({ fromS: start, toS: to, folded: false });
    at = Math.max(at, to);
  }
  if (endS > at) result.push({ fromS: at, toS: endS, folded: true });
  return result.filter(({ fromS, toS }) => toS > fromS);
}

/** Even pace from 0 to the end. */
export function evenClock(endS: number, width: number): ClockScale {
  return fromPieces([{ fromS: 0, toS: endS, fromX: 0, toX: width, folded: false }], width, endS);
}

/** Quiet hours narrow, eventful ones wide. */
export function foldedClock(plan: PlanMoments, endS: number, width: number): ClockScale {
  const parts = stretches(plan, endS);
  const total = parts.reduce((sum, part) => sum + (part.toS - part.fromS) * (part.folded ? QUIET_PACE : 1), 0);
  let x = 0;
  const pieces = parts.map((part) => {
    const fromX = x;
    x += (((part.toS - part.fromS) * (part.folded ? QUIET_PACE : 1)) / total) * width;
    return { ...part, fromX, toX: x };
  });
  return fromPieces(pieces, width, endS);
}

function fromPieces(pieces: readonly ClockPiece[], width: number, endS: number): ClockScale {
  const last = pieces[pieces.length - 1];
  const toX = (timeS: number): number => {
    const piece = pieces.find(({ toS }) => timeS <= toS) ?? last;
    return piece.fromX + ((timeS - piece.fromS) / (piece.toS - piece.fromS)) * (piece.toX - piece.fromX);
  };
  const toTime = (x: number): number => {
    const piece = pieces.find((p) => x <= p.toX) ?? last;
    return piece.fromS + ((x - piece.fromX) / (piece.toX - piece.fromX)) * (piece.toS - piece.fromS);
  };
  return { pieces, width, endS, toX, toTime };
}

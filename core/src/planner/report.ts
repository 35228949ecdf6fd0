import type { PlanProblem } from './problem.js';
import type { PlanAnswer } from './search.js';

const hours = (s: number): number => Number((s / 3600).toFixed(6));

/** An answer as `npm run plan` prints it (docs/formats.md). */
export function planReport({ items }: PlanProblem, { status, demoldS, sessions, evaluated, boundS }: PlanAnswer): object {
  let laid = 0;
  return {
    status,
    demold_h: demoldS === null ? null : hours(demoldS),
    sessions: sessions.map(({ startS, count }) => {
      const own = items.slice(laid, laid + count).map(({ name }) => name);
      laid += count;
      return { start_h: hours(startS), items: own };
    }),
    evaluated,
    bound_h: Number.isFinite(boundS) ? hours(boundS) : null,
    gap: demoldS === null ? null : Number(((demoldS - Math.min(boundS, demoldS)) / demoldS).toFixed(6)),
  };
}

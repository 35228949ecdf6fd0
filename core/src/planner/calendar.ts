import { SAME_S } from './best-first.js';
import type { PlanProblem } from './problem.js';

/** First moment on the grid at or after a time [s]. */
export const onGrid = (gridS: number, timeS: number): number => Math.ceil((timeS - SAME_S) / gridS) * gridS;

/** What the working spells and the order of the items allow, whatever the physics says. */
export class Calendar {
  private readonly soonest = new Map<string, number>();

  constructor(private readonly problem: PlanProblem) {}

  /** Sizes that the next session may have after so many items: within its group, no remainder smaller than a session may be. */
  sizes(laid: number): number[] {
    const { items } = this.problem;
    const { group } = items[laid];
    let left = 0;
    while (laid + left < items.length && items[laid + left].group === group) left++;
    const rules = items.slice(laid, laid + left).map(({ rule }) => rule);
    const least = Math.max(...rules.map((rule) => rule.least));
    const most = Math.min(...rules.map((rule) => rule.most));
    return Array.from({ length: left }, (_, i) => i + 1).filter(
      (count) => count >= least && count <= most && (left === count || left - count >= least),
    );
  }

  /** How long a session of some items takes [s]. */
  layS(laid: number, count: number): number {
    return this.problem.items.slice(laid, laid + count).reduce((sum, { layS }) => sum + layS, 0);
  }

  /** From a session's start to the arrival of its last item [s]. */
  lastAfterS(laid: number, count: number): number {
    return this.layS(laid, count - 1);
  }

  /** Starts on the grid in [from, until] at which a session of some items ends within its spell. */
  starts(laid: number, count: number, fromS: number, untilS: number): number[] {
    const { gridS, spells } = this.problem;
    const takesS = this.layS(laid, count);
    return spells.flatMap(([opens, closes]) => {
      const found: number[] = [];
      const last = Math.min(untilS, closes - takesS);
      for (let at = onGrid(gridS, Math.max(fromS, opens)); at <= last + SAME_S; at += gridS) found.push(at);
      return found;
    });
  }

  /** No way of laying the rest from a time on has its last item arrive earlier [s]; Infinity: the spells are not enough. */
  lastArrivalS(laid: number, fromS: number): number {
    const { items, gridS, spells } = this.problem;
    const key = `${String(laid)} ${String(onGrid(gridS, fromS))}`;
    const known = this.soonest.get(key);
    if (known !== undefined) return known;
    let best = Infinity;
    for (const count of this.sizes(laid)) {
      const takesS = this.layS(laid, count);
      const startS = spells
        .map(([opens, closes]) => ({ at: onGrid(gridS, Math.max(fromS, opens)), closes }))
        .find(({ at, closes }) => at + takesS <= closes + SAME_S)?.at;
      if (startS === undefined) continue;
      const arrives = laid + count === items.length ? startS + this.lastAfterS(laid, count) : this.lastArrivalS(laid + count, startS + takesS);
      best = Math.min(best, arrives);
    }
    this.soonest.set(key, best);
    return best;
  }

  /** Fewest sessions that the rest takes. */
  fewestSessions(laid: number): number {
    const { items } = this.problem;
    let [sessions, at] = [0, laid];
    while (at < items.length) {
      const { group } = items[at];
      let left = 0;
      // Of a group of several resins the one that allows most: fewer sessions there never are.
      let most = 1;
      for (; at + left < items.length && items[at + left].group === group; left++) most = Math.max(most, items[at + left].rule.most);
      sessions += Math.ceil(left / Math.min(most, left));
      at += left;
    }
    return sessions;
  }

  /** Moments on the grid at which a mold may come off, from a time on: within a spell, its end included [s]. */
  demoldings(fromS: number): number[] {
    const { gridS, spells, bare } = this.problem;
    return spells.flatMap(([opens, closes]) => {
      const found: number[] = [];
      for (let at = onGrid(gridS, Math.max(fromS, opens)); at <= Math.min(closes, bare.endS) + SAME_S; at += gridS) found.push(at);
      return found;
    });
  }

  /** No mold whose last item arrives then comes off earlier [s]; Infinity: not within the horizon. */
  soonestDemoldS(lastArrivalS: number): number {
    return this.demoldings(lastArrivalS + this.problem.demoldMinS).at(0) ?? Infinity;
  }
}

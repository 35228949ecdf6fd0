import { bestFirst, type Choice, type Finished, type Ground, type Next, type SearchStatus } from './best-first.js';
import { Calendar } from './calendar.js';
import { Prefix } from './prefix.js';
import type { PlanProblem } from './problem.js';

/** What a search has found. */
export interface PlanAnswer {
  /** Optimal: proved; feasible: stopped before the proof; infeasible: proved; stopped: nothing found before it was */
  readonly status: SearchStatus;
  /** [s]; null: none */
  readonly demoldS: number | null;
  readonly sessions: readonly Choice[];
  /** Simulations, each a restart from what lies below */
  readonly evaluated: number;
  /** No plan comes off earlier [s]; Infinity: none at all */
  readonly boundS: number;
}

export interface SearchOptions {
  /** Asked before every simulation; true ends the search with what it has */
  readonly shouldStop?: () => boolean;
  /** A better plan, as soon as it is found */
  readonly onBetter?: (demoldS: number, sessions: readonly Choice[]) => void;
}

const DAY_S = 86400;

/** Finds the plan that comes off earliest, and of those the one in fewest sessions, and proves it. */
export function searchPlan(problem: PlanProblem, { shouldStop, onBetter }: SearchOptions = {}): PlanAnswer {
  const { status, best, evaluated, bound } = bestFirst(new ProblemGround(problem), {
    ...(shouldStop ? { shouldStop } : {}),
    onBetter: ({ demoldS, choices }) => onBetter?.(demoldS, choices),
  });
  return { status, demoldS: best?.demoldS ?? null, sessions: best?.choices ?? [], evaluated, boundS: bound[0] };
}

/** A small problem: cost is the demolding, then the number of sessions. */
class ProblemGround implements Ground<Prefix> {
  readonly merges = true;
  readonly items: number;
  private readonly calendar: Calendar;

  constructor(private readonly problem: PlanProblem) {
    this.items = problem.items.length;
    this.calendar = new Calendar(problem);
  }

  nexts(laid: number): readonly Next[] {
    return this.calendar.sizes(laid).map((count) => ({ count }));
  }

  starts(laid: number, { count }: Next, fromS: number, untilS: number): readonly number[] {
    return this.calendar.starts(laid, count, fromS, Math.min(untilS, this.problem.bare.endS));
  }

  takesS(laid: number, { count }: Next): number {
    return this.calendar.layS(laid, count);
  }

  bound(choices: readonly Choice[], laid: number): readonly [number, number] {
    const { startS, count } = choices[choices.length - 1];
    const before = laid - count;
    const lastS =
      laid === this.items
        ? startS + this.calendar.lastAfterS(before, count)
        : this.calendar.lastArrivalS(laid, startS + this.calendar.layS(before, count));
    return [this.calendar.soonestDemoldS(lastS), choices.length + this.calendar.fewestSessions(laid)];
  }

  grow(choices: readonly Choice[], below: Prefix | null): Prefix {
    return new Prefix(this.problem, choices, below);
  }

  finish(grown: Prefix, choices: readonly Choice[], shiftS: number): Finished | null {
    if (!grown.warmEnough()) return null;
    const { startS, count } = choices[choices.length - 1];
    const lastS = startS + this.calendar.lastAfterS(this.items - count, count);
    const demoldS = this.calendar.demoldings(lastS + this.problem.demoldMinS).find((at) => grown.curedAt(at - shiftS));
    return demoldS === undefined ? null : { cost: [demoldS, choices.length], demoldS };
  }

  /** Steady air is the same at any time, a daily course whole days apart. */
  clockOf(startS: number): number {
    const { kind } = this.problem.bare.air;
    return kind === 'constant' ? 0 : kind === 'daily' ? startS % DAY_S : startS;
  }
}

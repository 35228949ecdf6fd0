import { Heap } from 'heap-js';
import { Calendar, SAME_S, type Choice } from './calendar.js';
import { Prefix } from './prefix.js';
import type { ItemRule, PlanProblem } from './problem.js';

/** What a search has found. */
export interface PlanAnswer {
  /** Optimal: proved; feasible: stopped before the proof; infeasible: proved; stopped: nothing found before it was */
  readonly status: 'optimal' | 'feasible' | 'infeasible' | 'stopped';
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

/** States are equal within these: temperature [K] and cure [-] of every cell. */
const SAME_K = 0.02;
const SAME_CURE = 0.002;
/** Under this cure a cell may still be in its induction, of which nothing is seen. */
const PAST_INDUCTION = 0.02;

/** What is laid, and the simulation that shows it: of the same sessions, or of others that led to the same state so much earlier. */
interface Laid {
  readonly prefix: Prefix;
  /** From the simulation's clock to the problem's [s] */
  readonly shiftS: number;
  /** On the problem's clock */
  readonly choices: readonly Choice[];
}

/** A session that may be laid next. */
interface Open {
  readonly below: Laid;
  readonly choice: Choice;
  /** Items before it */
  readonly laid: number;
  /** No plan that goes on so comes off earlier, or in fewer sessions */
  readonly demoldS: number;
  readonly sessions: number;
}

/** A session that was simulated, with the state that it was begun in. */
interface Known {
  readonly state: State;
  readonly startS: number;
  readonly sessions: number;
  readonly prefix: Prefix;
  /** Of its simulation */
  readonly shiftS: number;
}

interface State {
  readonly tempK: Float64Array;
  readonly cure: Float64Array;
  readonly warmth: readonly number[];
}

const DAY_S = 86400;

/**
 * Finds the plan that comes off earliest, and of those the one in fewest sessions, and proves it: best first, by what the calendar allows at
 * least, every prefix simulated once. Two prefixes from which the same session begins in the same state under the same air have the same future:
 * at the same time they are one, at another time (any in steady air, whole days apart in a daily course) the simulation of the earlier one serves
 * for both. Nothing else is left out: a warmer stack does not always peak higher.
 * @see docs/physics.md
 */
export function searchPlan(problem: PlanProblem, options: SearchOptions = {}): PlanAnswer {
  return new Search(problem, options).run();
}

class Search {
  private readonly calendar: Calendar;
  private readonly open = new Heap<Open>(
    (a, b) => a.demoldS - b.demoldS || a.sessions - b.sessions || b.laid + b.choice.count - a.laid - a.choice.count,
  );
  private readonly known = new Map<string, Known[]>();
  private best: { readonly demoldS: number; readonly sessions: readonly Choice[] } | null = null;
  private evaluated = 0;

  constructor(
    private readonly problem: PlanProblem,
    private readonly options: SearchOptions,
  ) {
    this.calendar = new Calendar(problem);
  }

  run(): PlanAnswer {
    const bare = this.simulate(() => new Prefix(this.problem, [], null));
    if (bare.converged) this.branch({ prefix: bare, shiftS: 0, choices: [] }, 0, { fromS: 0, untilS: bare.brokenS() });
    for (;;) {
      const next = this.open.pop();
      if (!next || !this.mayBeBetter(next)) return this.answer(this.best ? 'optimal' : 'infeasible', this.best?.demoldS ?? Infinity);
      const state = this.stateBefore(next);
      const known = this.knownAs(next, state);
      if (known === 'same') continue;
      if (known) this.follow(next, known);
      else if (this.options.shouldStop?.()) return this.answer(this.best ? 'feasible' : 'stopped', next.demoldS);
      else this.follow(next, this.simulated(next, state));
    }
  }

  private simulate(of: () => Prefix): Prefix {
    this.evaluated += 1;
    return of();
  }

  private simulated({ below: { prefix, shiftS, choices }, choice: { startS, count }, laid }: Open, state: State): Pick<Known, 'prefix' | 'shiftS'> {
    const made = this.simulate(() => new Prefix(this.problem, [...prefix.choices, { startS: startS - shiftS, count }], prefix));
    this.keep({ startS, count }, laid, { state, startS, sessions: choices.length, prefix: made, shiftS });
    return { prefix: made, shiftS };
  }

  private answer(status: PlanAnswer['status'], boundS: number): PlanAnswer {
    return { status, demoldS: this.best?.demoldS ?? null, sessions: this.best?.sessions ?? [], evaluated: this.evaluated, boundS };
  }

  private mayBeBetter({ demoldS, sessions }: Pick<Open, 'demoldS' | 'sessions'>): boolean {
    if (!Number.isFinite(demoldS)) return false;
    if (!this.best) return true;
    return demoldS < this.best.demoldS - SAME_S || (demoldS <= this.best.demoldS + SAME_S && sessions < this.best.sessions.length);
  }

  /** Reads what becomes of a session, and opens what may follow. */
  private follow({ below, choice, laid }: Open, { prefix, shiftS }: Pick<Known, 'prefix' | 'shiftS'>): void {
    const { items, demoldMinS } = this.problem;
    if (!prefix.converged) return;
    const choices = [...below.choices, choice];
    const now = laid + choice.count;
    const brokenS = prefix.brokenS() + shiftS;
    const lastS = choice.startS + this.calendar.lastAfterS(laid, choice.count);
    if (now < items.length) {
      const untilS = Math.min(brokenS, lastS + items[now - 1].rule.closeS);
      this.branch({ prefix, shiftS, choices }, now, { fromS: choice.startS + this.calendar.layS(laid, choice.count), untilS });
      return;
    }
    if (brokenS < Infinity || !prefix.warmEnough()) return;
    const demoldS = this.calendar.demoldings(lastS + demoldMinS).find((at) => prefix.curedAt(at - shiftS));
    if (demoldS === undefined || !this.mayBeBetter({ demoldS, sessions: choices.length })) return;
    this.best = { demoldS, sessions: choices };
    this.options.onBetter?.(demoldS, choices);
  }

  /** Every session that may come next, with what it promises at best. */
  private branch(below: Laid, laid: number, { fromS, untilS }: { readonly fromS: number; readonly untilS: number }): void {
    const { items } = this.problem;
    for (const count of this.calendar.sizes(laid))
      for (const startS of this.calendar.starts(laid, count, fromS, Math.min(untilS, this.problem.bare.endS))) {
        if (laid > 0 && !this.mayGoOn(below, items[laid - 1].rule, startS)) continue;
        const after = laid + count;
        const lastS =
          after === items.length
            ? startS + this.calendar.lastAfterS(laid, count)
            : this.calendar.lastArrivalS(after, startS + this.calendar.layS(laid, count));
        const next: Open = {
          below,
          choice: { startS, count },
          laid,
          demoldS: this.calendar.soonestDemoldS(lastS),
          sessions: below.choices.length + 1 + this.calendar.fewestSessions(after),
        };
        if (Number.isFinite(next.demoldS)) this.open.push(next);
      }
  }

  private mayGoOn({ prefix, shiftS }: Laid, { openCure, restartK }: ItemRule, startS: number): boolean {
    const { tempK, cure } = prefix.topAt(startS - shiftS);
    return cure >= openCure && (restartK === null || tempK <= restartK);
  }

  private stateBefore({ below: { prefix, shiftS }, choice: { startS } }: Open): State {
    const at = startS - shiftS;
    const warmth = prefix.warmthUntil(at).map((warm, i) => Math.min(warm, this.problem.items[i].rule.actK ?? Infinity));
    return { ...prefix.stateAt(at), warmth };
  }

  /** Sessions whose futures are alike if their states are. */
  private keyOf({ startS, count }: Choice, laid: number): string {
    const { kind } = this.problem.bare.air;
    const clock = kind === 'constant' ? 0 : kind === 'daily' ? Math.round(startS % DAY_S) : Math.round(startS);
    return `${String(laid)} ${String(count)} ${String(clock)}`;
  }

  /** 'same': this very future is open already, in no more sessions; else the simulation that shows it; null: none does. */
  private knownAs({ choice, below, laid }: Open, state: State): 'same' | Pick<Known, 'prefix' | 'shiftS'> | null {
    const alike = (this.known.get(this.keyOf(choice, laid)) ?? []).filter((one) => sameState(one.state, state, below.prefix.firstLaid));
    if (alike.some(({ startS, sessions }) => Math.abs(startS - choice.startS) < SAME_S && sessions <= below.choices.length)) return 'same';
    // A simulation that began earlier is watched far enough.
    const earlier = alike.find(({ startS }) => startS <= choice.startS + SAME_S);
    if (!earlier) return null;
    const shiftS = earlier.shiftS + choice.startS - earlier.startS;
    this.keep(choice, laid, { state, startS: choice.startS, sessions: below.choices.length, prefix: earlier.prefix, shiftS });
    return { prefix: earlier.prefix, shiftS };
  }

  private keep(choice: Choice, laid: number, known: Known): void {
    const key = this.keyOf(choice, laid);
    this.known.set(key, [...(this.known.get(key) ?? []), known]);
  }
}

function sameState(a: State, b: State, firstLaid: number): boolean {
  if (a.tempK.length !== b.tempK.length) return false;
  for (let i = 0; i < a.tempK.length; i++) {
    if (Math.abs(a.tempK[i] - b.tempK[i]) > SAME_K || Math.abs(a.cure[i] - b.cure[i]) > SAME_CURE) return false;
    if (i >= firstLaid && a.cure[i] < PAST_INDUCTION) return false;
  }
  return a.warmth.every((warm, i) => Number.isNaN(warm) || Math.abs(warm - b.warmth[i]) <= SAME_K);
}

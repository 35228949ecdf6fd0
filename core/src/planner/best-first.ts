import { Heap } from 'heap-js';

/** Sums of hours that come from minutes are not exact [s]. */
export const SAME_S = 1e-3;

/** A choice of the next session: so many items, laid in one of the ways there are, with its start [s]. */
export interface Choice {
  readonly startS: number;
  readonly count: number;
  /** Which of the ways in which the session may be laid; left out: there is but one */
  readonly way?: number;
}

/** What the next session may be, whenever it begins. */
export type Next = Omit<Choice, 'startS'>;

/** What is compared, most important first: smaller is better. */
export type Cost = readonly number[];

/** All that the future grows from, at a moment. */
export interface State {
  readonly tempK: Float64Array;
  readonly cure: Float64Array;
  /** Whether a cell was laid: what lies below it has no induction */
  readonly laid: (cell: number) => boolean;
  /** What of the past still counts in the end, in kelvin; NaN: nothing */
  readonly warmth: readonly number[];
}

/** What becomes of what was laid, if nothing more is. Times are those of the simulation's clock. */
export interface Grown {
  /** false: it could not be simulated to its end */
  readonly converged: boolean;
  /** A limit is broken from then on that nothing can mend: what comes next begins before [s] */
  brokenS: () => number;
  /** What comes next begins no later [s] */
  closesS: () => number;
  mayGoOn: (next: Next, startS: number) => boolean;
  /** How much is at stake when the next session begins then: what risks least is looked at first while any plan will do */
  risk?: (next: Next, startS: number) => number;
  stateAt: (timeS: number) => State;
}

/** A finished plan. */
export interface Finished {
  readonly cost: Cost;
  /** [s] */
  readonly demoldS: number;
}

/** What a search moves on: a small problem, or a section of a plan. */
export interface Ground<G extends Grown> {
  /** Items to lay */
  readonly items: number;
  nexts: (laid: number) => readonly Next[];
  /** Starts at which a session ends within its spell [s] */
  starts: (laid: number, next: Next, fromS: number, untilS: number) => readonly number[];
  /** From a session's start until the next may begin, by hands [s] */
  takesS: (laid: number, next: Next) => number;
  /** No plan that begins with these sessions costs less; Infinity at its head: there is none */
  bound: (choices: readonly Choice[], laid: number) => Cost;
  /** One simulation, begun from that of the sessions below; null: of nothing laid */
  grow: (choices: readonly Choice[], below: G | null) => G;
  /** The best end of a whole stack; null: some limit is not kept */
  finish: (grown: G, choices: readonly Choice[], shiftS: number) => Finished | null;
  /** Sessions at clocks that are alike have the same air after them [s] */
  clockOf: (startS: number) => number;
  /** How far from what is usual; what is least so is looked at first while any plan will do */
  unusual?: (laid: number, next: Next) => number;
  /** What was simulated may serve for the same state at another time */
  readonly merges: boolean;
}

/** How a search ended: optimal and infeasible are proved. */
export type SearchStatus = 'optimal' | 'feasible' | 'infeasible' | 'stopped';

export interface SearchResult {
  /** Optimal: proved; feasible: stopped before the proof; infeasible: proved; stopped: nothing found before it was */
  readonly status: SearchStatus;
  readonly best: (Finished & { readonly choices: readonly Choice[] }) | null;
  /** Simulations, each a restart from what lies below */
  readonly evaluated: number;
  /** No plan costs less; Infinity: there is none at all */
  readonly bound: Cost;
}

export interface BestFirstOptions {
  /** Asked before every simulation; true ends the search with what it has */
  readonly shouldStop?: () => boolean;
  /** A better plan, as soon as it is found, with what no plan can beat */
  readonly onBetter?: (found: Finished & { readonly choices: readonly Choice[] }, bound: Cost) => void;
  /** Goes for any plan first, and for the proof after it */
  readonly dive?: boolean;
  /** Only what is better than this counts */
  readonly beat?: Cost;
  /** So many parts of the cost count, the others are not searched for; left out: all */
  readonly parts?: number;
}

/** States are equal within these: temperature [K] and cure [-] of every cell. */
const SAME_K = 0.02;
const SAME_CURE = 0.002;
/** Under this cure a cell may still be in its induction, of which nothing is seen. */
const PAST_INDUCTION = 0.02;

/** Negative: a is less; what differs by nothing that counts is equal. */
export function compareCosts(a: Cost, b: Cost): number {
  for (let i = 0; i < a.length; i++) {
    const by = a[i] - b[i];
    if (a[i] !== b[i] && Math.abs(by) > SAME_S) return by;
  }
  return 0;
}

/** What is laid, and the simulation that shows it: of the same sessions, or of others that led to the same state so much earlier. */
interface Laid<G> {
  readonly grown: G;
  /** Sessions as they were simulated */
  readonly simulated: readonly Choice[];
  /** From the simulation's clock to the real one [s] */
  readonly shiftS: number;
  readonly choices: readonly Choice[];
  readonly parent: Laid<G> | null;
  /** Ends of plans that begin so and came to nothing, those further on by less */
  failures: number;
}

/** How much a session more counts for hope against an end that came to nothing. */
const DEEPER = 2;
/** Of what speaks against a prefix, for the one it goes on from. */
const SHARED = 0.5;
/** A start later, against a ply more or fewer than usual. */
const LATER = 0.1;

const hopeOf = <G>(below: Laid<G>): number => below.failures - DEEPER * below.choices.length;

/** A session that may be laid next. */
interface Open<G> {
  readonly below: Laid<G>;
  readonly choice: Choice;
  /** Items before it */
  readonly laid: number;
  readonly cost: Cost;
  readonly unusual: number;
  /** Less is better; what failed below it since makes it more */
  hope: number;
  taken: boolean;
}

/** A session that was simulated, with the state that it was begun in. */
interface Known<G> {
  readonly state: State;
  readonly startS: number;
  readonly sessions: number;
  readonly grown: G;
  readonly simulated: readonly Choice[];
  /** Of its simulation */
  readonly shiftS: number;
}

/**
 * Finds the cheapest plan and proves it: best first, by what no plan can beat, every prefix simulated once. Two prefixes from which the same
 * session begins in the same state under the same air have the same future: at the same time they are one, at another time the simulation of the
 * earlier one serves for both. Nothing else is left out: a warmer stack does not always peak higher.
 * @see docs/physics.md
 */
export function bestFirst<G extends Grown>(ground: Ground<G>, options: BestFirstOptions = {}): SearchResult {
  return new Search(ground, options).run();
}

class Search<G extends Grown> {
  private readonly byBound = new Heap<Open<G>>(
    (a, b) => compareCosts(a.cost, b.cost) || b.laid + b.choice.count - a.laid - a.choice.count || a.choice.startS - b.choice.startS,
  );
  /** While any plan will do: deep first, but away from where nothing came of it. */
  private readonly byHope = new Heap<Open<G>>(
    (a, b) => a.hope - b.hope || a.unusual - b.unusual || compareCosts(a.cost, b.cost) || a.choice.startS - b.choice.startS,
  );
  private readonly known = new Map<string, Known<G>[]>();
  private best: SearchResult['best'] = null;
  private evaluated = 0;

  constructor(
    private readonly ground: Ground<G>,
    private readonly options: BestFirstOptions,
  ) {}

  run(): SearchResult {
    const bare = this.simulate(() => this.ground.grow([], null));
    if (bare.converged)
      this.branch({ grown: bare, simulated: [], shiftS: 0, choices: [], parent: null, failures: 0 }, 0, { fromS: 0, untilS: bare.brokenS() });
    for (;;) {
      const next = this.take();
      if (!next) return this.answer(this.best ? 'optimal' : 'infeasible', this.best?.cost ?? [Infinity]);
      const state = this.ground.merges ? next.below.grown.stateAt(next.choice.startS - next.below.shiftS) : null;
      const known = state && this.knownAs(next, state);
      if (known === 'same') continue;
      if (known) this.follow(next, known);
      else if (this.options.shouldStop?.()) return this.answer(this.best ? 'feasible' : 'stopped', this.leastOpen(next.cost));
      else this.follow(next, this.simulated(next, state));
    }
  }

  /** The next session to look at; undefined: nothing better is left. */
  private take(): Open<G> | undefined {
    const heap = this.options.dive && !this.best ? this.byHope : this.byBound;
    for (;;) {
      const next = heap.pop();
      if (!next) return undefined;
      if (next.taken) continue;
      if (heap === this.byHope) {
        const hope = hopeOf(next.below);
        if (hope > next.hope) {
          next.hope = hope;
          heap.push(next);
          continue;
        }
      }
      next.taken = true;
      if (this.mayBeBetter(next.cost)) return next;
      if (heap === this.byBound) return undefined;
    }
  }

  /** What no plan that is not looked at yet can beat. */
  private leastOpen(cost: Cost): Cost {
    let peeked = this.byBound.peek();
    while (peeked?.taken) {
      this.byBound.pop();
      peeked = this.byBound.peek();
    }
    return peeked && compareCosts(peeked.cost, cost) < 0 ? peeked.cost : cost;
  }

  private simulate(of: () => G): G {
    this.evaluated += 1;
    return of();
  }

  private simulated({ below, choice, laid }: Open<G>, state: State | null): Pick<Known<G>, 'grown' | 'simulated' | 'shiftS'> {
    const { shiftS } = below;
    const simulated = [...below.simulated, { ...choice, startS: choice.startS - shiftS }];
    const grown = this.simulate(() => this.ground.grow(simulated, below.grown));
    if (state) this.keep(choice, laid, { state, startS: choice.startS, sessions: below.choices.length, grown, simulated, shiftS });
    return { grown, simulated, shiftS };
  }

  private answer(status: SearchStatus, bound: Cost): SearchResult {
    return { status, best: this.best, evaluated: this.evaluated, bound };
  }

  private mayBeBetter(cost: Cost): boolean {
    if (!Number.isFinite(cost[0])) return false;
    const { beat, parts } = this.options;
    const known = this.best?.cost ?? beat;
    return !known || compareCosts(cost.slice(0, parts), known) < 0;
  }

  /** Reads what becomes of a session, and opens what may follow. */
  private follow({ below, choice, laid }: Open<G>, { grown, simulated, shiftS }: Pick<Known<G>, 'grown' | 'simulated' | 'shiftS'>): void {
    if (!grown.converged) {
      this.failed(below);
      return;
    }
    const choices = [...below.choices, choice];
    const now = laid + choice.count;
    if (now < this.ground.items) {
      const untilS = Math.min(grown.brokenS(), grown.closesS()) + shiftS;
      const laidNow: Laid<G> = { grown, simulated, shiftS, choices, parent: below, failures: 0 };
      if (!this.branch(laidNow, now, { fromS: choice.startS + this.ground.takesS(laid, choice), untilS })) this.failed(below);
      return;
    }
    const found = grown.brokenS() < Infinity ? null : this.ground.finish(grown, choices, shiftS);
    if (!found) this.failed(below);
    if (!found || !this.mayBeBetter(found.cost)) return;
    this.best = { ...found, choices };
    this.options.onBetter?.(this.best, this.leastOpen(found.cost));
  }

  /** An end that came to nothing speaks against what is just below it most. */
  private failed(below: Laid<G>): void {
    let weight = 1;
    for (let at: Laid<G> | null = below; at; at = at.parent, weight *= SHARED) at.failures += weight;
  }

  /** Every session that may come next, with what it promises at best. @returns whether there is any */
  private branch(below: Laid<G>, laid: number, { fromS, untilS }: { readonly fromS: number; readonly untilS: number }): boolean {
    let any = false;
    const hope = hopeOf(below);
    for (const next of this.ground.nexts(laid)) {
      let unusual = this.ground.unusual?.(laid, next) ?? 0;
      for (const startS of this.ground.starts(laid, next, fromS, untilS)) {
        if (laid > 0 && !below.grown.mayGoOn(next, startS - below.shiftS)) continue;
        const choice = { ...next, startS };
        const cost = this.ground.bound([...below.choices, choice], laid + next.count);
        if (!this.mayBeBetter(cost)) continue;
        const risk = below.grown.risk?.(next, startS - below.shiftS) ?? 0;
        const open: Open<G> = { below, choice, laid, cost, unusual: unusual + risk, hope, taken: false };
        unusual += LATER;
        any = true;
        this.byBound.push(open);
        if (this.options.dive && !this.best) this.byHope.push(open);
      }
    }
    return any;
  }

  /** Sessions whose futures are alike if their states are. */
  private keyOf({ startS, count, way = 0 }: Choice, laid: number): string {
    return [laid, count, way, Math.round(this.ground.clockOf(startS))].join(' ');
  }

  /** 'same': this very future is open already, in no more sessions; else the simulation that shows it; null: none does. */
  private knownAs({ choice, below, laid }: Open<G>, state: State): 'same' | Pick<Known<G>, 'grown' | 'simulated' | 'shiftS'> | null {
    const alike = (this.known.get(this.keyOf(choice, laid)) ?? []).filter((one) => sameState(one.state, state));
    if (alike.some(({ startS, sessions }) => Math.abs(startS - choice.startS) < SAME_S && sessions <= below.choices.length)) return 'same';
    // A simulation that began earlier is watched far enough.
    const earlier = alike.find(({ startS }) => startS <= choice.startS + SAME_S);
    if (!earlier) return null;
    const { grown, simulated } = earlier;
    const shiftS = earlier.shiftS + choice.startS - earlier.startS;
    this.keep(choice, laid, { state, startS: choice.startS, sessions: below.choices.length, grown, simulated, shiftS });
    return { grown, simulated, shiftS };
  }

  private keep(choice: Choice, laid: number, known: Known<G>): void {
    const key = this.keyOf(choice, laid);
    this.known.set(key, [...(this.known.get(key) ?? []), known]);
  }
}

function sameState(a: State, b: State): boolean {
  if (a.tempK.length !== b.tempK.length) return false;
  for (let i = 0; i < a.tempK.length; i++) {
    if (Math.abs(a.tempK[i] - b.tempK[i]) > SAME_K || Math.abs(a.cure[i] - b.cure[i]) > SAME_CURE) return false;
    if (a.laid(i) && a.cure[i] < PAST_INDUCTION) return false;
  }
  return a.warmth.every((warm, i) => Number.isNaN(warm) || Math.abs(warm - b.warmth[i]) <= SAME_K);
}

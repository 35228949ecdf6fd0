import { simulateGrowth } from '../growth/simulate-growth.js';
import { arePlacesApart, judgePlan, worseOf } from '../judging/evaluate-plan.js';
import { catalystRange } from '../judging/verdicts/mix-verdicts.js';
import type { VerdictKind } from '../judging/verdicts/verdict.js';
import type { SectionEvaluation } from '../judging/evaluate-mold.js';
import { SeededRandom } from '../numerics/seeded-random.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { uncertainFactors } from '../uncertainty/factors.js';
import { varyPlan, type VariedPlan } from '../uncertainty/vary-plan.js';

/** Scenarios that a plan is held against; the proof is relative to these. */
export const SCENARIOS = 64;
/** A little coarser than the picture; the spread is far wider than that [K]. */
const TOLERANCE_K = 0.4;

/** Random numbers of a scenario, by its number. */
function scenario(seed: number, index: number): SeededRandom {
  const random = new SeededRandom((Math.imul(seed, 0x9e3779b1) ^ Math.imul(index + 1, 0x85ebca6b)) >>> 0);
  // The first numbers of neighboring seeds are alike.
  for (let k = 0; k < 4; k++) random.uniform();
  return random;
}

/** A zone as it turns out in one scenario. */
export function zoneIn(plan: SectionPlan, cards: CardLibrary, deviationOf: (id: string) => number): VariedPlan {
  const factors = uncertainFactors(plan, cards);
  return varyPlan(
    plan,
    cards,
    factors,
    factors.map(({ id }) => deviationOf(id)),
  );
}

/** What a scenario leaves of a plan: every limit kept, only let go too soon, or something broken that no waiting puts right. */
export type Outcome = 'kept' | 'too soon' | 'broken';

const WAITING_HELPS: ReadonlySet<VerdictKind> = new Set(['demold-cure', 'demold-hours', 'demold-warm', 'demold-tg']);

/** Whether a zone keeps every stop-limit in one scenario. */
function zoneOutcome(plan: SectionPlan, cards: CardLibrary, deviationOf: (id: string) => number): Outcome {
  const varied = zoneIn(plan, cards, deviationOf);
  const options = { toleranceK: TOLERANCE_K };
  const result = simulateGrowth(varied.growth, options);
  if (result.status !== 'converged') return 'broken';
  const first = judgePlan(varied.plan, varied.cards, result);
  let { verdicts } = first;
  if (arePlacesApart(varied.growth, varied.lastGrowth)) {
    const last = simulateGrowth(varied.lastGrowth, options);
    if (last.status !== 'converged') return 'broken';
    verdicts = worseOf(varied.plan, first, judgePlan(varied.plan, varied.cards, last)).verdicts;
  }
  // The card's range is a rule for what is planned, not for the last gram on the scale.
  const planned = new Set(plan.sessions.flatMap((session) => catalystRange(session, cards)).map(({ id }) => id));
  const stops = verdicts.filter(({ level, kind, id }) => level === 'stop' && (kind !== 'catalyst-range' || planned.has(id)));
  if (stops.length === 0) return 'kept';
  return stops.every(({ kind }) => WAITING_HELPS.has(kind)) ? 'too soon' : 'broken';
}

/** Deviations of a scenario by factor, each drawn from a stream of its own: the same in every zone, whatever else varies there. */
export function deviationsOf(seed: number, index: number): (id: string) => number {
  const drawn = new Map<string, number>();
  return (id) => {
    const known = drawn.get(id);
    if (known !== undefined) return known;
    const fresh = scenario(seed ^ hashOf(id), index).normal();
    drawn.set(id, fresh);
    return fresh;
  };
}

function hashOf(id: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < id.length; i++) hash = Math.imul(hash ^ id.charCodeAt(i), 0x01000193);
  return hash >>> 0;
}

/** How a mold comes through one seeded scenario, all zones of all sections together. */
export function outcomeIn(sections: readonly SectionEvaluation[], cards: CardLibrary, deviationOf: (id: string) => number): Outcome {
  let worst: Outcome = 'kept';
  for (const { zones } of sections)
    for (const { plan } of zones) {
      const outcome = zoneOutcome(plan, cards, deviationOf);
      if (outcome === 'broken') return outcome;
      if (outcome === 'too soon') worst = outcome;
    }
  return worst;
}

/**
 * Share of seeded scenarios in which everything is kept.
 * @param count how many
 */
export function chanceOf(sections: readonly SectionEvaluation[], cards: CardLibrary, seed: number, count: number): number {
  let kept = 0;
  for (let i = 0; i < count; i++) if (outcomeIn(sections, cards, deviationsOf(seed, i)) === 'kept') kept += 1;
  return kept / count;
}

/** Holds plans against a fixed set of scenarios, those that failed lately first: what cannot be enough is dropped early. */
export class ScenarioSet {
  private readonly order: number[];

  private readonly drawn: readonly ((id: string) => number)[];

  constructor(
    private readonly cards: CardLibrary,
    private readonly seed: number,
    private readonly wanted: number,
    readonly count = SCENARIOS,
  ) {
    this.order = Array.from({ length: count }, (_, i) => i);
    this.drawn = this.order.map((index) => deviationsOf(seed, index));
  }

  /** So many may fail. */
  get mayFail(): number {
    return this.count - Math.ceil(this.wanted * this.count - 1e-9);
  }

  /** Those that failed last, and then the others. */
  hardest(count: number): number[] {
    return this.order.slice(0, count);
  }

  /** A zone as it turns out in one of them. */
  zoneIn(plan: SectionPlan, index: number): VariedPlan {
    return zoneIn(plan, this.cards, this.drawn[index]);
  }

  /**
   * Whether enough of the scenarios are kept; 'later': they would be, if the mold stayed on longer, as far as was looked.
   * @param share of those that may fail
   */
  judge(sections: readonly SectionEvaluation[], share = 1): 'enough' | 'later' | 'no' {
    const mayFail = Math.floor(this.mayFail * share + 1e-9);
    let [failed, broken] = [0, 0];
    for (const index of [...this.order]) {
      const outcome = outcomeIn(sections, this.cards, this.drawn[index]);
      if (outcome === 'kept') continue;
      this.order.splice(this.order.indexOf(index), 1);
      this.order.unshift(index);
      failed += 1;
      if (outcome === 'broken') broken += 1;
      if (broken > mayFail) return 'no';
      if (failed > mayFail && broken <= mayFail / 2) return 'later';
      if (failed > 2 * mayFail) return 'later';
    }
    return failed > mayFail ? 'later' : 'enough';
  }
}

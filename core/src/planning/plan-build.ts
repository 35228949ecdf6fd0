import { evaluateMold, evaluateSection, type SectionEvaluation } from '../judging/evaluate-mold.js';
import { moldObjections } from '../judging/mold-objections.js';
import { aroundMold } from '../judging/worst-of-plan.js';
import type { Objection } from '../plan/objection.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { sectionNamed } from '../plan/section-view.js';
import { bestFirst, compareCosts, type Cost, type SearchResult, type SearchStatus } from '../planner/best-first.js';
import { DAY_MIN } from '../shop-time/shop-clock.js';
import { firstOf, type End } from './after-laying.js';
import { beginningBy, beginningOf } from './beginning.js';
import { limitOf, type Clearance } from './limits.js';
import { comesBefore, placesInOrder } from './order.js';
import { daysLookedAt, spellsOf, type PlanQuestion } from './plan-question.js';
import { ScenarioSet } from './robust.js';
import { SectionGround, shapeOf } from './section-ground.js';
import type { Accepted } from './section-question.js';
import { dryHandsOf, handsOf } from './session-hands.js';
import { WEIGHTS, type LimitClass } from './task.js';
import { inEachAir, waysOf } from './ways.js';

export interface PlanOptions {
  /** Seconds since it was begun */
  readonly elapsedS: () => number;
  readonly shouldStop?: () => boolean;
  readonly onBetter?: (found: FoundPlan, gap: number) => void;
  readonly onProgress?: (evaluated: number) => void;
}

/** A plan that keeps every stop-limit. */
export interface FoundPlan {
  readonly plan: PlanDocument;
  readonly sections: readonly SectionEvaluation[];
  readonly cost: Cost;
  readonly demoldMin: number;
}

export interface PlanAnswerOf {
  readonly status: SearchStatus;
  readonly found: FoundPlan | null;
  readonly evaluated: number;
  /** Share of its cost by which it may be worse than the best there is; null: nothing was found */
  readonly gap: number | null;
  /** Rules that stopped what the simulation let pass */
  readonly rules: readonly Objection[];
}

/**
 * Makes a plan's schedule as good as it can be proved to be: one section exactly, on the grid and with the cards as they are; several one after
 * the other, with a bound that no plan beats.
 * @throws DomainError for a plan that makes no sense
 */
export function planBuild(question: PlanQuestion, options: PlanOptions): PlanAnswerOf {
  return new Planner(question, options).run();
}

interface Pass {
  /** Stops at the first plan of a section */
  readonly anyWill: boolean;
  readonly shareS?: number;
  /** How far from its limits each section is kept; left out: as the task asks */
  readonly clear?: Clearance;
}

/** How far a mold of several sections keeps from its limits so that it comes through most scenarios, tried one after another [margins of care]. */
const CLEARANCES: readonly Clearance[] = [1, 1.5, 2, 2.5, 3, 4];
/** Moments at which a finished mold is asked whether it may come off. */
const MOST_DEMOLDINGS = 96;
/** Of a section's time, for what no plan beats. */
const BOUND_SHARE = 0.5;
/** Closer is not asked [margins of care]. */
const CLEARANCE_STEP = 0.25;
/** Of the time that is left, for each. */
const CLEARANCE_SHARE = 0.25;

/** One air and one order of sections. */
interface Try {
  readonly inAir: PlanDocument;
  readonly order: readonly string[];
}

/** What is known after all sections of an order were looked at. */
interface Passed {
  /** Nothing better is left in this order and air */
  readonly proved: boolean;
  /** No plan in it costs less */
  readonly leastCost: number;
}

interface GroundQuestion {
  readonly plan: PlanDocument;
  readonly sectionId: string;
  readonly done: readonly SectionEvaluation[];
  readonly releaseMin: number | null;
  readonly fromMin: number;
  /** The mold has no other section */
  readonly only: boolean;
  readonly ends: 'demolding' | 'hard';
  readonly clear?: Clearance;
}

class Planner {
  private evaluated = 0;
  private best: FoundPlan | null = null;
  private rules: readonly Objection[] = [];
  private hopeless = false;
  private readonly baseRules: ReadonlySet<string>;
  private readonly scenarios: ScenarioSet | null;
  private readonly question: PlanQuestion;

  constructor(
    asked: PlanQuestion,
    private readonly options: PlanOptions,
  ) {
    // The days are those of the plan that was given, whatever becomes of it.
    const question = { ...asked, task: { ...asked.task, days: daysLookedAt(asked.task, asked.plan) } };
    this.question = question;
    const { task, cards, plan } = question;
    this.scenarios = task.chance === undefined || question.lifted?.has('chance') ? null : new ScenarioSet(cards, task.seed, task.chance);
    this.baseRules = new Set(this.ruleStops(plan, evaluateMold(plan, cards)).map(({ id }) => id));
  }

  private get late(): boolean {
    return this.options.elapsedS() >= this.question.task.timeLimitS || (this.options.shouldStop?.() ?? false);
  }

  run(): PlanAnswerOf {
    const { plan, task } = this.question;
    const laid = plan.sections.filter(({ sessions }) => sessions.length > 0).map(({ id }) => id);
    const orders = task.vary.order ? placesInOrder(plan, laid) : [laid];
    const tries = inEachAir(plan, task.vary).flatMap((inAir) => orders.map((order): Try => ({ inAir, order })));
    const clear = laid.length > 1 ? this.firstPlan(tries) : undefined;
    let least = Infinity;
    let proved = true;
    for (const [i, { inAir, order }] of tries.entries()) {
      const shareS = (task.timeLimitS - this.options.elapsedS()) / (tries.length - i);
      const passed = this.hopeless || this.late ? null : this.inOrder(inAir, order, { anyWill: false, shareS, clear });
      proved &&= passed?.proved ?? false;
      least = Math.min(least, Math.max(this.leastOf(inAir, order), passed?.leastCost ?? 0));
    }
    const cost = this.best?.cost[0] ?? 0;
    const gap = this.best ? (proved ? 0 : Math.max(0, (cost - least) / cost)) : null;
    return { status: this.statusOf(gap, proved || !Number.isFinite(least)), found: this.best, evaluated: this.evaluated, gap, rules: this.rules };
  }

  /** Any plan of several sections; where a probability is wanted, no farther from its limits than it must be. @returns how far */
  private firstPlan(tries: readonly Try[]): Clearance | undefined {
    if (!this.scenarios) {
      for (const one of tries) if (!this.best) this.anyPlan(one);
      return undefined;
    }
    let tooLittle = 0;
    for (const clear of CLEARANCES) {
      if (!tries.some((one) => this.anyPlan(one, clear))) {
        tooLittle = clear;
        continue;
      }
      let enough = clear;
      while (enough - tooLittle > CLEARANCE_STEP) {
        const between = (enough + tooLittle) / 2;
        if (tries.some((one) => this.anyPlan(one, between))) enough = between;
        else tooLittle = between;
      }
      return enough;
    }
    return CLEARANCES[0];
  }

  /** @returns whether it came to something better than there was */
  private anyPlan({ inAir, order }: Try, clear?: Clearance): boolean {
    if (this.late || this.hopeless) return false;
    const before = this.best;
    const shareS = clear === undefined ? {} : { shareS: (this.question.task.timeLimitS - this.options.elapsedS()) * CLEARANCE_SHARE };
    this.inOrder(inAir, order, { anyWill: true, clear, ...shareS });
    return this.best !== before;
  }

  private statusOf(gap: number | null, nothingLeft: boolean): SearchStatus {
    if (this.best) return gap !== null && gap <= 1e-9 ? 'optimal' : 'feasible';
    return this.hopeless || nothingLeft ? 'infeasible' : 'stopped';
  }

  private ground({ plan, sectionId, done, releaseMin, fromMin, only, ends, clear }: GroundQuestion, alone = false): SectionGround {
    const { cards, task, lifted = new Set<LimitClass>() } = this.question;
    // Without the hands of the other sections: no plan is quicker.
    const busy = [
      ...(this.question.busy ?? []),
      ...(alone ? [] : done.flatMap((one) => [...handsOf(plan, one.id, cards), ...dryHandsOf(plan, one.id, cards)])),
    ];
    const all = sectionNamed(plan, sectionId).sessions.map(({ id }) => id);
    return new SectionGround({
      plan,
      cards,
      sectionId,
      done,
      spells: spellsOf({ ...this.question, plan, busy }),
      fromMin,
      releaseMin,
      horizonMin: daysLookedAt(task, plan) * DAY_MIN,
      gridMin: task.gridMin,
      pliesMayMove: task.vary.plies,
      locked: new Set(task.vary.starts ? task.vary.locked : all),
      ways: waysOf(task.vary, plan),
      weights: WEIGHTS[task.objective],
      ends,
      clear: Math.max(clear ?? 0, task.clear ? 1 : 0),
      lifted,
      scenarios: only ? this.scenarios : null,
      accept: (found, section) => (only ? this.accept(found, [section]) : this.keepsSoFar([...done, section])),
    });
  }

  /** Rules and, where a probability is wanted, the scenarios. */
  private accept(plan: PlanDocument, sections: readonly SectionEvaluation[]): Accepted {
    const stops = this.ruleStops(plan, sections);
    if (stops.length > 0) {
      this.rules = stops;
      // What no schedule changes is not searched for.
      if (stops.some(({ id, stage }) => this.baseRules.has(id) && (stage === 'plug' || stage === 'kit' || stage === 'split'))) this.hopeless = true;
      return 'no';
    }
    const judged = this.scenarios?.judge(sections) ?? 'enough';
    return judged === 'enough' ? 'yes' : judged;
  }

  /** The sections that are planned, of all of them: each adds its share to the scenarios that may be lost. */
  private keepsSoFar(sections: readonly SectionEvaluation[]): Accepted {
    const all = this.question.plan.sections.filter(({ sessions }) => sessions.length > 0).length;
    const judged = this.scenarios?.judge(sections, sections.length / all) ?? 'enough';
    return judged === 'enough' ? 'yes' : judged;
  }

  private ruleStops(plan: PlanDocument, sections: readonly SectionEvaluation[]): Objection[] {
    if (this.question.lifted?.has('rules')) return [];
    const { cards } = this.question;
    return moldObjections(plan, cards, aroundMold(sections, cards, [])).filter(({ level }) => level === 'stop');
  }

  /**
   * Sections one after the other. A section that others wait for is to be hard as early as can be: what comes after it is then never later than
   * it must be, so that each search proves a part of the whole.
   */
  private inOrder(start: PlanDocument, order: readonly string[], { anyWill, shareS = Infinity, clear }: Pass): Passed {
    const { cards, task } = this.question;
    const only = order.length === 1;
    const begun = this.options.elapsedS();
    const leastHard = new Map<string, number>();
    const done: SectionEvaluation[] = [];
    let plan = freedJoints(start, order);
    let leastCost = 0;
    for (const [i, id] of order.entries()) {
      const waited = order.slice(i + 1).some((other) => comesBefore(plan, other).includes(id));
      const ends = waited && task.objective === 'earliest' ? 'hard' : 'demolding';
      const { releaseMin, fromMin } = beginningOf(plan, id, done, cards);
      const own: GroundQuestion = { plan, sectionId: id, done, releaseMin, fromMin: Math.max(task.fromMin ?? 0, fromMin), only, ends, clear };
      const now = this.options.elapsedS();
      const ownS = (Math.min(shareS, task.timeLimitS) - (now - begun)) / (order.length - i);
      const untilS = now + ownS;
      // How far from its limits a section keeps where a probability is wanted is more than must be: it bounds nothing.
      const bounds = !anyWill && task.objective === 'earliest' && !this.scenarios;
      const ground = this.ground(own);
      const result = this.search(ground, { only, anyWill, untilS: bounds && i > 0 ? untilS - ownS * BOUND_SHARE : untilS });
      if (only) {
        const proved = result.status === 'optimal' || result.status === 'infeasible';
        return { proved, leastCost: result.status === 'infeasible' ? Infinity : result.bound[0] };
      }
      if (bounds) {
        const least = this.leastAfter(own, leastHard, result, untilS);
        leastHard.set(id, least);
        if (ends === 'demolding') leastCost = Math.max(leastCost, least);
      }
      if (!result.best) return { proved: false, leastCost };
      plan = ground.finishedPlan(result.best.choices, result.best.demoldS);
      done.push(evaluateSection(plan, cards, id, done, new Map()));
    }
    this.better(plan, null);
    return { proved: false, leastCost };
  }

  private search(
    ground: SectionGround,
    { only, anyWill, untilS, parts }: { readonly only: boolean; readonly anyWill: boolean; readonly untilS: number; readonly parts?: number },
  ): SearchResult {
    let any = false;
    const before = this.evaluated;
    const result = bestFirst(ground, {
      dive: true,
      ...(parts === undefined ? {} : { parts }),
      ...(only && this.best ? { beat: this.best.cost } : {}),
      shouldStop: () => {
        this.evaluated += 1;
        this.options.onProgress?.(this.evaluated);
        return this.hopeless || this.late || (anyWill && any) || this.options.elapsedS() >= untilS;
      },
      onBetter: ({ choices, demoldS }, bound) => {
        any = true;
        if (only) this.better(ground.finishedPlan(choices, demoldS), bound);
      },
    });
    this.evaluated = before + result.evaluated;
    if (!result.best && this.rules.length === 0) this.rules = [...ground.ruledOut.values()];
    return result;
  }

  /** No plan has a section hard, or off, earlier: it begins no sooner than what it waits for is hard at the soonest, and nobody is busy elsewhere [h]. */
  private leastAfter(own: GroundQuestion, leastHard: ReadonlyMap<string, number>, result: SearchResult, untilS: number): number {
    const { plan, sectionId } = own;
    // Laid at some time before it is hard: that bounds nothing.
    const times = new Map([...leastHard].map(([id, hardH]) => [id, { laidMin: 0, hardMin: hardH * 60 }] as const));
    const begins = beginningBy(plan, sectionId, times, this.question.cards);
    const fromMin = Math.max(this.question.task.fromMin ?? 0, begins.fromMin);
    const boundOf = ({ status, best, bound }: SearchResult): number => (status === 'optimal' && best ? best.cost[0] : bound[0]);
    if (own.done.length === 0) return boundOf(result);
    return boundOf(
      this.search(this.ground({ ...own, ...begins, fromMin }, true), {
        only: false,
        anyWill: false,
        parts: 1,
        untilS: Math.max(untilS, this.options.elapsedS() + 1),
      }),
    );
  }

  /** Judged again as finely as the page judges; kept where it is better than what there was. Sections that come off together wait for the last of them. */
  private better(planned: PlanDocument, bound: Cost | null): void {
    const off = this.laterDemolds(planned);
    const found = firstOf(off.length, (i) => this.foundAt(off[i]));
    if (!found || (this.best && compareCosts(found.cost, this.best.cost) >= 0)) return;
    this.best = found;
    this.options.onBetter?.(found, bound ? Math.max(0, (found.cost[0] - bound[0]) / found.cost[0]) : 1);
  }

  private foundAt(plan: PlanDocument): End<FoundPlan> {
    const { cards, lifted = new Set<LimitClass>() } = this.question;
    const sections = evaluateMold(plan, cards);
    const stops = sections.flatMap(({ verdicts }) => verdicts).filter(({ level, kind }) => level === 'stop' && !lifted.has(limitOf(kind)));
    if (stops.some(({ kind }) => limitOf(kind) !== 'demold')) return { answer: 'no' };
    if (stops.length > 0) return { answer: 'later' };
    const answer = sections.length > 1 ? this.accept(plan, sections) : 'yes';
    return answer === 'yes' ? { answer, plan, sections, cost: this.costOf(plan, sections), demoldMin: lastDemoldMin(plan) } : { answer };
  }

  /** The plan, and with all demolding on the next moments of the grid at which somebody is there. */
  private laterDemolds(plan: PlanDocument): PlanDocument[] {
    const { gridMin } = this.question.task;
    const spells = spellsOf({ ...this.question, plan })(1);
    const next = (fromMin: number): number | undefined => {
      for (const [opens, closes] of spells) {
        const at = Math.ceil(Math.max(fromMin, opens) / gridMin) * gridMin;
        if (at <= closes) return at;
      }
      return undefined;
    };
    const found = [plan];
    while (found.length < MOST_DEMOLDINGS) {
      const { demolds } = found[found.length - 1];
      const later = demolds.map(({ atMin }) => next(atMin + 1));
      if (later.some((atMin) => atMin === undefined)) break;
      found.push({ ...plan, demolds: demolds.map((demold, i) => ({ ...demold, atMin: later[i] ?? demold.atMin })) });
    }
    return found;
  }

  private costOf(plan: PlanDocument, sections: readonly SectionEvaluation[]): Cost {
    const { task, cards } = this.question;
    const weights = WEIGHTS[task.objective];
    const demoldH = lastDemoldMin(plan) / 60;
    const handsH = sections.reduce(
      (sum, { id }) => sum + handsOf(plan, id, cards).reduce((own, { people, spell }) => own + (people * (spell[1] - spell[0])) / 60, 0),
      0,
    );
    const shape = Math.max(0, ...sections.map(shapeOf));
    return [weights.demold * demoldH + weights.hands * handsH + weights.shape * shape, demoldH, handsH];
  }

  /** What the calendar alone allows, section by section. */
  private leastOf(plan: PlanDocument, order: readonly string[]): number {
    const { demold, hands } = WEIGHTS[this.question.task.objective];
    const each = order.map((sectionId) =>
      this.ground({ plan, sectionId, done: [], releaseMin: null, fromMin: this.question.task.fromMin ?? 0, only: false, ends: 'demolding' }).least(),
    );
    return demold * Math.max(...each.map(({ demoldH }) => demoldH)) + hands * each.reduce((sum, { handsH }) => sum + handsH, 0);
  }
}

/** Joint steps come as soon as what is before them allows: sections that move take them along. */
function freedJoints(plan: PlanDocument, order: readonly string[]): PlanDocument {
  if (order.length < 2) return plan;
  return { ...plan, joints: plan.joints.map((joint) => ({ ...joint, startMin: null })) };
}

const lastDemoldMin = ({ demolds }: PlanDocument): number => Math.max(...demolds.map(({ atMin }) => atMin));

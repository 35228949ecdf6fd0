import { warmerShop } from '../plan/shop-air.js';
import { evaluateMold, evaluateSection, sectionTimes, type SectionEvaluation } from '../judging/evaluate-mold.js';
import { moldObjections } from '../judging/mold-objections.js';
import { aroundMold } from '../judging/worst-of-plan.js';
import { jointMinutes, jointSchedule } from '../joints/joint-schedule.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { Objection } from '../plan/objection.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { releaseSchedule } from '../release/release-schedule.js';
import { sectionNamed, sectionOf } from '../plan/section-view.js';
import { bestFirst, compareCosts, type Cost, type SearchResult, type SearchStatus } from '../planner/best-first.js';
import { assumedSpells, openSpells, presence, spellsWith, without, type Spell } from '../shop/shop-hours.js';
import type { ShopCalendar } from '../shop/shop-calendar.js';
import { DAY_MIN } from '../shop-time/shop-clock.js';
import { comesBefore, placesInOrder } from './order.js';
import { ScenarioSet } from './robust.js';
import { limitOf } from './limits.js';
import { SectionGround, shapeOf } from './section-ground.js';
import { handsOf } from './session-hands.js';
import type { Accepted } from './section-question.js';
import { AS_PLANNED, type Way } from './section-items.js';
import { WEIGHTS, type LimitClass, type PlanTask } from './task.js';

/** What the planner is asked. */
export interface PlanQuestion {
  readonly plan: PlanDocument;
  readonly cards: CardLibrary;
  /** Left out: by the hours that the plan assumes, with nobody named */
  readonly shop?: ShopCalendar;
  /** When people of the shop are at other work [min on the plan's clock] */
  readonly busy?: readonly { readonly people: number; readonly spell: Spell }[];
  readonly task: PlanTask;
  readonly lifted?: ReadonlySet<LimitClass>;
}

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

const CATALYST_PCT = 0.25;
/** A warmer shop: heated by day and night, so that it swings less. */
const WARMER_K = 3;
const STEADIER = 0.5;

/** Every way in which a session may be laid; the first is as planned. */
export function waysOf({ catalyst, joints, people }: PlanTask['vary'], plan: PlanDocument): Way[] {
  const catalysts = catalyst ? [0, -CATALYST_PCT, CATALYST_PCT] : [0];
  const most = people ?? 0;
  const crews = [null, ...Array.from({ length: most }, (_, i) => i + 1).filter((n) => n >= Math.min(most, plan.mix?.people ?? 2))];
  const found = catalysts.flatMap((catalystPct) =>
    (joints ? [false, true] : [false]).flatMap((abraded) => crews.map((crew): Way => ({ catalystPct, abraded, people: crew }))),
  );
  return found.length > 0 ? found : [AS_PLANNED];
}

/** The plan in each air that the shop may be given. */
function inEachAir(plan: PlanDocument, { air }: PlanTask['vary']): PlanDocument[] {
  const { climate } = plan.assumed;
  const others = [
    { ...climate, fan: !climate.fan },
    { ...warmerShop(climate, WARMER_K), swingC: climate.swingC * STEADIER },
  ];
  return [plan, ...(air ? others.map((one) => ({ ...plan, assumed: { ...plan.assumed, climate: one } })) : [])];
}

/** Spells by how many people are needed. */
export function spellsOf({ plan, shop, task, busy = [], lifted }: PlanQuestion): (people: number, who?: readonly string[]) => Spell[] {
  const span: Spell = [0, daysLookedAt(task, plan) * DAY_MIN];
  if (lifted?.has('hours')) return () => [span];
  const taken = busy.map(({ spell }) => spell);
  if (!shop) {
    const spells = assumedSpells({ startDate: plan.startDate, hours: plan.assumed.hours }, span);
    return () => without(spells, taken);
  }
  const open = openSpells(shop, plan.startDate, span);
  if (shop.people.length === 0) return () => without(open, taken);
  const there = shop.people.map((person) => presence(shop, person, plan.startDate, span));
  const byName = new Map(shop.people.map((person, i) => [person.name, there[i]]));
  return (people, who = []) => {
    // Who is named must be there; the others are anybody.
    const named = who.flatMap((name) => {
      const own = byName.get(name);
      return own ? [own] : [];
    });
    // So many more must be there where others need some at the same time.
    const enough = spellsWith(there, people);
    const free = named.length === 0 ? enough : both(enough, spellsWith(named, named.length));
    return busy.reduce<Spell[]>((left, { people: away, spell }) => {
      const stillEnough = spellsWith(there, people + away);
      const [from, to] = spell;
      const inside = stillEnough.flatMap(([a, b]): Spell[] => (Math.max(a, from) < Math.min(b, to) ? [[Math.max(a, from), Math.min(b, to)]] : []));
      return without(left, without([spell], inside));
    }, free);
  };
}

const both = (a: readonly Spell[], b: readonly Spell[]): Spell[] =>
  a.flatMap(([from, to]) => b.flatMap(([x, y]): Spell[] => (Math.max(from, x) < Math.min(to, y) ? [[Math.max(from, x), Math.min(to, y)]] : [])));

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
}

class Planner {
  private evaluated = 0;
  private best: FoundPlan | null = null;
  private rules: readonly Objection[] = [];
  private hopeless = false;
  private readonly baseRules: ReadonlySet<string>;
  private readonly scenarios: ScenarioSet | null;

  /** For one of several sections, so that all together are likely to be enough */
  private readonly part: ScenarioSet | null;
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
    const count = plan.sections.filter(({ sessions }) => sessions.length > 0).length;
    this.part = this.scenarios && task.chance !== undefined ? new ScenarioSet(cards, task.seed, 1 - (1 - task.chance) / count) : null;
    this.baseRules = new Set(this.ruleStops(plan, evaluateMold(plan, cards)).map(({ id }) => id));
  }

  private get late(): boolean {
    return this.options.elapsedS() >= this.question.task.timeLimitS || (this.options.shouldStop?.() ?? false);
  }

  run(): PlanAnswerOf {
    const { plan, task } = this.question;
    const laid = plan.sections.filter(({ sessions }) => sessions.length > 0).map(({ id }) => id);
    const orders = task.vary.order ? placesInOrder(plan, laid) : [laid];
    const tries = inEachAir(plan, task.vary).flatMap((inAir) => orders.map((order) => ({ inAir, order })));
    if (laid.length > 1)
      for (const { inAir, order } of tries) if (!this.best && !this.late && !this.hopeless) this.inOrder(inAir, order, { anyWill: true });
    let least = Infinity;
    let proved = true;
    for (const [i, { inAir, order }] of tries.entries()) {
      const shareS = (task.timeLimitS - this.options.elapsedS()) / (tries.length - i);
      const passed = this.hopeless || this.late ? null : this.inOrder(inAir, order, { anyWill: false, shareS });
      proved &&= passed?.proved ?? false;
      least = Math.min(least, Math.max(this.leastOf(inAir, order), passed?.leastCost ?? 0));
    }
    const cost = this.best?.cost[0] ?? 0;
    const gap = this.best ? (proved ? 0 : Math.max(0, (cost - least) / cost)) : null;
    return { status: this.statusOf(gap, proved || !Number.isFinite(least)), found: this.best, evaluated: this.evaluated, gap, rules: this.rules };
  }

  private statusOf(gap: number | null, nothingLeft: boolean): SearchStatus {
    if (this.best) return gap !== null && gap <= 1e-9 ? 'optimal' : 'feasible';
    return this.hopeless || nothingLeft ? 'infeasible' : 'stopped';
  }

  private ground({ plan, sectionId, done, releaseMin, fromMin, only, ends }: GroundQuestion, alone = false): SectionGround {
    const { cards, task, lifted = new Set<LimitClass>() } = this.question;
    // Without the hands of the other sections: no plan is quicker.
    const busy = [...(this.question.busy ?? []), ...(alone ? [] : done.flatMap((one) => handsOf(plan, one.id, cards)))];
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
      clear: task.clear,
      lifted,
      scenarios: only ? this.scenarios : this.part,
      accept: (found, section) => (only ? this.accept(found, [section]) : this.keepsPart(section)),
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

  private keepsPart(section: SectionEvaluation): Accepted {
    const judged = this.part?.judge([section]) ?? 'enough';
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
  private inOrder(start: PlanDocument, order: readonly string[], { anyWill, shareS = Infinity }: Pass): Passed {
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
      const own: GroundQuestion = { plan, sectionId: id, done, releaseMin, fromMin: Math.max(task.fromMin ?? 0, fromMin), only, ends };
      const untilS = this.options.elapsedS() + (Math.min(shareS, task.timeLimitS) - (this.options.elapsedS() - begun)) / (order.length - i);
      const ground = this.ground(own);
      const result = this.search(ground, { only, anyWill, untilS });
      if (only) {
        const proved = result.status === 'optimal' || result.status === 'infeasible';
        return { proved, leastCost: result.status === 'infeasible' ? Infinity : result.bound[0] };
      }
      // What is asked of each section by itself where a probability is wanted is more than must be: it bounds nothing.
      if (!anyWill && task.objective === 'earliest' && !this.part) {
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
    { only, anyWill, untilS }: { readonly only: boolean; readonly anyWill: boolean; readonly untilS: number },
  ): SearchResult {
    let any = false;
    const before = this.evaluated;
    const result = bestFirst(ground, {
      dive: true,
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
    return result;
  }

  /** No plan has a section hard, or off, earlier: it begins no sooner than what it waits for is hard at the soonest, and nobody is busy elsewhere [h]. */
  private leastAfter(own: GroundQuestion, leastHard: ReadonlyMap<string, number>, result: SearchResult, untilS: number): number {
    const { plan, sectionId } = own;
    const free = comesBefore(plan, sectionId).map((id) => (leastHard.get(id) ?? 0) * 60 + jointsBetweenMin(plan, id, sectionId));
    const begins = beginningAfter(plan, sectionId, Math.max(0, ...free), this.question.cards);
    const fromMin = Math.max(this.question.task.fromMin ?? 0, begins.fromMin);
    const boundOf = ({ status, best, bound }: SearchResult): number => (status === 'optimal' && best ? best.cost[0] : bound[0]);
    if (own.done.length === 0) return boundOf(result);
    return boundOf(
      this.search(this.ground({ ...own, ...begins, fromMin }, true), {
        only: false,
        anyWill: false,
        untilS: Math.max(untilS, this.options.elapsedS() + 1),
      }),
    );
  }

  /** Judged again as finely as the page judges; kept where it is better than what there was. */
  private better(planned: PlanDocument, bound: Cost | null): void {
    const { cards, lifted = new Set<LimitClass>() } = this.question;
    let plan = planned;
    for (let tries = 0; tries < 96; tries++) {
      const sections = evaluateMold(plan, cards);
      const stops = sections.flatMap(({ verdicts }) => verdicts).filter(({ level, kind }) => level === 'stop' && !lifted.has(limitOf(kind)));
      if (stops.length === 0) {
        const accepted = sections.length > 1 ? this.accept(plan, sections) : 'yes';
        if (accepted === 'no') return;
        if (accepted === 'later') {
          const later = this.laterDemold(plan);
          if (!later) return;
          plan = later;
          continue;
        }
        const found = { plan, sections, cost: this.costOf(plan, sections), demoldMin: lastDemoldMin(plan) };
        if (this.best && compareCosts(found.cost, this.best.cost) >= 0) return;
        this.best = found;
        this.options.onBetter?.(found, bound ? Math.max(0, (found.cost[0] - bound[0]) / found.cost[0]) : 1);
        return;
      }
      // Sections that come off together wait for the last of them.
      if (stops.some(({ kind }) => limitOf(kind) !== 'demold')) return;
      const next = this.laterDemold(plan);
      if (!next) return;
      plan = next;
    }
  }

  /** All demolding on the next moment of the grid at which somebody is there. */
  private laterDemold(plan: PlanDocument): PlanDocument | null {
    const { task } = this.question;
    const spells = spellsOf({ ...this.question, plan })(1);
    const next = (fromMin: number): number | undefined => {
      for (const [opens, closes] of spells) {
        const at = Math.ceil(Math.max(fromMin, opens) / task.gridMin) * task.gridMin;
        if (at <= closes) return at;
      }
      return undefined;
    };
    const demolds = plan.demolds.map((demold) => ({ ...demold, atMin: next(demold.atMin + 1) ?? Infinity }));
    return demolds.some(({ atMin }) => !Number.isFinite(atMin)) ? null : { ...plan, demolds };
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

/** Days that a task looks at. */
export const daysLookedAt = ({ days }: Pick<PlanTask, 'days'>, { demolds }: Pick<PlanDocument, 'demolds'>): number =>
  days ?? Math.min(60, Math.ceil(Math.max(...demolds.map(({ atMin }) => atMin)) / DAY_MIN) + 2);

/** Joint steps come as soon as what is before them allows: sections that move take them along. */
function freedJoints(plan: PlanDocument, order: readonly string[]): PlanDocument {
  if (order.length < 2) return plan;
  return { ...plan, joints: plan.joints.map((joint) => ({ ...joint, startMin: null })) };
}

const lastDemoldMin = ({ demolds }: PlanDocument): number => Math.max(...demolds.map(({ atMin }) => atMin));

/** When a section's release may begin and its first session after it [min on the plan's clock]. */
export interface Beginning {
  /** null: as planned, or there is none */
  readonly releaseMin: number | null;
  readonly fromMin: number;
}

/** A section that has to wait is released as soon as it may be; one that has not, as planned. Gel coat comes when the release is through. */
function beginningAfter(plan: PlanDocument, id: string, freeMin: number, cards: CardLibrary): Beginning {
  const view = sectionOf(plan, id);
  const { release } = view;
  if (!release) return { releaseMin: null, fromMin: freeMin };
  const releaseMin = freeMin > 0 ? Math.ceil(freeMin) : null;
  const { gateMin } = releaseSchedule(view, releaseMin === null ? release : { ...release, startMin: releaseMin }, cards);
  return { releaseMin, fromMin: Math.max(freeMin, gateMin) };
}

/** Hands at the joint steps that lie between two sections [min]. */
function jointsBetweenMin(plan: PlanDocument, first: string, second: string): number {
  const parting = (plan.mold.design?.partings ?? []).find(
    ({ firstSectionId, secondSectionId }) => firstSectionId === first && secondSectionId === second,
  );
  if (!parting) return 0;
  return plan.joints
    .filter(({ kind, partingId }) => partingId === parting.id && kind === 'flange released')
    .reduce((sum, joint) => sum + jointMinutes(plan, joint, parting), 0);
}

/** When a section may begin: what it comes after is laid, the flange it lies against is hard, cleaned and released. */
export function beginningOf(plan: PlanDocument, id: string, done: readonly SectionEvaluation[], cards: CardLibrary): Beginning {
  const times = sectionTimes(done, cards);
  const section = sectionNamed(plan, id);
  const after = section.after === undefined ? undefined : times.get(section.after);
  const there = { ...plan, sections: plan.sections.filter((one) => one.id === id || times.has(one.id)) };
  const flange = jointSchedule(there, times)
    .filter(({ joint, second }) => joint.kind === 'flange released' && second.id === id)
    .map(({ endMin }) => endMin);
  return beginningAfter(plan, id, Math.max(0, after?.laidMin ?? 0, ...flange), cards);
}

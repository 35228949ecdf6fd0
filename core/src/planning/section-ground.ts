import { simulateGrowth } from '../growth/simulate-growth.js';
import type { GrowthResult } from '../growth/growth-result.js';
import { arePlacesApart, judgePlan, worseOf } from '../judging/evaluate-plan.js';
import { evaluateSection, FIELD, flangeUnder, type SectionEvaluation } from '../judging/evaluate-mold.js';
import type { Verdict } from '../judging/verdicts/verdict.js';
import { levelIn } from '../judging/verdicts/window-verdicts.js';
import { cardOf, type CardLibrary } from '../plan/card-library.js';
import { layingSeconds, peopleAt, pliesArrive } from '../plan/laying.js';
import { placeLayers } from '../plan/placed-layer.js';
import { planToCase } from '../plan/plan-to-case.js';
import type { PlanDocument, PlanSection } from '../plan/plan-document.js';
import type { PlanLayer, SectionPlan } from '../plan/section-plan.js';
import { sectionNamed } from '../plan/section-view.js';
import { fieldOf, zoneOf, type NeighborFlange } from '../plan/zone-view.js';
import { zoneLayer } from '../plan/zones.js';
import { SAME_S, type Choice, type Cost, type Finished, type Ground, type Grown, type Next, type State } from '../planner/best-first.js';
import { growthState } from '../planner/growth-state.js';
import type { Spell } from '../shop/shop-hours.js';
import { lateJoint, preparationOf, preparations } from '../stack/preparation.js';
import { jointWindow, plannedAt, type JointWindow } from '../windows/joint-window.js';
import { demoldedAt, ovenAfter } from './after-laying.js';
import { isAgainst, LIMIT_OF } from './limits.js';
import { AS_PLANNED, chosenSessions, movedCatalyst, sectionItems, sizesAfter, type SectionItem, type Way } from './section-items.js';
import type { ScenarioSet } from './robust.js';
import type { LimitClass, Weights } from './task.js';

/** Setting up before a session, cleaning up after it, by everybody (as the steps say) [min]. */
const SET_UP_MIN = 20;
const CLEAN_MIN = 15;
/** Longest step, so that what is read between frames is close [s]. */
const MAX_STEP_S = 1800;
/** Scenarios are a little coarser; what they vary by is far wider than that [K]. */
const SCENARIO_K = 0.4;
/** Looked at while it grows, besides as many as may fail. */
const SCENARIOS_MORE = 8;
/** Moments at which a finished stack is asked whether it may come off. */
const MOST_DEMOLDINGS = 256;
const HOUR_S = 3600;
const DAY_S = 24 * HOUR_S;

/** What is said of a finished plan; later: the mold would have to stay on longer. */
export type Accepted = 'yes' | 'later' | 'no';

/** What a search over one section is given. */
export interface SectionQuestion {
  /** Its other sections are as they are */
  readonly plan: PlanDocument;
  readonly cards: CardLibrary;
  readonly sectionId: string;
  /** Sections that are planned, whose flanges it may be laid against */
  readonly done: readonly SectionEvaluation[];
  /** When so many people, and those who are named, are there and free [min] */
  readonly spells: (people: number, who: readonly string[]) => readonly Spell[];
  /** Nothing begins before [min] */
  readonly fromMin: number;
  /** Its release begins then; null: as planned */
  readonly releaseMin: number | null;
  readonly horizonMin: number;
  readonly gridMin: number;
  readonly pliesMayMove: boolean;
  /** Sessions that stay where they are */
  readonly locked: ReadonlySet<string>;
  readonly ways: readonly Way[];
  readonly weights: Weights;
  /** What its cost is: as weighed, or only when the next section may go on its flange */
  readonly ends: 'demolding' | 'hard';
  /** Limits are to be kept clear of: no care either, where a limit has a margin for it */
  readonly clear: boolean;
  /** Limits that are not asked, to find out which ones clash */
  readonly lifted: ReadonlySet<LimitClass>;
  /** What it must be kept in, in most; null: only as planned */
  readonly scenarios: ScenarioSet | null;
  /** Asked of a finished plan last of all */
  readonly accept: (plan: PlanDocument, section: SectionEvaluation) => Accepted;
}

/** What a later session, or the end, may still put right. */
const MAY_MEND: ReadonlySet<LimitClass> = new Set(['activation', 'demold', 'oven']);

/** The windows onto what was laid last in a zone, at the places laid first and last. */
interface ZoneWindows {
  readonly view: SectionPlan;
  readonly windows: readonly (JointWindow | null)[];
}

/** One zone of what was laid so far. */
interface GrownZone extends ZoneWindows {
  readonly places: readonly GrowthResult[];
}

/** A section on which nothing more is laid. */
export interface GrownSection extends Grown {
  readonly zones: readonly GrownZone[];
  /** Scenarios in which some joint below it was not as it must be */
  readonly lost: ReadonlySet<number>;
  readonly scenarioWindows: () => readonly ScenarioWindows[];
}

/** The window onto what was laid last, as one scenario has it. */
interface ScenarioWindows {
  readonly index: number;
  /** Something became too hot at this moment [s]; Infinity: nothing */
  readonly hotS: number;
  readonly windows: readonly (readonly (JointWindow | null)[])[];
}

/** Everything a section's search asks, with the real limits. */
export class SectionGround implements Ground<GrownSection> {
  /** Bow and print-through depend on the whole past. */
  readonly merges: boolean;
  readonly sectionItems: readonly SectionItem[];
  private readonly section: PlanSection;
  private readonly field: SectionPlan;
  private readonly nextsAt = new Map<number, readonly Next[]>();
  private readonly takes = new Map<string, number>();
  private readonly lastArrivals = new Map<string, number>();
  private readonly spellsFor = new Map<string, readonly Spell[]>();
  private readonly flanges = new Map<string, NeighborFlange | undefined>();
  private readonly leastHoldS: number;
  private readonly watchS: number;

  constructor(private readonly asked: SectionQuestion) {
    const { plan, sectionId, pliesMayMove, weights } = asked;
    this.section = sectionNamed(plan, sectionId);
    this.field = fieldOf(plan, sectionId);
    this.sectionItems = sectionItems(this.section, pliesMayMove);
    this.merges = weights.shape === 0 && asked.scenarios === null;
    const limits = [...new Set(this.section.sessions.flatMap(({ layers }) => layers.map(({ cardId }) => cardId)))].map(
      (id) => cardOf(asked.cards, id).limits,
    );
    this.watchS = Math.min(3 * DAY_S, Math.max(DAY_S, ...limits.map(({ bondClosesH }) => bondClosesH * HOUR_S)));
    const last = this.section.sessions.at(-1)?.layers.at(-1);
    const hours = last && cardOf(asked.cards, last.cardId).limits.demoldAfter?.hours;
    // A layer that became warm may come off after half of its sheet's hours, never sooner.
    this.leastHoldS = ((hours ?? 0) / 2) * HOUR_S;
  }

  get items(): number {
    return this.sectionItems.length;
  }

  /** What is laid at this place of the order: sizes and ways. */
  nexts(laid: number): readonly Next[] {
    const known = this.nextsAt.get(laid);
    if (known) return known;
    const { ways, cards, locked } = this.asked;
    const found = sizesAfter(this.sectionItems, laid).flatMap((count) => {
      const own = this.sectionItems.slice(laid, laid + count);
      const sessions = new Set(own.map(({ session }) => session.id));
      const after = this.sectionItems.at(laid + count);
      // A locked session is laid as it is: nothing of it apart, nothing with it.
      if ([...sessions].some((id) => locked.has(id)) && (sessions.size > 1 || !own[0].first || after?.session.id === own[0].session.id)) return [];
      return ways.flatMap((way, w): Next[] => (this.wayFits(own, laid, way, cards) ? [{ count, way: w }] : []));
    });
    this.nextsAt.set(laid, found);
    return found;
  }

  /** Sizes and ways as planned come first. */
  unusual(laid: number, { count, way = 0 }: Next): number {
    const { session } = this.sectionItems[laid];
    const planned = this.sectionItems.filter((item) => item.session === session).length;
    return Math.abs(count - planned) + (way === 0 ? 0 : 1);
  }

  private wayFits(own: readonly SectionItem[], laid: number, way: Way, cards: CardLibrary): boolean {
    const isLocked = this.asked.locked.has(own[0].session.id);
    if (isLocked) return way === this.asked.ways[0];
    if (way.abraded && (laid === 0 || own[0].layers[0].start !== undefined)) return false;
    if (way.people !== null && way.people === peopleAt(own[0].session, this.field)) return false;
    if (way.catalystPct === 0) return true;
    return own.some(({ layers }) => layers.some((layer) => movedCatalyst(layer, way.catalystPct, cards) !== null));
  }

  private way({ way = 0 }: Next): Way {
    return this.asked.ways[way] ?? AS_PLANNED;
  }

  private peopleOf(laid: number, next: Next): number {
    return this.way(next).people ?? peopleAt(this.sectionItems[laid].session, this.field);
  }

  /** Session as it would be laid, by itself. */
  private sessionOf(laid: number, next: Next, startS = 0): PlanSection['sessions'][number] {
    const own = this.sectionItems.slice(laid, laid + next.count);
    return chosenSessions(this.section, own, [{ ...next, startS }], this.asked.ways, this.asked.cards).sessions[0];
  }

  /** Of laying alone [s]. */
  private layS(laid: number, next: Next): number {
    const key = `${String(laid)} ${String(next.count)} ${String(next.way)}`;
    const known = this.takes.get(key);
    if (known !== undefined) return known;
    const took = layingSeconds(this.sessionOf(laid, next), this.field, this.asked.cards);
    this.takes.set(key, took);
    return took;
  }

  /** Hands before it: set up, pots, and what is done to the surface below [s]. */
  private beforeS(laid: number, next: Next): number {
    const first = this.sectionItems[laid].layers[0];
    const preparation = this.way(next).abraded ? preparations.find(({ start }) => start === 'abraded') : laid > 0 ? preparationOf(first) : null;
    const minutes = preparation ? (preparation.minutesPerM2 * this.field.areaM2) / this.peopleOf(laid, next) : 0;
    return (SET_UP_MIN + minutes) * 60;
  }

  takesS(laid: number, next: Next): number {
    return this.layS(laid, next) + CLEAN_MIN * 60;
  }

  starts(laid: number, next: Next, fromS: number, untilS: number): readonly number[] {
    const { locked, gridMin } = this.asked;
    const { session } = this.sectionItems[laid];
    if (locked.has(session.id)) {
      const at = session.startMin * 60;
      return at >= fromS - SAME_S && at <= untilS ? [at] : [];
    }
    const [beforeS, takesS, gridS] = [this.beforeS(laid, next), this.takesS(laid, next), gridMin * 60];
    const found: number[] = [];
    for (const [opens, closes] of this.spells(this.peopleOf(laid, next), this.whoAt(laid))) {
      const last = Math.min(untilS, closes * 60 - takesS);
      const first = Math.max(fromS + (laid > 0 ? beforeS : 0), opens * 60 + beforeS, this.asked.fromMin * 60);
      for (let at = Math.ceil((first - SAME_S) / gridS) * gridS; at <= last + SAME_S; at += gridS) found.push(at);
    }
    return found;
  }

  private spells(people: number, who: readonly string[]): readonly Spell[] {
    const key = `${String(people)} ${who.join('|')}`;
    const known = this.spellsFor.get(key);
    if (known) return known;
    const found = this.asked.spells(people, who);
    this.spellsFor.set(key, found);
    return found;
  }

  /** Who is named for a session, or for the build. */
  private whoAt(laid: number): readonly string[] {
    return this.sectionItems[laid].session.who ?? this.field.mix?.crew ?? [];
  }

  private firstStart(laid: number, next: Next, fromS: number): number | undefined {
    const { locked, gridMin } = this.asked;
    const { session } = this.sectionItems[laid];
    if (locked.has(session.id)) return session.startMin * 60 >= fromS - SAME_S ? session.startMin * 60 : undefined;
    const [beforeS, takesS, gridS] = [this.beforeS(laid, next), this.takesS(laid, next), gridMin * 60];
    for (const [opens, closes] of this.spells(this.peopleOf(laid, next), this.whoAt(laid))) {
      const first = Math.max(fromS + (laid > 0 ? beforeS : 0), opens * 60 + beforeS, this.asked.fromMin * 60);
      const at = Math.ceil((first - SAME_S) / gridS) * gridS;
      if (at + takesS <= closes * 60 + SAME_S) return at;
    }
    return undefined;
  }

  /** No way of laying the rest from a time on ends earlier [s]; Infinity: the spells are not enough. */
  lastLaidS(laid: number, fromS: number): number {
    if (laid === this.items) return fromS;
    const gridS = this.asked.gridMin * 60;
    // Rounded down to the grid: what is said holds for every moment that has the same key.
    const from = Math.floor((fromS + SAME_S) / gridS) * gridS;
    const key = `${String(laid)} ${String(from)}`;
    const known = this.lastArrivals.get(key);
    if (known !== undefined) return known;
    let best = Infinity;
    for (const next of this.nexts(laid)) {
      const startS = this.firstStart(laid, next, from);
      if (startS !== undefined) best = Math.min(best, this.lastLaidS(laid + next.count, startS + this.takesS(laid, next)));
    }
    this.lastArrivals.set(key, best);
    return best;
  }

  /** Hands at a session, set up and cleaned up [person-hours]. */
  private handsH(laid: number, next: Next): number {
    const people = this.peopleOf(laid, next);
    return (people * (this.beforeS(laid, next) + this.takesS(laid, next))) / HOUR_S;
  }

  private readonly leastHands = new Map<number, number>();
  private leastHandsH(laid: number): number {
    if (laid === this.items) return 0;
    const known = this.leastHands.get(laid);
    if (known !== undefined) return known;
    const least = Math.min(...this.nexts(laid).map((next) => this.handsH(laid, next) + this.leastHandsH(laid + next.count)));
    this.leastHands.set(laid, least);
    return least;
  }

  handsOf(choices: readonly Choice[]): number {
    let [laid, hours] = [0, 0];
    for (const choice of choices) {
      hours += this.handsH(laid, choice);
      laid += choice.count;
    }
    return hours;
  }

  private costOf({
    demoldS,
    hardS,
    handsH,
    shape,
  }: {
    readonly demoldS: number;
    readonly hardS: number;
    readonly handsH: number;
    readonly shape: number;
  }): Cost {
    const { demold, hands, shape: byShape } = this.asked.weights;
    if (this.asked.ends === 'hard') return [hardS / HOUR_S, demoldS / HOUR_S, handsH];
    return [(demold * demoldS) / HOUR_S + hands * handsH + byShape * shape, demoldS / HOUR_S, handsH];
  }

  bound(choices: readonly Choice[], laid: number): Cost {
    const last = choices[choices.length - 1];
    const lastS = this.lastLaidS(laid, last.startS + this.takesS(laid - last.count, last));
    return this.boundFrom(lastS - CLEAN_MIN * 60, this.handsOf(choices) + this.leastHandsH(laid));
  }

  /** Of no plan at all: hours until it may come off, and hours of hands. */
  least(): { readonly demoldH: number; readonly handsH: number } {
    const laidS = this.lastLaidS(0, this.asked.fromMin * 60) - CLEAN_MIN * 60;
    const demoldS = Number.isFinite(laidS) ? this.demoldings(laidS + this.leastHoldS, 1).at(0) : undefined;
    return { demoldH: (demoldS ?? Infinity) / HOUR_S, handsH: this.leastHandsH(0) };
  }

  private boundFrom(laidS: number, handsH: number): Cost {
    const demoldS = Number.isFinite(laidS) ? this.demoldings(laidS + this.leastHoldS, 1).at(0) : undefined;
    return demoldS === undefined ? [Infinity] : this.costOf({ demoldS, hardS: laidS, handsH, shape: 0 });
  }

  /** Moments on the grid at which the mold may come off, from a time on: somebody is there, an end included [s]. */
  private demoldings(fromS: number, most: number): number[] {
    const { gridMin, horizonMin } = this.asked;
    const gridS = gridMin * 60;
    const found: number[] = [];
    for (const [opens, closes] of this.spells(1, [])) {
      for (
        let at = Math.ceil((Math.max(fromS, opens * 60) - SAME_S) / gridS) * gridS;
        at <= Math.min(closes, horizonMin) * 60 + SAME_S;
        at += gridS
      ) {
        found.push(at);
        if (found.length >= most) return found;
      }
    }
    return found;
  }

  /** The plan with these sessions in the section, let go at a moment. */
  planOf(choices: readonly Choice[], demoldS: number): PlanDocument {
    const { plan, sectionId, ways, cards, releaseMin } = this.asked;
    const chosen = chosenSessions(this.section, this.sectionItems, choices, ways, cards);
    const { release } = this.section;
    const moved = release && releaseMin !== null ? { release: { ...release, startMin: releaseMin } } : {};
    return {
      ...plan,
      sections: plan.sections.map((one) => (one.id === sectionId ? { ...one, ...chosen, ...moved } : one)),
      demolds: demoldedAt(plan, sectionId, Math.ceil(demoldS / 60)),
    };
  }

  grow(choices: readonly Choice[], below: GrownSection | null): GrownSection {
    if (choices.length === 0) return this.bare();
    const { cards, sectionId } = this.asked;
    const endS = choices[choices.length - 1].startS + this.watchS;
    const whole = this.planOf(choices, endS);
    const plan = { ...whole, postCures: [] };
    const section = sectionNamed(plan, sectionId);
    const zones = [FIELD, ...section.zones.map(({ id }) => id)].map((zoneId, z): GrownZone => {
      const view = zoneId === FIELD ? fieldOf(plan, sectionId) : zoneOf(plan, sectionId, zoneId, this.flangeAt(zoneId));
      const before = below?.zones.at(z)?.places;
      const first = simulateGrowth(planToCase(view, cards, 'first'), { maxStepS: MAX_STEP_S }, before?.[0]);
      const lastCase = planToCase(view, cards, 'last');
      const apart = arePlacesApart(first.input, lastCase);
      const places = apart ? [first, simulateGrowth(lastCase, { maxStepS: MAX_STEP_S }, before?.at(-1))] : [first];
      return { view, places, windows: places.map((result) => topWindow(view, result, cards)) };
    });
    const converged = zones.every(({ places }) => places.every(({ status }) => status === 'converged'));
    const verdicts = converged ? zones.flatMap((zone) => this.verdictsOf(zone)) : [];
    const stops = verdicts.filter((verdict) => this.speaksAgainst(verdict) && !MAY_MEND.has(LIMIT_OF[verdict.kind]));
    const brokenS = stops.reduce((least, { kind, timeS }) => Math.min(least, LIMIT_OF[kind] === 'heat' ? timeS : -Infinity), Infinity);
    const laid = countLaid(choices);
    const last = choices[choices.length - 1];
    let windows: readonly ScenarioWindows[] | undefined;
    const grown = {
      zones,
      lost: below && below.zones.length > 0 ? this.lostIn(below, laid - last.count, last) : NONE_LOST,
      scenarioWindows: () => (windows ??= this.scenarioWindows(zones)),
    };
    return {
      ...grown,
      converged,
      brokenS: () => brokenS,
      closesS: () => endS,
      mayGoOn: (next, startS) =>
        this.fits(zones, laid, { ...next, startS }, this.asked.clear) &&
        this.lostIn(grown, laid, { ...next, startS }).size <= (this.asked.scenarios?.mayFail ?? Infinity),
      risk: (next, startS) => this.lostIn(grown, laid, { ...next, startS }).size,
      stateAt: (timeS) => stateOf(zones, timeS, cards),
    };
  }

  /** Nothing laid: the plugs in the shop's air, so that a first session days later may be known already. */
  private bare(): GrownSection {
    const { cards, sectionId, horizonMin } = this.asked;
    const plan = { ...this.planOf([], horizonMin * 60), postCures: [] };
    const zones = [FIELD, ...sectionNamed(plan, sectionId).zones.map(({ id }) => id)].map((zoneId): GrownZone => {
      const view = zoneId === FIELD ? fieldOf(plan, sectionId) : zoneOf(plan, sectionId, zoneId, this.flangeAt(zoneId));
      return { view, places: [simulateGrowth(planToCase(view, cards), { maxStepS: MAX_STEP_S })], windows: [] };
    });
    return { ...BARE, converged: zones.every(({ places }) => places[0].status === 'converged'), stateAt: (timeS) => stateOf(zones, timeS, cards) };
  }

  private flangeAt(zoneId: string): NeighborFlange | undefined {
    const { plan, cards, sectionId, done } = this.asked;
    if (!this.flanges.has(zoneId)) this.flanges.set(zoneId, flangeUnder(plan, cards, { sectionId, zoneId }, done));
    return this.flanges.get(zoneId);
  }

  private verdictsOf({ view, places }: GrownZone): readonly Verdict[] {
    const { cards } = this.asked;
    const [first, last] = places;
    const judged = judgePlan(view, cards, first);
    return (places.length > 1 ? worseOf(view, judged, judgePlan(view, cards, last)) : judged).verdicts;
  }

  /** Whether a limit is not kept as it is wanted. */
  private speaksAgainst({ level, kind }: Pick<Verdict, 'level' | 'kind'>): boolean {
    return isAgainst({ level, kind }, this.asked.clear) && !this.asked.lifted.has(LIMIT_OF[kind]);
  }

  /** Windows of what was laid last, and what became too hot, in the scenarios that are lost most often: what is lost there is lost. */
  private scenarioWindows(zones: readonly GrownZone[]): readonly ScenarioWindows[] {
    const { scenarios } = this.asked;
    if (!scenarios || this.asked.lifted.has('window')) return [];
    return scenarios.hardest(scenarios.mayFail + SCENARIOS_MORE).map((index): ScenarioWindows => {
      let hotS = Infinity;
      const windows = zones.map(({ view, places }) => {
        const { plan, cards, growth, lastGrowth } = scenarios.zoneIn(view, index);
        return [growth, lastGrowth].slice(0, places.length).map((grown) => {
          const result = simulateGrowth(grown, { maxStepS: MAX_STEP_S, toleranceK: SCENARIO_K });
          if (result.status !== 'converged') return null;
          for (const { level, kind, timeS } of judgePlan(plan, cards, result).verdicts)
            if (level === 'stop' && LIMIT_OF[kind] === 'heat') hotS = Math.min(hotS, timeS);
          return topWindow(plan, result, cards);
        });
      });
      return { index, hotS, windows };
    });
  }

  /** Scenarios that are lost when the next session begins at a moment, with those lost before. */
  private lostIn(grown: Pick<GrownSection, 'zones' | 'lost' | 'scenarioWindows'>, laid: number, next: Choice): ReadonlySet<number> {
    if (!this.asked.scenarios) return grown.lost;
    const now = new Set(grown.lost);
    for (const { index, hotS, windows } of grown.scenarioWindows()) {
      if (now.has(index)) continue;
      const varied = windows.map((own, z): ZoneWindows => ({ view: grown.zones[z].view, windows: own }));
      if (hotS <= next.startS || !this.fits(varied, laid, next, false)) now.add(index);
    }
    return now;
  }

  /** A session may begin at a moment, in every zone and at both places. */
  private fits(zones: readonly ZoneWindows[], laid: number, next: Choice, clear: boolean): boolean {
    if (this.asked.lifted.has('window')) return true;
    const session = this.sessionOf(laid, next, next.startS);
    return zones.every(({ view, windows }) => {
      const zone = view.zone && this.section.zones.find(({ id }) => id === view.zone?.id);
      const first = session.layers.find((layer) => !zone || !zoneLayer(zone, baseOf(layer, this.section)).out);
      const below = view.sessions.at(-1)?.layers.at(-1);
      if (!first || !below) return true;
      const late = lateJoint(first.start, below, cardOf(this.asked.cards, below.cardId));
      return windows.every((window, place) => {
        if (!window) return true;
        const arrivesS = pliesArrive(session, this.field, this.asked.cards, place === 0 ? 'first' : 'last')[session.layers.indexOf(first)][0];
        const level = levelIn(plannedAt(window, next.startS + arrivesS), late);
        return level === 'ok' || (level === 'care' && !clear);
      });
    });
  }

  finish(_grown: GrownSection, choices: readonly Choice[]): Finished | null {
    const { horizonMin, weights } = this.asked;
    const last = choices[choices.length - 1];
    const laidS = last.startS + this.layS(this.items - last.count, last);
    const oven = this.withOven(choices, horizonMin * 60, laidS);
    const fromS = Math.max(laidS + this.leastHoldS, oven.endMin * 60);
    const soonest = this.demoldings(fromS, 1).at(0);
    if (soonest === undefined) return null;
    const moments = this.demoldings(soonest, MOST_DEMOLDINGS);
    const ends = new Map<number, End>();
    const endAt = (i: number): End => {
      const known = ends.get(i) ?? this.endAt(oven.plan, moments[i]);
      ends.set(i, known);
      return known;
    };
    const first = firstOf(moments.length, endAt);
    if (first === null) return null;
    const { section } = endAt(first);
    if (!section) return null;
    const [{ evaluation }] = section.zones;
    const demoldS = moments[first];
    const hardS = Math.max(laidS, evaluation.trim?.untilS ?? laidS);
    return { cost: this.costOf({ demoldS, hardS, handsH: this.handsOf(choices), shape: weights.shape === 0 ? 0 : shapeOf(section) }), demoldS };
  }

  /** How a finished stack stands as it is let go at a moment. */
  private endAt(planned: PlanDocument, atS: number): End {
    const { sectionId, cards, done, accept } = this.asked;
    const plan: PlanDocument = { ...planned, demolds: demoldedAt(planned, sectionId, Math.round(atS / 60)) };
    const section = evaluateSection(plan, cards, sectionId, done, new Map(), { maxStepS: MAX_STEP_S });
    if (section.zones.some(({ evaluation }) => evaluation.result.status !== 'converged')) return { answer: 'no' };
    const against = section.verdicts.filter((verdict) => this.speaksAgainst(verdict));
    if (against.some(({ kind }) => LIMIT_OF[kind] !== 'demold')) return { answer: 'no' };
    if (against.length > 0) return { answer: 'later' };
    return { answer: accept(plan, section), section };
  }

  /** The plan that a finish was about, oven and demolding in their places. */
  finishedPlan(choices: readonly Choice[], demoldS: number): PlanDocument {
    const { sectionId, horizonMin } = this.asked;
    const last = choices[choices.length - 1];
    const laidS = last.startS + this.layS(this.items - last.count, last);
    const { plan } = this.withOven(choices, horizonMin * 60, laidS);
    return { ...plan, demolds: demoldedAt(plan, sectionId, Math.round(demoldS / 60)) };
  }

  /** The oven as long after the last session as it was planned to be. */
  private withOven(choices: readonly Choice[], demoldS: number, laidS: number): ReturnType<typeof ovenAfter> {
    const planned = this.section.sessions.at(-1)?.startMin ?? 0;
    const byMin = choices[choices.length - 1].startS / 60 - planned;
    return ovenAfter(this.planOf(choices, demoldS), this.asked.sectionId, { laidMin: laidS / 60, byMin });
  }

  clockOf(startS: number): number {
    return startS % DAY_S;
  }
}

const NONE_LOST: ReadonlySet<number> = new Set();

/** Nothing laid: when the first session begins is all that counts. */
const BARE: GrownSection = {
  zones: [],
  lost: NONE_LOST,
  scenarioWindows: () => [],
  converged: true,
  brokenS: () => Infinity,
  closesS: () => Infinity,
  mayGoOn: () => true,
  stateAt: (timeS): State => ({ tempK: Float64Array.of(timeS), cure: new Float64Array(1), laid: () => false, warmth: [] }),
};

const countLaid = (choices: readonly Choice[]): number => choices.reduce((sum, { count }) => sum + count, 0);

/** Key of the layer that a part was made of. */
function baseOf({ id }: PlanLayer, { sessions }: PlanSection): string {
  const ids = sessions.flatMap(({ layers }) => layers.map((layer) => layer.id));
  return ids.includes(id) ? id : (ids.find((one) => id.startsWith(`${one}-`)) ?? id);
}

/** Bow and print-through as the mold is let go: millimeters over a meter, and the index in tenths. */
function shapeOf({ distortion }: SectionEvaluation): number {
  if (!distortion) return 0;
  return Math.abs(distortion.bowPerMeterM) * 1000 + (distortion.print ? distortion.print.index / 10 : 0);
}

interface End {
  readonly answer: Accepted;
  readonly section?: SectionEvaluation;
}

/** First of some moments at which a mold may come off, if what has to wait only has to wait; null: none. Every answer is asked once. */
function firstOf(count: number, endAt: (i: number) => End): number | null {
  let [below, above, step] = [-1, 0, 1];
  while (endAt(above).answer !== 'yes') {
    if (endAt(above).answer === 'no' || above === count - 1) return null;
    below = above;
    above = Math.min(count - 1, above + step);
    step *= 2;
  }
  while (above - below > 1) {
    const middle = Math.floor((above + below) / 2);
    if (endAt(middle).answer === 'yes') above = middle;
    else below = middle;
  }
  return above;
}

/** The window onto what was laid last, at a place. */
function topWindow(view: SectionPlan, result: GrowthResult, cards: CardLibrary): JointWindow | null {
  const below = view.sessions.length - 1;
  const top = view.sessions.at(-1)?.layers.at(-1);
  if (!top || result.status !== 'converged') return null;
  const card = cardOf(cards, top.cardId);
  return jointWindow(result, {
    below,
    card,
    catalystPct: card.kinetics.c_ref === null ? null : top.catalystPct,
    plannedS: result.input.endS,
    pockets: view.shape?.pockets ?? false,
  });
}

/** Every zone at both places, one after the other. */
function stateOf(zones: readonly GrownZone[], timeS: number, cards: CardLibrary): State {
  const runs = zones.flatMap(({ view, places }) => places.map((result) => ({ view, result })));
  const states = runs.map(({ result }) => growthState(result, timeS));
  const isLaid = states.flatMap(({ tempK, laid }) => Array.from(tempK, (_, i) => laid(i)));
  return {
    tempK: Float64Array.from(states.flatMap(({ tempK }) => [...tempK])),
    cure: Float64Array.from(states.flatMap(({ cure }) => [...cure])),
    laid: (cell) => isLaid[cell],
    warmth: runs.flatMap(({ view, result }) =>
      placeLayers(view, result, cards).map(({ card, outcome }) => {
        const { activationC, demoldAfter } = card.limits;
        // A sheet's hours are shorter for what became warmer, up to this.
        const most = Math.max(activationC ?? 0, demoldAfter ? demoldAfter.atC + 30 : 0) + 273.15;
        return activationC === null && demoldAfter === null ? NaN : Math.min(outcome.coolestPeakK, most);
      }),
    ),
  };
}

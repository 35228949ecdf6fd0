import { simulateGrowth } from '../growth/simulate-growth.js';
import { arePlacesApart, judgePlan, worseOf } from '../judging/evaluate-plan.js';
import { evaluateSection, FIELD, flangeUnder, knownZones, type Known, type SectionEvaluation } from '../judging/evaluate-mold.js';
import type { Verdict } from '../judging/verdicts/verdict.js';
import { levelIn } from '../judging/verdicts/window-verdicts.js';
import { cardOf } from '../plan/card-library.js';
import { pliesArrive, type Place } from '../plan/laying.js';
import { planToCase } from '../plan/plan-to-case.js';
import type { PlanDocument, PlanSection } from '../plan/plan-document.js';
import type { PlanLayer } from '../plan/section-plan.js';
import { sectionNamed } from '../plan/section-view.js';
import { fieldOf, zoneOf, type NeighborFlange } from '../plan/zone-view.js';
import { zoneLayer } from '../plan/zones.js';
import { SAME_S, type Choice, type Finished, type Ground, type Grown, type Next, type State } from '../planner/best-first.js';
import { lateJoint } from '../stack/preparation.js';
import { leastBetweenMin } from '../stack/sheet-objections.js';
import { plannedAt, type JointWindow } from '../windows/joint-window.js';
import { demoldedAt, firstOf, ovenAfter, type End } from './after-laying.js';
import { stateOf, topWindow, type GrownZone, type ZoneWindows } from './grown-zone.js';
import { isAgainst, limitOf, type Clearance } from './limits.js';
import { SectionHours } from './section-hours.js';
import { chosenSessions } from './section-items.js';
import type { SectionQuestion } from './section-question.js';
import type { LimitClass } from './task.js';

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
/** Laying takes time: a window is counted from the last ply [s]. */
const WATCH_MORE_S = DAY_S;

/** What a later session, or the end, may still put right. */
const MAY_MEND: ReadonlySet<LimitClass> = new Set(['activation', 'demold', 'oven']);

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

/** Layers of a session, and when they arrive at either place. */
interface Arriving {
  readonly layers: readonly PlanLayer[];
  readonly arriveS: Readonly<Record<Place, readonly number[]>>;
}

/** Everything a section's search asks, with the real limits. */
export class SectionGround extends SectionHours implements Ground<GrownSection> {
  /** Bow and print-through depend on the whole past. */
  readonly merges: boolean;
  private readonly arrivals = new Map<string, Arriving>();
  private readonly flanges = new Map<string, NeighborFlange | undefined>();
  /** After a session the next one begins no later [s] */
  private readonly watchS: number;

  constructor(asked: SectionQuestion) {
    super(asked);
    this.merges = asked.weights.shape === 0 && asked.scenarios === null;
    const layers = this.section.sessions.flatMap((session) => session.layers);
    // A joint that is keyed keeps; one that bonds keeps as long as any of the cards is sure of.
    const keyed = asked.ways.some(({ abraded }) => abraded) || layers.some(({ start }) => start !== undefined && start !== 'tack');
    const bonds = layers.map(({ cardId }) => {
      const { bondClosesH, windowSpreadPct } = cardOf(asked.cards, cardId).limits;
      return bondClosesH * (1 + windowSpreadPct / 100) * HOUR_S;
    });
    this.watchS = keyed ? asked.horizonMin * 60 : Math.max(DAY_S, ...bonds) + WATCH_MORE_S;
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
    const stops = verdicts.filter((verdict) => this.speaksAgainst(verdict) && !MAY_MEND.has(limitOf(verdict.kind)));
    const brokenS = stops.reduce((least, { kind, timeS }) => Math.min(least, limitOf(kind) === 'heat' ? timeS : -Infinity), Infinity);
    const laid = countLaid(choices);
    const last = choices[choices.length - 1];
    const betweenS = this.asked.lifted.has('rules') ? 0 : leastBetweenMin(this.sessionOf(laid - last.count, last), cards) * 60;
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
        startS - last.startS >= betweenS - SAME_S &&
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
  private speaksAgainst(verdict: Verdict): boolean {
    return isAgainst(verdict, this.asked.clear) && !this.asked.lifted.has(limitOf(verdict.kind));
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
            if (level === 'stop' && limitOf(kind) === 'heat') hotS = Math.min(hotS, timeS);
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
      if (hotS <= next.startS || !this.fits(varied, laid, next, 0)) now.add(index);
    }
    return now;
  }

  /** A session as it would be laid, and when the first ply of each of its layers arrives at either place after its start [s]: whenever it begins. */
  private arriving(laid: number, next: Next): Arriving {
    const key = [laid, next.count, next.way].join(' ');
    const known = this.arrivals.get(key);
    if (known) return known;
    const session = this.sessionOf(laid, next);
    const at = (place: Place): number[] => pliesArrive(session, this.field, this.asked.cards, place).map(([firstS]) => firstS);
    const found = { layers: session.layers, arriveS: { first: at('first'), last: at('last') } };
    this.arrivals.set(key, found);
    return found;
  }

  /** A session may begin at a moment, in every zone and at both places. */
  private fits(zones: readonly ZoneWindows[], laid: number, next: Choice, clear: Clearance): boolean {
    if (this.asked.lifted.has('window')) return true;
    const { layers, arriveS } = this.arriving(laid, next);
    return zones.every(({ view, windows }) => {
      const zone = view.zone && this.section.zones.find(({ id }) => id === view.zone?.id);
      const first = layers.find((layer) => !zone || !zoneLayer(zone, baseOf(layer, this.section)).out);
      const below = view.sessions.at(-1)?.layers.at(-1);
      if (!first || !below) return true;
      const late = lateJoint(first.start, below, cardOf(this.asked.cards, below.cardId));
      return windows.every((window, place) => {
        if (!window) return true;
        const level = levelIn(plannedAt(window, next.startS + arriveS[place === 0 ? 'first' : 'last'][layers.indexOf(first)]), late);
        return level === 'ok' || (level === 'care' && clear < 1);
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
    let known: Known = new Map();
    const off = firstOf(moments.length, (i) => {
      const end = this.endAt(oven.plan, moments[i], known);
      known = end.known;
      return end;
    });
    if (!off) return null;
    const { at, section } = off;
    const [{ evaluation }] = section.zones;
    const demoldS = moments[at];
    const hardS = Math.max(laidS, evaluation.trim?.untilS ?? laidS);
    return { cost: this.costOf({ demoldS, hardS, handsH: this.handsOf(choices), shape: weights.shape === 0 ? 0 : shapeOf(section) }), demoldS };
  }

  /** How a finished stack stands as it is let go at a moment. */
  private endAt(planned: PlanDocument, atS: number, before: Known): End<{ readonly section: SectionEvaluation }> & { readonly known: Known } {
    const { sectionId, cards, done, accept } = this.asked;
    const plan: PlanDocument = { ...planned, demolds: demoldedAt(planned, sectionId, Math.round(atS / 60)) };
    const section = evaluateSection(plan, cards, sectionId, done, before);
    const known = knownZones([section]);
    if (section.zones.some(({ evaluation }) => evaluation.result.status !== 'converged')) return { answer: 'no', known };
    const against = section.verdicts.filter((verdict) => this.speaksAgainst(verdict));
    if (against.some(({ kind }) => limitOf(kind) !== 'demold')) return { answer: 'no', known };
    if (against.length > 0) return { answer: 'later', known };
    const answer = accept(plan, section);
    return answer === 'yes' ? { answer, section, known } : { answer, known };
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
    // What is known by the hour is not the same every day.
    return this.asked.plan.assumed.climate.series ? startS : startS % DAY_S;
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
export function shapeOf({ distortion }: SectionEvaluation): number {
  if (!distortion) return 0;
  return Math.abs(distortion.bowPerMeterM) * 1000 + (distortion.print ? distortion.print.index / 10 : 0);
}

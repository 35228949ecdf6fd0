import { cardOf, type CardLibrary } from '../plan/card-library.js';
import { peopleAt } from '../plan/laying.js';
import type { PlanSection } from '../plan/plan-document.js';
import type { PlanSession, SectionPlan } from '../plan/section-plan.js';
import { sectionNamed } from '../plan/section-view.js';
import { fieldOf } from '../plan/zone-view.js';
import { SAME_S, type Choice, type Cost, type Next } from '../planner/best-first.js';
import type { Spell } from '../shop/shop-hours.js';
import { CLEAN_MIN } from '../steps/session-steps.js';
import { dryBeginsMin, sessionHands, type SessionHands } from './session-hands.js';
import { chosenSessions, movedCatalyst, sectionItems, sizesAfter, type SectionItem, type Way } from './section-items.js';
import type { SectionQuestion } from './section-question.js';
import { isInfused } from '../plan/infusion-fill.js';
import { atOnceObjections } from '../stack/sheet-objections.js';
import type { Objection } from '../plan/objection.js';

const HOUR_S = 3600;

const keyOf = (laid: number, { count, way }: Next): string => [laid, count, way].join(' ');

/** What hands, hours and the order of the plies allow in a section, whatever the physics says, and what no plan beats by it. */
export class SectionHours {
  readonly sectionItems: readonly SectionItem[];
  protected readonly section: PlanSection;
  protected readonly field: SectionPlan;
  /** From the last ply to demolding at the least [s] */
  protected readonly leastHoldS: number;
  /** Rules by which some session is not even tried, by their ids */
  readonly ruledOut = new Map<string, Objection>();
  private readonly nextsAt = new Map<number, readonly Next[]>();
  private readonly sessionsAt = new Map<string, PlanSession>();
  private readonly handsAt = new Map<string, SessionHands>();
  private readonly lastArrivals = new Map<string, number>();
  private readonly leastHands = new Map<number, number>();
  private readonly spellsFor = new Map<string, readonly Spell[]>();

  constructor(protected readonly asked: SectionQuestion) {
    const { plan, sectionId, pliesMayMove } = asked;
    this.section = sectionNamed(plan, sectionId);
    this.field = fieldOf(plan, sectionId);
    this.sectionItems = sectionItems(this.section, pliesMayMove);
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
      return ways.flatMap((way, w): Next[] => {
        const next = { count, way: w };
        return this.wayFits(own, laid, way, cards) && this.isAllowed(laid, next) ? [next] : [];
      });
    });
    this.nextsAt.set(laid, found);
    return found;
  }

  /** What a sheet forbids of one session is forbidden of every plan with it. */
  private isAllowed(laid: number, next: Next): boolean {
    if (this.asked.lifted.has('rules')) return true;
    const stops = atOnceObjections(this.sessionOf(laid, next), this.asked.cards).filter(({ level }) => level === 'stop');
    for (const stop of stops) this.ruledOut.set(stop.id, stop);
    return stops.length === 0;
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
    const begins = own[0].ply === null || own[0].ply === 0 ? own[0].layers[0].start : undefined;
    if (way.abraded && (laid === 0 || begins !== undefined)) return false;
    if (way.people !== null && way.people === peopleAt(own[0].session, this.field)) return false;
    if (way.catalystPct === 0) return true;
    return own.some(({ layers }) => layers.some((layer) => movedCatalyst(layer, way.catalystPct, cards) !== null));
  }

  /** Session as it would be laid, by itself. */
  protected sessionOf(laid: number, next: Next): PlanSession {
    const key = keyOf(laid, next);
    const known = this.sessionsAt.get(key);
    if (known) return known;
    const own = this.sectionItems.slice(laid, laid + next.count);
    const [found] = chosenSessions(this.section, own, [{ ...next, startS: 0 }], this.asked.ways, this.asked.cards).sessions;
    this.sessionsAt.set(key, found);
    return found;
  }

  /** Hands at it. */
  private hands(laid: number, next: Next): SessionHands {
    const key = keyOf(laid, next);
    const known = this.handsAt.get(key);
    if (known) return known;
    const found = sessionHands(this.sessionOf(laid, next), this.field, this.asked.cards, laid === 0);
    this.handsAt.set(key, found);
    return found;
  }

  private beforeS(laid: number, next: Next): number {
    return this.hands(laid, next).beforeMin * 60;
  }

  /** Of laying alone [s]. */
  protected layS(laid: number, next: Next): number {
    return this.hands(laid, next).layMin * 60;
  }

  takesS(laid: number, next: Next): number {
    const { layMin, cleanMin } = this.hands(laid, next);
    return (layMin + cleanMin) * 60;
  }

  starts(laid: number, next: Next, fromS: number, untilS: number): readonly number[] {
    const { locked, gridMin } = this.asked;
    const { session } = this.sectionItems[laid];
    if (locked.has(session.id)) {
      const at = session.startMin * 60;
      return at >= fromS - SAME_S && at <= untilS ? [at] : [];
    }
    const [beforeS, takesS, gridS] = [this.beforeS(laid, next), this.takesS(laid, next), gridMin * 60];
    const infused = this.sessionOf(laid, next).layers.some((layer) => isInfused(layer, this.asked.cards));
    const found: number[] = [];
    for (const [opens, closes] of this.spells(this.hands(laid, next).people, this.whoAt(laid))) {
      const last = Math.min(untilS, closes * 60 - takesS);
      const first = Math.max(fromS + (laid > 0 ? beforeS : 0), opens * 60 + beforeS, this.asked.fromMin * 60);
      for (let at = Math.ceil((first - SAME_S) / gridS) * gridS; at <= last + SAME_S; at += gridS)
        if (!infused || this.dryFits(laid, next, at, fromS)) found.push(at);
    }
    return found;
  }

  /** Dry plies, bag and drop test have their hours between what was laid before and the moment resin is let in. */
  private dryFits(laid: number, next: Next, atS: number, fromS: number): boolean {
    const session = { ...this.sessionOf(laid, next), startMin: atS / 60 };
    const begins = dryBeginsMin(session, this.field, this.asked.cards, this.spells(this.hands(laid, next).people, this.whoAt(laid)));
    return laid === 0 ? Number.isFinite(begins) : begins * 60 >= fromS - SAME_S;
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
    for (const [opens, closes] of this.spells(this.hands(laid, next).people, this.whoAt(laid))) {
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
    return (this.hands(laid, next).people * (this.beforeS(laid, next) + this.takesS(laid, next))) / HOUR_S;
  }

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

  protected costOf({
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
  protected demoldings(fromS: number, most: number): number[] {
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
}

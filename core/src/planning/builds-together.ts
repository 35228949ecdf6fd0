import type { CardLibrary } from '../plan/card-library.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { beginningOn } from '../plan/shop-air.js';
import { presence, without, openSpells, type Spell } from '../shop/shop-hours.js';
import type { ShopCalendar } from '../shop/shop-calendar.js';
import { DAY_MIN, dateOf, dayNumber } from '../shop-time/shop-clock.js';
import { standingOf, type Standing } from './benches.js';
import { planBuild } from './plan-build.js';
import { searchOrders, type OrderOptions, type OrderState } from './search-orders.js';
import { Taken } from './taken.js';
import { initialTask } from './task.js';
import { conflictsOn } from './wall-conflicts.js';
import { wallOf, type WallSpan } from './wall.js';

/** A build that shares the shop with others. */
export interface SharingBuild {
  readonly id: string;
  readonly name: string;
  readonly plan: PlanDocument;
  /** Off the plug by the end of this day; null: nobody waits for it */
  readonly wantedBy: string | null;
  /** Begun, or not to be moved */
  readonly fixed: boolean;
}

/** A day on which a build may begin, and how it then goes on. */
export interface BuildWay {
  readonly startDate: string;
  /** With sessions moved inside it; null: as it is, by whole days */
  readonly plan: PlanDocument | null;
}

interface LaidOut extends BuildWay {
  readonly spans: readonly WallSpan[];
  readonly standing: readonly Standing[];
  /** Off the plug [min since 1970] */
  readonly endMin: number;
}

/** One build in a schedule of all. */
export interface TogetherBuild extends BuildWay {
  readonly id: string;
  readonly endMin: number;
  readonly lateMin: number;
}

export interface TogetherSchedule {
  readonly builds: readonly TogetherBuild[];
  /** Builds for which no day is free */
  readonly without: readonly string[];
  readonly latenessMin: number;
}

/** Conflicts of a build alone that another day does not end: they are not the calendar's, and said on the wall. */
const WHATEVER_THE_DAY = new Set(['size', 'heat', 'skill', 'twice']);

/** A build without a day counts as late as this, so that an order that has a day for it is better [min]. */
const NO_DAY_MIN = 60 * DAY_MIN;

const startOf = (date: string): number => dayNumber(date) * DAY_MIN;

/** A plan as one of its ways has it. */
export const planOfWay = (plan: PlanDocument, way: BuildWay): PlanDocument => way.plan ?? beginningOn(plan, way.startDate);

function laidOut({ id, name, plan }: Pick<SharingBuild, 'id' | 'name' | 'plan'>, way: BuildWay, cards: CardLibrary): LaidOut {
  const spans = wallOf([{ id, name, plan: planOfWay(plan, way) }], cards);
  return { ...way, spans, standing: standingOf(spans), endMin: Math.max(...spans.map(({ toMin }) => toMin)) };
}

const hasPlace = (spans: readonly WallSpan[], shop: ShopCalendar): boolean =>
  conflictsOn(spans, shop).every(({ id }) => WHATEVER_THE_DAY.has(id.split(' ')[0]));

/** Days on which a build may begin as it is: by itself, with the whole shop to itself. */
export function waysMoved(build: SharingBuild, shop: ShopCalendar, cards: CardLibrary, days: readonly string[]): BuildWay[] {
  const spans = wallOf([build], cards);
  // A build of which nothing is planned yet takes nothing, and stays.
  if (spans.length === 0) return [];
  const from = startOf(build.plan.startDate);
  return days.flatMap((startDate): BuildWay[] => {
    const byMin = startOf(startDate) - from;
    const moved = spans.map((span) => ({ ...span, fromMin: span.fromMin + byMin, toMin: span.toMin + byMin }));
    return hasPlace(moved, shop) ? [{ startDate, plan: null }] : [];
  });
}

/** A build planned anew for one day, within the shop's hours and by its people; null: not found in the time. */
export function wayPlanned(
  build: SharingBuild,
  shop: ShopCalendar,
  cards: CardLibrary,
  startDate: string,
  options: { readonly timeLimitS: number; readonly elapsedS: () => number; readonly seed: number },
): BuildWay | null {
  if (wallOf([build], cards).length === 0) return null;
  const plan = beginningOn(build.plan, startDate);
  const { elapsedS, timeLimitS, seed } = options;
  const task = { ...initialTask(), timeLimitS, seed, clear: true };
  const { found } = planBuild({ plan, cards, shop, task }, { elapsedS });
  if (!found) return null;
  const way = { startDate, plan: found.plan };
  return hasPlace(laidOut(build, way, cards).spans, shop) ? way : null;
}

/** Shop days from one on: `count` of them on which it is open at all. */
export function openDays(shop: ShopCalendar, from: string, count: number): string[] {
  const found: string[] = [];
  const first = dayNumber(from);
  for (let d = 0; d < count * 7 && found.length < count; d++) {
    const date = dateOf(first + d);
    if (openSpells(shop, date, [0, DAY_MIN]).length > 0) found.push(date);
  }
  return found;
}

/** What of a shop is taken: hands, people who are named, ovens, booths, benches. */
class SharedTaken {
  private readonly all: Taken[];
  private readonly hands: Taken;
  private readonly named: ReadonlyMap<string, Taken>;
  private readonly ovens: Taken;
  private readonly booths: Taken;
  private readonly benches: Taken;

  constructor(shop: ShopCalendar, span: Spell) {
    const count = (kind: 'oven' | 'booth' | 'bench'): number => {
      const own = shop.places.filter((place) => place.kind === kind).length;
      return own === 0 ? Infinity : own;
    };
    const zero = dateOf(0);
    const open = openSpells(shop, zero, span);
    this.hands = new Taken(shop.people.length === 0 ? Infinity : shop.people.length);
    this.named = new Map(shop.people.map(({ name }) => [name, new Taken(1)]));
    for (const person of shop.people)
      for (const [from, to] of without(open, presence(shop, person, zero, span))) {
        this.hands.add(from, to, 1);
        this.named.get(person.name)?.add(from, to, 1);
      }
    this.ovens = new Taken(count('oven'));
    this.booths = new Taken(count('booth'));
    this.benches = new Taken(count('bench'));
    this.all = [this.hands, this.ovens, this.booths, this.benches, ...this.named.values()];
  }

  /** Takes all spans of a build, or none: some is not free. */
  take({ spans, standing }: Pick<LaidOut, 'spans' | 'standing'>, force = false): boolean {
    const marks = this.all.map(({ mark }) => mark);
    if (spans.every((span) => this.takeOne(span, force)) && standing.every((one) => this.stand(one, force))) return true;
    this.all.forEach((one, i) => {
      one.backTo(marks[i]);
    });
    return false;
  }

  private stand({ fromMin, toMin }: Standing, force: boolean): boolean {
    if (!force && this.benches.blockedUntil(fromMin + 1, toMin - 1, 1) !== null) return false;
    this.benches.add(fromMin + 1, toMin - 1, 1);
    return true;
  }

  private takeOne({ fromMin, toMin, people, who, kind, sprayed }: WallSpan, force: boolean): boolean {
    const wanted = [
      { taken: this.hands, count: people },
      ...(kind === 'oven' ? [{ taken: this.ovens, count: 1 }] : []),
      ...(sprayed ? [{ taken: this.booths, count: 1 }] : []),
      ...who.flatMap((name) => {
        const own = this.named.get(name);
        return own ? [{ taken: own, count: 1 }] : [];
      }),
    ];
    // The wall lets two that meet to the minute pass.
    const [from, to] = [fromMin + 1, Math.max(fromMin + 2, toMin - 1)];
    if (!force && wanted.some(({ taken, count }) => taken.blockedUntil(from, to, count) !== null)) return false;
    for (const { taken, count } of wanted) taken.add(from, to, count);
    return true;
  }
}

/** A shop with its builds and the ways of each: what an order of them is held against. */
export class BuildsTogether {
  private readonly fixed: readonly LaidOut[];
  private readonly free: readonly { readonly build: SharingBuild; readonly ways: readonly LaidOut[] }[];
  private readonly span: Spell;

  constructor(
    builds: readonly SharingBuild[],
    ways: Readonly<Record<string, readonly BuildWay[]>>,
    private readonly shop: ShopCalendar,
    cardsOf: (buildId: string) => CardLibrary,
  ) {
    const empty = new Set(builds.filter((build) => wallOf([build], cardsOf(build.id)).length === 0).map(({ id }) => id));
    this.fixed = builds
      .filter(({ fixed }) => fixed)
      .map((build) => laidOut(build, { startDate: build.plan.startDate, plan: null }, cardsOf(build.id)));
    this.free = builds
      .filter(({ id, fixed }) => !fixed && !empty.has(id))
      .map((build) => ({
        build,
        ways: (Object.hasOwn(ways, build.id) ? ways[build.id] : [])
          .map((way) => laidOut(build, way, cardsOf(build.id)))
          .sort((a, b) => a.endMin - b.endMin || a.spans[0].fromMin - b.spans[0].fromMin),
      }));
    const spans = [...this.fixed, ...this.free.flatMap((one) => one.ways)].flatMap((one) => one.spans);
    if (spans.length === 0) this.span = [0, 0];
    else this.span = [Math.min(...spans.map(({ fromMin }) => fromMin)), Math.max(...spans.map(({ toMin }) => toMin))];
  }

  /** Places of free builds in the order in which they are due; who is not waited for comes last. */
  get dueOrder(): number[] {
    const due = (i: number): string => this.free[i].build.wantedBy ?? '9999';
    return this.free.map((_, i) => i).sort((a, b) => (due(a) < due(b) ? -1 : due(a) > due(b) ? 1 : a - b));
  }

  /** One build after the other, each in the way that ends first of those that what is taken leaves. */
  inOrder = (order: readonly number[]): TogetherSchedule => {
    const taken = new SharedTaken(this.shop, this.span);
    for (const one of this.fixed) taken.take(one, true);
    const builds: TogetherBuild[] = [];
    const left: string[] = [];
    let latenessMin = 0;
    for (const index of order) {
      const { build, ways } = this.free[index];
      const way = ways.find((one) => taken.take(one));
      if (!way) {
        left.push(build.id);
        latenessMin += NO_DAY_MIN;
        continue;
      }
      const lateMin = build.wantedBy === null ? 0 : Math.max(0, way.endMin - startOf(build.wantedBy) - DAY_MIN);
      latenessMin += lateMin;
      builds.push({ id: build.id, startDate: way.startDate, plan: way.plan, endMin: way.endMin, lateMin });
    }
    return { builds, without: left, latenessMin };
  };

  /** The rule of most walls, and what is better than it. */
  search(options: OrderOptions<TogetherSchedule>, from?: OrderState<TogetherSchedule>): OrderState<TogetherSchedule> {
    return searchOrders(this.inOrder, this.dueOrder, options, from);
  }
}

import type { CardLibrary } from '../plan/card-library.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { sectionOf } from '../plan/section-view.js';
import { postCureTimes } from '../plan/surroundings.js';
import { releaseSchedule } from '../release/release-schedule.js';
import type { ShopCalendar } from '../shop/shop-calendar.js';
import { openSpells, presence, type Spell } from '../shop/shop-hours.js';
import { handsOf } from './session-hands.js';
import { DAY_MIN, dateOf, dayNumber } from '../shop-time/shop-clock.js';

/** A build that stands on the wall. */
export interface WallBuild {
  readonly id: string;
  readonly name: string;
  readonly plan: PlanDocument;
}

export type WallKind = 'release' | 'session' | 'oven' | 'demolding';

/** Something on the wall, by minutes of the shop's clock since 1970 [min]. */
export interface WallSpan {
  readonly id: string;
  readonly buildId: string;
  readonly build: string;
  readonly kind: WallKind;
  readonly what: string;
  readonly fromMin: number;
  readonly toMin: number;
  /** Hands; 0: nobody has to be there */
  readonly people: number;
  /** Named for it; empty: anybody */
  readonly who: readonly string[];
  /** Of an oven: how hot [°C] */
  readonly holdC: number | null;
}

/** What cannot be so, and what it is about. */
export interface WallConflict {
  readonly id: string;
  readonly atMin: number;
  readonly words: string;
  readonly spanIds: readonly string[];
}

/** Taking a mold off (assumed) [min]. */
const DEMOLD_MIN = 60;

/** Everything of some builds that takes hands, an oven, or a day: from their plans, without simulating them. */
export function wallOf(builds: readonly WallBuild[], cards: CardLibrary): WallSpan[] {
  return builds.flatMap((build) => spansOf(build, cards)).sort((a, b) => a.fromMin - b.fromMin);
}

function spansOf({ id: buildId, name: build, plan }: WallBuild, cards: CardLibrary): WallSpan[] {
  const zero = dayNumber(plan.startDate) * DAY_MIN;
  const common = { buildId, build, people: 0, who: [], holdC: null };
  const laid = plan.sections.filter(({ sessions }) => sessions.length > 0);
  const named = (section: string, what: string): string => (laid.length > 1 ? `${section}: ${what}` : what);
  const hands = laid.flatMap(({ id, name }): WallSpan[] => {
    const view = sectionOf(plan, id);
    const { release } = view;
    const timers = release ? releaseSchedule(view, release, cards).timers : [];
    const crewOf = (own: readonly string[] | undefined): readonly string[] => own ?? plan.mix?.crew ?? [];
    return [
      ...timers.map(({ zone, step, coat, startMin, buffedMin }): WallSpan => ({
        ...common,
        id: `${buildId} ${id} release ${zone.id} ${step.name} ${String(coat)}`,
        kind: 'release',
        what: named(name, `${step.name}, ${zone.name}`),
        fromMin: zero + startMin,
        toMin: zero + buffedMin,
        people: 1,
      })),
      ...handsOf(plan, id, cards).map(({ people, spell: [fromMin, toMin] }, i): WallSpan => ({
        ...common,
        id: `${buildId} ${view.sessions[i].id}`,
        kind: 'session',
        what: named(name, view.sessions[i].name),
        fromMin: zero + fromMin,
        toMin: zero + toMin,
        people,
        who: crewOf(view.sessions[i].who),
      })),
    ];
  });
  const ovens = plan.postCures.flatMap(({ id, sectionIds: _ids, ...postCure }): WallSpan[] => {
    const times = postCureTimes({ climate: plan.assumed.climate, postCure });
    return times
      ? [
          {
            ...common,
            id: `${buildId} ${id}`,
            kind: 'oven',
            what: 'Post-cure',
            fromMin: zero + times.startMin,
            toMin: zero + times.endMin,
            holdC: postCure.holdC,
          },
        ]
      : [];
  });
  const off = plan.demolds
    .filter(({ sectionIds }) => laid.some(({ id }) => sectionIds.includes(id)))
    .map(({ id, atMin }): WallSpan => ({
      ...common,
      id: `${buildId} ${id}`,
      kind: 'demolding',
      what: 'Demolding',
      fromMin: zero + atMin,
      toMin: zero + atMin + DEMOLD_MIN,
      people: Math.min(2, plan.mix?.people ?? 2),
    }));
  return [...hands, ...ovens, ...off];
}

const overlap = (a: Pick<WallSpan, 'fromMin' | 'toMin'>, b: Pick<WallSpan, 'fromMin' | 'toMin'>): boolean =>
  a.fromMin < b.toMin - 1 && b.fromMin < a.toMin - 1;

const covered = (spells: readonly Spell[], from: number, to: number): boolean => spells.some(([a, b]) => a <= from + 1 && b >= to - 1);

/** What on a wall cannot be: outside the hours, too few people, one person at two places or away, an oven taken or too cold. */
export function conflictsOn(spans: readonly WallSpan[], shop: ShopCalendar): WallConflict[] {
  if (spans.length === 0) return [];
  const span: Spell = [Math.min(...spans.map(({ fromMin }) => fromMin)) - DAY_MIN, Math.max(...spans.map(({ toMin }) => toMin)) + DAY_MIN];
  const zero = dateOf(0);
  const open = openSpells(shop, zero, span);
  const there = shop.people.map((person) => ({ name: person.name, spells: presence(shop, person, zero, span) }));
  return [...outside(spans, open), ...tooFew(spans, there), ...named(spans, there), ...ovens(spans, shop)].sort((a, b) => a.atMin - b.atMin);
}

function outside(spans: readonly WallSpan[], open: readonly Spell[]): WallConflict[] {
  return spans
    .filter(({ people, fromMin, toMin, kind }) => people > 0 && kind !== 'release' && !covered(open, fromMin, kind === 'demolding' ? fromMin : toMin))
    .map(({ id, fromMin, build, what }) => ({
      id: `hours ${id}`,
      atMin: fromMin,
      words: `${build}, ${what}: outside the shop’s hours`,
      spanIds: [id],
    }));
}

interface Present {
  readonly name: string;
  readonly spells: readonly Spell[];
}

/** More hands wanted at once than there are. */
function tooFew(spans: readonly WallSpan[], there: readonly Present[]): WallConflict[] {
  if (there.length === 0) return [];
  const found: WallConflict[] = [];
  for (const one of spans.filter(({ people }) => people > 0)) {
    const together = spans.filter((other) => other.people > 0 && other.fromMin <= one.fromMin && other.toMin > one.fromMin + 1);
    const wanted = together.reduce((sum, { people }) => sum + people, 0);
    const present = there.filter(({ spells }) => covered(spells, one.fromMin, one.fromMin + 1)).length;
    // Outside the hours nobody is there: that is said as such.
    if (present > 0 && wanted > present)
      found.push({
        id: `people ${one.id}`,
        atMin: one.fromMin,
        words: `${String(wanted)} people wanted, ${String(present)} there: ${together.map(({ build, what }) => `${build}, ${what}`).join(' · ')}`,
        spanIds: together.map(({ id }) => id),
      });
  }
  return found;
}

/** Somebody who is named is away, or at two places at once. */
function named(spans: readonly WallSpan[], there: readonly Present[]): WallConflict[] {
  return there.flatMap(({ name, spells }) => {
    const own = spans.filter(({ who }) => who.includes(name));
    const away = own
      .filter(({ fromMin, toMin }) => !covered(spells, fromMin, toMin))
      .map(({ id, fromMin, build, what }): WallConflict => ({
        id: `away ${name} ${id}`,
        atMin: fromMin,
        words: `${name} is not there: ${build}, ${what}`,
        spanIds: [id],
      }));
    const twice = own.flatMap((one, i) =>
      own
        .slice(i + 1)
        .filter((other) => overlap(one, other))
        .map((other): WallConflict => ({
          id: `twice ${name} ${one.id} ${other.id}`,
          atMin: Math.max(one.fromMin, other.fromMin),
          words: `${name} at two places: ${one.build}, ${one.what} · ${other.build}, ${other.what}`,
          spanIds: [one.id, other.id],
        })),
    );
    return [...away, ...twice];
  });
}

function ovens(spans: readonly WallSpan[], { places }: ShopCalendar): WallConflict[] {
  const there = places.filter(({ kind }) => kind === 'oven');
  if (there.length === 0) return [];
  const own = spans.filter(({ kind }) => kind === 'oven');
  return own.flatMap((one) => {
    const together = own.filter((other) => other.fromMin <= one.fromMin && other.toMin > one.fromMin + 1);
    const hotEnough = there.some(({ highestC = Infinity }) => highestC >= (one.holdC ?? 0));
    return [
      ...(together.length > there.length
        ? [
            {
              id: `oven ${one.id}`,
              atMin: one.fromMin,
              words: `The oven is taken: ${together.map(({ build }) => build).join(' · ')}`,
              spanIds: together.map(({ id }) => id),
            },
          ]
        : []),
      ...(hotEnough
        ? []
        : [
            {
              id: `heat ${one.id}`,
              atMin: one.fromMin,
              words: `${one.build}: no oven of the shop gets to ${(one.holdC ?? 0).toFixed(0)} °C`,
              spanIds: [one.id],
            },
          ]),
    ];
  });
}

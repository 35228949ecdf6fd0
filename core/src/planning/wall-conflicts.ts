import type { ShopCalendar, Skill } from '../shop/shop-calendar.js';
import { openSpells, presence, type Spell } from '../shop/shop-hours.js';
import { DAY_MIN, dateOf } from '../shop-time/shop-clock.js';
import { standingOf } from './benches.js';
import type { WallSpan } from './wall.js';

/** What cannot be so, and what it is about. */
export interface WallConflict {
  readonly id: string;
  readonly atMin: number;
  readonly words: string;
  readonly spanIds: readonly string[];
}

const overlap = (a: Pick<WallSpan, 'fromMin' | 'toMin'>, b: Pick<WallSpan, 'fromMin' | 'toMin'>): boolean =>
  a.fromMin < b.toMin - 1 && b.fromMin < a.toMin - 1;

const covered = (spells: readonly Spell[], from: number, to: number): boolean => spells.some(([a, b]) => a <= from + 1 && b >= to - 1);

/**
 * What on a wall cannot be: outside the hours, too few people, one person at two places or away,
 * nobody who has learned it, an oven or booth taken, too cold or too small, more molds than benches.
 */
export function conflictsOn(spans: readonly WallSpan[], shop: ShopCalendar): WallConflict[] {
  if (spans.length === 0) return [];
  const span: Spell = [Math.min(...spans.map(({ fromMin }) => fromMin)) - DAY_MIN, Math.max(...spans.map(({ toMin }) => toMin)) + DAY_MIN];
  const zero = dateOf(0);
  const open = openSpells(shop, zero, span);
  const there = shop.people.map((person) => ({ name: person.name, skills: person.skills, spells: presence(shop, person, zero, span) }));
  return [
    ...outside(spans, open),
    ...tooFew(spans, there),
    ...named(spans, there),
    ...cannot(spans, there),
    ...taken(spans, shop, 'oven'),
    ...taken(spans, shop, 'booth'),
    ...benchesTaken(spans, shop),
    ...tooCold(spans, shop),
    ...tooLarge(spans, shop),
  ].sort((a, b) => a.atMin - b.atMin);
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
  readonly skills: readonly Skill[];
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

/** Nobody who is there, or of those who are named, has learned it; silent where nobody's skills are said. */
function cannot(spans: readonly WallSpan[], there: readonly Present[]): WallConflict[] {
  if (there.every(({ skills }) => skills.length === 0)) return [];
  return spans.flatMap((span): WallConflict[] => {
    const { id, fromMin, build, what, people, who, skill } = span;
    if (people === 0 || skill === null) return [];
    const present = there.filter(({ name, spells }) => covered(spells, fromMin, fromMin + 1) && (who.length === 0 || who.includes(name)));
    if (present.length === 0 || present.some(({ skills }) => skills.includes(skill))) return [];
    const whom = who.length > 0 ? `none of ${who.join(', ')}` : 'nobody there';
    return [{ id: `skill ${id}`, atMin: fromMin, words: `${build}, ${what}: ${whom} has learned ${skill}`, spanIds: [id] }];
  });
}

const isIn: Readonly<Record<'oven' | 'booth', (span: WallSpan) => boolean>> = {
  oven: ({ kind }) => kind === 'oven',
  booth: ({ sprayed }) => sprayed,
};

/** More molds at once than a place of a kind takes; silent where none is named. */
function taken(spans: readonly WallSpan[], { places }: ShopCalendar, kind: 'oven' | 'booth'): WallConflict[] {
  const there = places.filter((place) => place.kind === kind).length;
  const own = spans.filter(isIn[kind]);
  return own.flatMap((one): WallConflict[] => {
    const together = own.filter((other) => other.fromMin <= one.fromMin && other.toMin > one.fromMin + 1);
    if (there === 0 || together.length <= there) return [];
    return [
      {
        id: `${kind} ${one.id}`,
        atMin: one.fromMin,
        words: `The ${kind} is taken: ${together.map(({ build }) => build).join(' · ')}`,
        spanIds: together.map(({ id }) => id),
      },
    ];
  });
}

/** More molds on their plugs at once than there are benches; silent where none is named. */
function benchesTaken(spans: readonly WallSpan[], { places }: ShopCalendar): WallConflict[] {
  const there = places.filter(({ kind }) => kind === 'bench').length;
  const standing = standingOf(spans);
  return standing.flatMap((one): WallConflict[] => {
    const together = standing.filter((other) => other.fromMin <= one.fromMin && other.toMin > one.fromMin + 1);
    if (there === 0 || together.length <= there) return [];
    return [
      {
        id: `bench ${one.sinceId}`,
        atMin: one.fromMin,
        words: `${String(together.length)} molds at ${there === 1 ? 'one bench' : `${String(there)} benches`}: ${together.map(({ build }) => build).join(' · ')}`,
        spanIds: [one.id, one.sinceId],
      },
    ];
  });
}

function tooCold(spans: readonly WallSpan[], { places }: ShopCalendar): WallConflict[] {
  const ovens = places.filter(({ kind }) => kind === 'oven');
  if (ovens.length === 0) return [];
  return spans.flatMap(({ id, fromMin, build, holdC }): WallConflict[] =>
    holdC === null || ovens.some(({ highestC = Infinity }) => highestC >= holdC)
      ? []
      : [{ id: `heat ${id}`, atMin: fromMin, words: `${build}: no oven of the shop gets to ${holdC.toFixed(0)} °C`, spanIds: [id] }],
  );
}

/** A mold longer than every oven, or every booth, that it would have to go into. */
function tooLarge(spans: readonly WallSpan[], { places }: ShopCalendar): WallConflict[] {
  return (['oven', 'booth'] as const).flatMap((kind) => {
    const lengths = places.filter((place) => place.kind === kind).map(({ lengthMm = Infinity }) => lengthMm);
    if (lengths.length === 0) return [];
    return spans.filter(isIn[kind]).flatMap(({ id, fromMin, build, longestMm }): WallConflict[] =>
      longestMm === null || longestMm <= Math.max(...lengths)
        ? []
        : [
            {
              id: `size ${id}`,
              atMin: fromMin,
              words: `${build}: ${longestMm.toFixed(0)} mm go into no ${kind} of the shop; the longest takes ${Math.max(...lengths).toFixed(0)} mm`,
              spanIds: [id],
            },
          ],
    );
  });
}

import { DomainError } from '../errors/domain-error.js';
import { dateOf, dayNumber, DAY_MIN, isCalendarDate, type ShopDays } from '../shop-time/shop-clock.js';
import { checkPart } from '../plan/fields/check-part.js';
import { shopFields, WEEKDAYS, type ClosedDays, type ShopCalendar, type ShopPerson } from './shop-calendar.js';

/** From, to [min on a plan's clock, or from any day's 00:00]. */
export type Spell = readonly [fromMin: number, toMin: number];

const MONTH_DAY = /^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/;

const refuse = (quantity: string, value: unknown, expected: string): never => {
  throw new DomainError({ code: 'value-out-of-range', quantity, value, expected });
};

function assertFields(value: unknown): asserts value is ShopCalendar {
  checkPart(shopFields, value);
}

/**
 * Holds a calendar of unknown making against its fields, and against itself.
 * @throws DomainError naming place and field, the value and what was expected
 */
export function checkShop(value: unknown): asserts value is ShopCalendar {
  assertFields(value);
  const { openings, closed, people, seasons, places } = value;
  for (const { day, fromHour, toHour } of openings) if (!(toHour > fromHour)) refuse(`${day}, until`, toHour, `later than ${String(fromHour)} h`);
  for (const day of WEEKDAYS) {
    const own = openings.filter((one) => one.day === day).sort((a, b) => a.fromHour - b.fromHour);
    own.slice(1).forEach((one, i) => {
      if (one.fromHour < own[i].toHour) refuse(`${day}, from`, one.fromHour, `not before ${String(own[i].toHour)} h, when the one before it ends`);
    });
  }
  const spans = [
    ...closed.map((one) => ({ one, of: 'closed days' })),
    ...people.flatMap(({ name, absent }) => absent.map((one) => ({ one, of: `absence of ${name}` }))),
  ];
  for (const { one, of } of spans) if (one.to < one.from) refuse(`${of}, to`, one.to, `not before ${one.from}`);
  for (const { name, fromHour = 0, toHour = 24 } of people)
    if (!(toHour > fromHour)) refuse(`shift of ${name}, until`, toHour, `later than ${String(fromHour)} h`);
  const hours = value.forecast ?? [];
  for (const [i, { at }] of hours.entries()) {
    if (hourMin(at) === null) refuse('forecast, at', at, 'day and hour, as 2026-11-30 08:00');
    if (i > 0 && at <= hours[i - 1].at) refuse('forecast, at', at, `later than ${hours[i - 1].at}`);
  }
  for (const { fromDay } of seasons) if (!MONTH_DAY.test(fromDay)) refuse('season, from', fromDay, 'month and day, as 10-15');
  for (const [entry, list] of [
    ['person', people],
    ['place', places],
  ] as const) {
    const twice = list.find(({ id }, i) => list.findIndex((other) => other.id === id) < i);
    if (twice) refuse(`${entry} "${twice.name}"`, twice.id, 'a key of its own');
  }
}

const HOUR = /^(\d{4}-\d{2}-\d{2}) ([01]\d|2[0-3]):([0-5]\d)$/;

/** Minutes of the shop's clock since 1970 of a day and hour; null: it is none. */
export function hourMin(text: string): number | null {
  const parts = HOUR.exec(text);
  return parts && isCalendarDate(parts[1]) ? dayNumber(parts[1]) * DAY_MIN + Number(parts[2]) * 60 + Number(parts[3]) : null;
}

const within = (date: string, { from, to }: ClosedDays): boolean => date >= from && date <= to;

/** 0: Monday. 1970-01-01 was a Thursday. */
const weekdayOf = (day: number): number => (((day + 3) % 7) + 7) % 7;

/** When a shop is open, day by day [min from 00:00 of a date]. */
export function openSpells(shop: Pick<ShopCalendar, 'openings' | 'closed'>, startDate: string, [fromMin, toMin]: Spell): Spell[] {
  const first = dayNumber(startDate);
  const found: Spell[] = [];
  for (let d = Math.floor(fromMin / DAY_MIN); d * DAY_MIN < toMin; d++) {
    const date = dateOf(first + d);
    if (shop.closed.some((one) => within(date, one))) continue;
    const own = shop.openings.filter(({ day }) => WEEKDAYS.indexOf(day) === weekdayOf(first + d)).sort((a, b) => a.fromHour - b.fromHour);
    for (const { fromHour, toHour } of own) found.push([d * DAY_MIN + fromHour * 60, d * DAY_MIN + toHour * 60]);
  }
  return clipped(found, [fromMin, toMin]);
}

/** The hours that a plan assumes, as spells. */
export function assumedSpells({ startDate, hours }: ShopDays, span: Spell): Spell[] {
  const openings = WEEKDAYS.slice(0, hours.weekends ? 7 : 5).map((day) => ({ day, fromHour: hours.opensHour, toHour: hours.closesHour }));
  return openSpells({ openings, closed: [] }, startDate, span);
}

function clipped(spells: readonly Spell[], [fromMin, toMin]: Spell): Spell[] {
  return spells.flatMap(([from, to]): Spell[] => {
    const [a, b] = [Math.max(from, fromMin), Math.min(to, toMin)];
    return b > a ? [[a, b]] : [];
  });
}

/** What is left of spells when others are taken out. */
export function without(spells: readonly Spell[], taken: readonly Spell[]): Spell[] {
  return taken.reduce<Spell[]>(
    (left, [from, to]) =>
      left.flatMap(([a, b]): Spell[] => {
        if (to <= a || from >= b) return [[a, b]];
        const parts: Spell[] = [
          [a, from],
          [to, b],
        ];
        return parts.filter(([x, y]) => y > x);
      }),
    [...spells],
  );
}

/** When a person is there: the shop's hours, within the shift, without the absences. */
export function presence(shop: ShopCalendar, { fromHour = 0, toHour = 24, absent }: ShopPerson, startDate: string, span: Spell): Spell[] {
  const first = dayNumber(startDate);
  return openSpells(shop, startDate, span).flatMap(([from, to]): Spell[] => {
    const d = Math.floor(from / DAY_MIN);
    if (absent.some((one) => within(dateOf(first + d), one))) return [];
    return clipped([[from, to]], [d * DAY_MIN + fromHour * 60, d * DAY_MIN + toHour * 60]);
  });
}

/** When at least so many are there at once; the whole day of each counts for everybody's own shift. */
export function spellsWith(people: readonly (readonly Spell[])[], least: number): Spell[] {
  const edges = people
    .flatMap((own) =>
      own.flatMap(([from, to]) => [
        { at: from, by: 1 },
        { at: to, by: -1 },
      ]),
    )
    .sort((a, b) => a.at - b.at || b.by - a.by);
  const found: Spell[] = [];
  let [here, since] = [0, 0];
  for (const { at, by } of edges) {
    const before = here;
    here += by;
    if (before < least && here >= least) since = at;
    if (before >= least && here < least && at > since) found.push([since, at]);
  }
  return found;
}

export const DAY_MIN = 1440;

/** When the shop works, counted from day 1. */
export interface ShopDays {
  /** Date of day 1, YYYY-MM-DD */
  readonly startDate: string;
  readonly hours: { readonly opensHour: number; readonly closesHour: number; readonly weekends: boolean };
}

/** Days of 400 years, of a leap cycle. */
const ERA_DAYS = 146097;
/** Days from 0000-03-01 to 1970-01-01. */
const EPOCH_DAYS = 719468;

/** Whether a text names a day that there is: YYYY-MM-DD between 1970 and 2199, no 31st of February. */
export function isCalendarDate(text: string): boolean {
  return /^(19[7-9]\d|2[01]\d\d)-\d{2}-\d{2}$/.test(text) && dateOf(dayNumber(text)) === text;
}

/**
 * Whole days since 1970 of a date YYYY-MM-DD in the civil calendar (years that begin in March make the leap day the last one).
 * @example dayNumber('1970-01-02') // 1
 */
export function dayNumber(date: string): number {
  const [year, month, day] = date.split('-').map(Number);
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const yearOfEra = y - era * 400;
  const dayOfYear = Math.floor((153 * ((month + 9) % 12) + 2) / 5) + day - 1;
  return era * ERA_DAYS + yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear - EPOCH_DAYS;
}

/** Date YYYY-MM-DD of a day since 1970; the inverse of dayNumber. */
export function dateOf(days: number): string {
  const z = days + EPOCH_DAYS;
  const era = Math.floor(z / ERA_DAYS);
  const dayOfEra = z - era * ERA_DAYS;
  const yearOfEra = Math.floor((dayOfEra - Math.floor(dayOfEra / 1460) + Math.floor(dayOfEra / 36524) - Math.floor(dayOfEra / 146096)) / 365);
  const dayOfYear = dayOfEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const shifted = Math.floor((5 * dayOfYear + 2) / 153);
  const month = shifted < 10 ? shifted + 3 : shifted - 9;
  const year = yearOfEra + era * 400 + (month <= 2 ? 1 : 0);
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${String(year).padStart(4, '0')}-${two(month)}-${two(dayOfYear - Math.floor((153 * shifted + 2) / 5) + 1)}`;
}

/** Date YYYY-MM-DD of a minute of the plan. */
export function dateAt(startDate: string, minute: number): string {
  return dateOf(dayNumber(startDate) + Math.floor(minute / DAY_MIN));
}

/** Saturday or Sunday. */
export function isWeekendAt(startDate: string, minute: number): boolean {
  // 1970-01-01 was a Thursday.
  const weekday = (((dayNumber(startDate) + Math.floor(minute / DAY_MIN) + 4) % 7) + 7) % 7;
  return weekday === 0 || weekday === 6;
}

/**
 * Earliest start of hands-on work inside the shop's hours.
 * @param fromMin not before [min on the plan's clock; negative before day 1]
 * @param needMin how long it takes [min]; what is longer than a day starts at opening
 * @returns [min]
 */
export function nextOpenMin({ startDate, hours }: ShopDays, fromMin: number, needMin: number): number {
  const open = hours.opensHour * 60;
  const close = hours.closesHour * 60;
  let at = fromMin;
  // A fortnight is ample: there is no longer closed spell.
  for (let tries = 0; tries < 14; tries++) {
    const dayStart = Math.floor(at / DAY_MIN) * DAY_MIN;
    const start = Math.max(at, dayStart + open);
    const fits = start + needMin <= dayStart + close || (needMin > close - open && start === dayStart + open);
    if (fits && (hours.weekends || !isWeekendAt(startDate, start))) return start;
    at = dayStart + DAY_MIN;
  }
  return at;
}

/**
 * Latest start of hands-on work inside the shop's hours that is done by a moment.
 * @param untilMin done by then [min on the plan's clock]
 * @param needMin how long it takes [min]; what is longer than a day simply ends then
 * @returns [min]
 */
export function lastOpenMin({ startDate, hours }: ShopDays, untilMin: number, needMin: number): number {
  const open = hours.opensHour * 60;
  const close = hours.closesHour * 60;
  let dayStart = Math.floor(untilMin / DAY_MIN) * DAY_MIN;
  for (let tries = 0; tries < 14; tries++, dayStart -= DAY_MIN) {
    const start = Math.min(untilMin, dayStart + close) - needMin;
    if (start >= dayStart + open && (hours.weekends || !isWeekendAt(startDate, start))) return start;
  }
  return untilMin - needMin;
}

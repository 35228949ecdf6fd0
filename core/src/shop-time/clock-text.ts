import { DAY_MIN, dateOf, dayNumber, isWeekendAt } from './shop-clock.js';

const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** Plan clock as the shop says it: "day 2 08:15", and "3 days before 08:15" ahead of day 1. */
export function clockText(timeS: number): string {
  const minutes = Math.round(timeS / 60);
  const day = Math.floor(minutes / DAY_MIN) + 1;
  const inDay = minutes - (day - 1) * DAY_MIN;
  const two = (n: number): string => String(n).padStart(2, '0');
  const time = `${two(Math.floor(inDay / 60))}:${two(inDay % 60)}`;
  if (day >= 1) return `day ${String(day)} ${time}`;
  return `${String(1 - day)} ${day === 0 ? 'day' : 'days'} before ${time}`;
}

/** Weekday and date of a plan day, "Mon 30 Nov". */
export function dayText(startDate: string, day: number): string {
  const days = dayNumber(startDate) + day - 1;
  const [, month, date] = dateOf(days).split('-').map(Number);
  // 1970-01-01 was a Thursday.
  return `${WEEKDAYS[(((days + 4) % 7) + 7) % 7]} ${String(date)} ${MONTHS[month - 1]}`;
}

/** Date and clock of a plan minute, "Mon 30 Nov 08:15". */
export function momentText(startDate: string, minute: number): string {
  const day = Math.floor(Math.round(minute) / DAY_MIN) + 1;
  const inDay = Math.round(minute) - (day - 1) * DAY_MIN;
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${dayText(startDate, day)} ${two(Math.floor(inDay / 60))}:${two(inDay % 60)}`;
}

/** Whether a plan day is a Saturday or Sunday. */
export function isWeekend(startDate: string, day: number): boolean {
  return isWeekendAt(startDate, (day - 1) * DAY_MIN);
}

const DAY_S = 86400;

/** Plan clock as the shop says it: "day 2 08:15". */
export function clockText(timeS: number): string {
  const minutes = Math.round(timeS / 60);
  const day = Math.floor(minutes / 1440) + 1;
  const inDay = minutes - (day - 1) * 1440;
  const two = (n: number): string => String(n).padStart(2, '0');
  return `day ${String(day)} ${two(Math.floor(inDay / 60))}:${two(inDay % 60)}`;
}

/** Weekday and date of a plan day, "Mon 30 Nov". */
export function dayText(startDate: string, day: number): string {
  const date = new Date(`${startDate}T00:00:00Z`);
  date.setTime(date.getTime() + (day - 1) * DAY_S * 1000);
  return date.toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' });
}

/** Whether a plan day is a Saturday or Sunday. */
export function isWeekend(startDate: string, day: number): boolean {
  const weekday = new Date(new Date(`${startDate}T00:00:00Z`).getTime() + (day - 1) * DAY_S * 1000).getUTCDay();
  return weekday === 0 || weekday === 6;
}

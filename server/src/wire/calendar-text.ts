import { createEvents, type EventAttributes } from 'ics';

/** Minutes of the shop's clock since 1970 as a calendar writes them, without a zone. */
export function dateArrayOf(minute: number): [year: number, month: number, day: number, hour: number, minute: number] {
  const at = new Date(Math.round(minute) * 60_000);
  return [at.getUTCFullYear(), at.getUTCMonth() + 1, at.getUTCDate(), at.getUTCHours(), at.getUTCMinutes()];
}

export interface CalendarEntry {
  /** Stays the same when the entry moves, so that a calendar moves it too */
  readonly key: string;
  readonly title: string;
  /** By the shop's clock, without a zone */
  readonly start: readonly [year: number, month: number, day: number, hour: number, minute: number];
  readonly minutes: number;
  readonly description: string;
  readonly url: string;
}

/** A calendar of some entries, as text (RFC 5545). */
export function calendarText(calName: string, entries: readonly CalendarEntry[]): string {
  const events = entries.map(({ key, title, start, minutes, description, url }): EventAttributes => ({
    uid: `${key}@pentimento`,
    title,
    start: [...start],
    startInputType: 'local',
    startOutputType: 'local',
    duration: { minutes },
    description,
    url,
    productId: 'pentimento',
    calName,
  }));
  const { error, value } = createEvents(events, { productId: 'pentimento', calName });
  if (error || typeof value !== 'string') throw error ?? new Error('the calendar could not be written');
  return value;
}

import { addDays, format, formatISO, isToday, isValid, nextMonday, parse, parseISO } from 'date-fns';

const WRITTEN = ['yyyy-MM-dd', 'd MMM yyyy', 'd MMMM yyyy'] as const;

/** A day as somebody writes it, "2027-02-01" or "1 Feb 2027", the way plans and cards keep it; null: no day. */
export function readDay(text: string): string | null {
  for (const written of WRITTEN) {
    const day = parse(text.trim(), written, new Date(2000, 0, 1));
    if (isValid(day) && day.getFullYear() > 1900 && day.getFullYear() < 2200) return formatISO(day, { representation: 'date' });
  }
  return null;
}

/** A stored moment in the shop's words: "25 Nov 2026". */
export function dateText(iso: string): string {
  return format(parseISO(iso), 'dd MMM yyyy');
}

/** For a log: the clock time today, with the day before: "25 Nov 08:15". */
export function momentShort(iso: string): string {
  const at = parseISO(iso);
  return format(at, isToday(at) ? 'HH:mm' : 'd MMM HH:mm');
}

/** With its clock time: "25 Nov 2026, 08:15". */
export function dateTimeText(iso: string): string {
  return format(parseISO(iso), 'd MMM yyyy, HH:mm');
}

/** "Nov 26", for axes. */
export function monthText(date: Date): string {
  return format(date, 'MMM yy');
}

/** Today as plans and cards keep days, YYYY-MM-DD. */
export function today(): string {
  return formatISO(new Date(), { representation: 'date' });
}

/** The day after today, YYYY-MM-DD. */
export function tomorrow(): string {
  return formatISO(addDays(new Date(), 1), { representation: 'date' });
}

/** The Monday after today, YYYY-MM-DD. */
export function comingMonday(): string {
  return formatISO(nextMonday(new Date()), { representation: 'date' });
}

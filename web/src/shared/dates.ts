import { format, formatISO, nextMonday, parseISO } from 'date-fns';

/** A stored moment in the shop's words: "25 Nov 2026". */
export function dateText(iso: string): string {
  return format(parseISO(iso), 'dd MMM yyyy');
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

/** The Monday after today, YYYY-MM-DD. */
export function comingMonday(): string {
  return formatISO(nextMonday(new Date()), { representation: 'date' });
}

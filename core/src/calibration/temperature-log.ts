import { DomainError } from '../errors/domain-error.js';

/** A thermometer's record: times from its start, growing, and temperatures. */
export interface TemperatureLog {
  /** [s] */
  readonly timeS: readonly number[];
  /** [°C] */
  readonly tempC: readonly number[];
}

/** A log read from a table, with what was taken for what. */
export interface ReadLog extends TemperatureLog {
  /** "Column 2, °F": shown so that a wrong guess is seen */
  readonly timeColumn: string;
  readonly tempColumn: string;
  /** Rows that were left out, and why */
  readonly skipped: readonly string[];
}

type TimeUnit = 's' | 'min' | 'h' | 'clock';
export type TemperatureUnit = 'C' | 'F' | 'K';

/** What the person says when the guess is wrong. */
export interface LogHints {
  readonly timeUnit?: TimeUnit;
  readonly tempUnit?: TemperatureUnit;
}

const CLOCK = /^(?:(\d{4}-\d{2}-\d{2}|\d{1,2}[./]\d{1,2}[./]\d{2,4})[ T])?(\d{1,2}):(\d{2})(?::(\d{2}(?:[.,]\d+)?))?\s*([ap]m)?$/i;
const MOST_ROWS = 200000;
const DAY_S = 86400;

/** A number as loggers and spreadsheets write it; comma or point. NaN when it is none. */
function readNumber(cell: string): number {
  const text = cell
    .trim()
    .replace(/\s*°?\s*[CFK]$/i, '')
    .replace(',', '.');
  return text === '' ? NaN : Number(text);
}

/** Seconds of a clock time; the day is counted from midnight, a new day is found by the clock going back. */
function readClock(cell: string): number {
  const match = CLOCK.exec(cell.trim());
  if (!match) return NaN;
  const half = match.at(5)?.toLowerCase();
  const hour = (Number(match[2]) % (half ? 12 : 25)) + (half === 'pm' ? 12 : 0);
  return hour * 3600 + Number(match[3]) * 60 + Number((match.at(4) ?? '0').replace(',', '.'));
}

interface Column {
  readonly index: number;
  readonly header: string;
  readonly numbers: readonly number[];
  readonly clocks: readonly number[];
}

const share = (values: readonly number[]): number => values.filter((v) => Number.isFinite(v)).length / Math.max(1, values.length);

function columnsOf(header: readonly string[] | null, rows: readonly (readonly string[])[]): Column[] {
  const width = Math.max(...rows.map((row) => row.length));
  return Array.from({ length: width }, (_, index) => {
    const cells = rows.map((row) => row.at(index) ?? '');
    return { index, header: header?.at(index)?.trim() ?? '', numbers: cells.map(readNumber), clocks: cells.map(readClock) };
  });
}

function timeColumn(columns: readonly Column[]): Column | null {
  const named = columns.find(({ header }) => /time|zeit|clock|date|elapsed|^t\b|sec|min|hour/i.test(header) && !/temp/i.test(header));
  if (named) return named;
  const clock = columns.find(({ clocks }) => share(clocks) > 0.8);
  if (clock) return clock;
  // A counter of the rows grows too, but less far than seconds or minutes.
  const candidates = columns.filter(({ numbers }) => share(numbers) > 0.8 && growing(numbers) && (columns.length < 3 || !counts(numbers)));
  return candidates.at(0) ?? columns.find(({ numbers }) => share(numbers) > 0.8 && growing(numbers)) ?? null;
}

function growing(values: readonly number[]): boolean {
  const finite = values.filter((v) => Number.isFinite(v));
  return finite.length > 1 && finite.every((v, i) => i === 0 || v > finite[i - 1]);
}

/** Row numbers: 1, 2, 3 … */
function counts(values: readonly number[]): boolean {
  return values.every((v, i) => i === 0 || v === values[i - 1] + 1);
}

function tempColumn(columns: readonly Column[], time: Column): Column | null {
  const others = columns.filter((column) => column !== time && share(column.numbers) > 0.5);
  const named = others.find(({ header }) => /temp|°|\bprobe|\bt[12]?\b|^[cfk]$/i.test(header));
  if (named) return named;
  // Without a name: the one that varies most; row numbers do not count, battery lines hardly vary.
  const spread = ({ numbers }: Column): number => {
    const finite = numbers.filter((v) => Number.isFinite(v));
    return counts(finite) ? 0 : Math.max(...finite) - Math.min(...finite);
  };
  return others.reduce<Column | null>((best, one) => (best && spread(best) >= spread(one) ? best : one), null);
}

function guessTimeUnit({ header, numbers, clocks }: Column): TimeUnit {
  if (share(clocks) > 0.8) return 'clock';
  if (/\bs\b|\[s\]|\(s\)|sec/i.test(header)) return 's';
  if (/min/i.test(header)) return 'min';
  if (/\bh\b|hour|\[h\]|\(h\)/i.test(header)) return 'h';
  const finite = numbers.filter((v) => Number.isFinite(v));
  const span = finite[finite.length - 1] - finite[0];
  const step = span / Math.max(1, finite.length - 1);
  // A cup test lasts half an hour to a few hours: whole steps over a long span are seconds.
  if (span > 600 || step >= 5) return 's';
  return span > 12 ? 'min' : 'h';
}

function guessTempUnit({ header, numbers }: Column): TemperatureUnit {
  if (/°\s*F|\bF\b|\(F\)|fahrenheit/i.test(header)) return 'F';
  if (/\bK\b|\(K\)|kelvin/i.test(header)) return 'K';
  if (/°\s*C|\bC\b|\(C\)|celsius/i.test(header)) return 'C';
  const first = numbers.find((v) => Number.isFinite(v)) ?? 20;
  if (first > 200) return 'K';
  // No shop mixes resin at 50 °C; at 50 °F many do.
  return first > 45 ? 'F' : 'C';
}

const TIME_S: Record<Exclude<TimeUnit, 'clock'>, number> = { s: 1, min: 60, h: 3600 };
const TO_C: Record<TemperatureUnit, (value: number) => number> = { C: (v) => v, F: (v) => (v - 32) / 1.8, K: (v) => v - 273.15 };

/**
 * Reads a table from a thermometer or logger: finds the columns of time and temperature and their units.
 * @param rows cells as text, with or without a heading row
 * @throws DomainError `bad-document` when there is no time or no temperature in it
 */
export function readTemperatureLog(rows: readonly (readonly string[])[], hints: LogHints = {}): ReadLog {
  const filled = rows.filter((row) => row.some((cell) => cell.trim() !== ''));
  if (filled.length > MOST_ROWS) throw bad(`${String(filled.length)} rows`, `at most ${String(MOST_ROWS)}: thin it out first`);
  // Loggers write a few lines about themselves first: the table starts where numbers do.
  const numeric = (row: readonly string[]): number =>
    row.filter((cell) => Number.isFinite(readNumber(cell)) || Number.isFinite(readClock(cell))).length;
  const first = filled.findIndex((row) => numeric(row) >= 2);
  if (first < 0) throw bad('no row with a time and a temperature', 'two columns of numbers, time and temperature');
  const header = first > 0 ? filled[first - 1] : null;
  const body = filled.slice(first);
  const columns = columnsOf(header, body);
  const time = timeColumn(columns);
  if (!time) throw bad('no column of times', 'a column of growing times, or one headed "time"');
  const temp = tempColumn(columns, time);
  if (!temp) throw bad('no column of temperatures', 'a column of temperatures, or one headed "temperature"');
  const timeUnit = hints.timeUnit ?? guessTimeUnit(time);
  const tempUnit = hints.tempUnit ?? guessTempUnit(temp);
  const toC = TO_C[tempUnit];
  const timeS: number[] = [];
  const tempC: number[] = [];
  const skipped: string[] = [];
  let days = 0;
  let startS: number | null = null;
  let lastS = -Infinity;
  body.forEach((_row, i) => {
    const raw = timeUnit === 'clock' ? time.clocks[i] + days * DAY_S : time.numbers[i] * TIME_S[timeUnit];
    const shifted = timeUnit === 'clock' && raw < lastS - DAY_S / 2 ? raw + DAY_S : raw;
    if (shifted !== raw) days += 1;
    const value = toC(temp.numbers[i]);
    const place = `row ${String(first + i + 1)}`;
    if (!Number.isFinite(shifted)) skipped.push(`${place}: no time`);
    else if (!Number.isFinite(value)) skipped.push(`${place}: no temperature`);
    else if (shifted <= lastS) skipped.push(`${place}: time does not go on`);
    else {
      startS ??= shifted;
      lastS = shifted;
      timeS.push(shifted - startS);
      tempC.push(value);
    }
  });
  if (timeS.length < 2) throw bad(`${String(timeS.length)} usable rows`, 'at least two rows with a time and a temperature');
  return { timeS, tempC, timeColumn: nameOf(time, timeUnit), tempColumn: nameOf(temp, `°${tempUnit}`), skipped };
}

function nameOf({ header, index }: Column, unit: string): string {
  return `${header === '' ? `column ${String(index + 1)}` : `"${header}"`}, ${unit}`;
}

function bad(value: string, expected: string): DomainError {
  return new DomainError({ code: 'bad-document', quantity: 'temperature log', value, expected });
}

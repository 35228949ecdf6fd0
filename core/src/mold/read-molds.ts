import { isCalendarDate } from '../shop-time/shop-clock.js';
import { releasePrograms } from '../service/release-programs.js';
import { moldStates, moldZoneKinds, type MoldState, type MoldZone } from './mold-fields.js';
import { zonesOfSections } from './mold-record.js';

/** A mold as a row of a list says it. */
export interface ReadMold {
  /** Line of the list, the head is 1 */
  readonly line: number;
  /** Empty: it gets the next one of the rack */
  readonly number: string;
  readonly part: string;
  readonly hand: 'left' | 'right' | 'none';
  readonly programId: string;
  readonly customer: string;
  readonly where: string;
  readonly made: string | null;
  readonly state: MoldState;
  readonly sections: readonly string[];
  readonly zones: readonly MoldZone[];
  readonly pulls: number;
  readonly sinceFull: number;
  readonly sinceCoat: number;
  /** Whether anything is said of a treatment */
  readonly treated: boolean;
}

export interface MoldRowProblem {
  readonly line: number;
  /** What is wrong and what to write instead */
  readonly words: string;
}

/** What a column may be called, in lower case. */
const COLUMNS = {
  number: ['number', 'mold', 'mold number', 'no', 'no.'],
  part: ['part', 'part name', 'name'],
  hand: ['hand', 'side'],
  customer: ['customer', 'client'],
  where: ['place', 'where', 'location', 'stands'],
  sections: ['sections', 'section'],
  zones: ['zones', 'zone'],
  program: ['release program', 'program', 'release'],
  made: ['made', 'made on', 'date'],
  state: ['state', 'status'],
  pulls: ['pulls', 'pulls so far', 'parts'],
  sinceFull: ['since full treatment', 'since full', 'since strip'],
  sinceCoat: ['since last coat', 'since coat'],
} as const;
type Column = keyof typeof COLUMNS;
const isColumn = (word: string): word is Column => Object.hasOwn(COLUMNS, word);
const columns = Object.keys(COLUMNS).filter(isColumn);

const MOST_ROWS = 2000;
const plain = (text: string): string =>
  text
    .trim()
    .toLowerCase()
    .replace(/[_\s]+/g, ' ');

/** What the head of a list is called here; undefined: no column of ours. */
const columnOf = (head: string): Column | undefined => columns.find((column) => COLUMNS[column].some((name) => name === plain(head)));

/** Values of a cell that holds several. */
const several = (cell: string): string[] =>
  cell
    .split(/[;|]/)
    .map((one) => one.trim())
    .filter((one) => one !== '');

/**
 * Molds from the rows of a list with a head (number, part, hand, sections, zones, release program, pulls and treatments so far).
 * A zone may say its kind after a colon: "Rim: flange". Rows with a problem are left out, and the problem is told.
 */
export function readMoldRows(rows: readonly Readonly<Record<string, string>>[]): {
  molds: ReadMold[];
  problems: MoldRowProblem[];
  unknown: string[];
} {
  const heads = Object.keys(rows[0] ?? {});
  const unknown = heads.filter((head) => head.trim() !== '' && columnOf(head) === undefined);
  const problems: MoldRowProblem[] = [];
  const molds: ReadMold[] = [];
  const numbers = new Map<string, number>();
  if (rows.length > 0 && !heads.some((head) => columnOf(head) === 'part'))
    return { molds, problems: [{ line: 1, words: 'No column is called "part". The first line must name the columns.' }], unknown };
  if (rows.length > MOST_ROWS)
    return { molds, problems: [{ line: MOST_ROWS + 2, words: `At most ${String(MOST_ROWS)} molds at once. Split the list.` }], unknown };
  rows.forEach((row, i) => {
    const line = i + 2;
    const cells: Partial<Record<Column, string>> = {};
    for (const [head, cell] of Object.entries(row)) {
      const column = columnOf(head);
      if (column) cells[column] = cell.trim();
    }
    if (Object.values(cells).every((cell) => cell === '')) return;
    const found: string[] = [];
    const mold = readRow(cells, line, found);
    const before = numbers.get(mold.number);
    if (mold.number !== '' && before !== undefined) found.push(`Number ${mold.number} is on line ${String(before)} already.`);
    if (mold.number !== '') numbers.set(mold.number, line);
    if (found.length === 0) molds.push(mold);
    problems.push(...found.map((words) => ({ line, words })));
  });
  return { molds, problems, unknown };
}

function readRow(cells: Readonly<Partial<Record<Column, string>>>, line: number, problems: string[]): ReadMold {
  const text = (column: Column, most: number): string => {
    const value = cells[column] ?? '';
    if (value.length > most) problems.push(`${column} is longer than ${String(most)} characters.`);
    return value;
  };
  const count = (column: Column, otherwise: number): number => {
    const value = cells[column] ?? '';
    if (value === '') return otherwise;
    const number = Number(value);
    if (Number.isInteger(number) && number >= 0 && number <= 1e6) return number;
    problems.push(`"${value}" is no number of pulls. Write a whole number.`);
    return 0;
  };
  const part = text('part', 120);
  if (part === '') problems.push('The part has no name.');
  const pulls = count('pulls', 0);
  const [sinceFull, sinceCoat] = [count('sinceFull', pulls), count('sinceCoat', pulls)];
  if (sinceFull > pulls || sinceCoat > pulls) problems.push(`More pulls since a treatment than ${String(pulls)} in all.`);
  const sections = several(cells.sections ?? '');
  if (sections.length > 12) problems.push('At most 12 sections.');
  return {
    line,
    number: text('number', 20),
    part,
    hand: handOf(cells.hand ?? '', problems),
    programId: programOf(cells.program ?? '', problems),
    customer: text('customer', 80),
    where: text('where', 80),
    made: madeOf(cells.made ?? '', problems),
    state: stateOf(cells.state ?? '', problems),
    sections,
    zones: zonesOf(several(cells.zones ?? ''), sections, problems),
    pulls,
    sinceFull,
    sinceCoat,
    treated: (cells.sinceFull ?? '') !== '' || (cells.sinceCoat ?? '') !== '',
  };
}

function handOf(cell: string, problems: string[]): ReadMold['hand'] {
  const hand = plain(cell);
  if (hand === '' || hand === 'none' || hand === '-') return 'none';
  if (hand === 'left' || hand === 'l') return 'left';
  if (hand === 'right' || hand === 'r') return 'right';
  problems.push(`"${cell}" is no hand. Write left, right or nothing.`);
  return 'none';
}

function programOf(cell: string, problems: string[]): string {
  const found = releasePrograms.find(({ id, name }) => plain(cell) === id || plain(cell) === plain(name) || plain(cell) === id.replace('-', ' '));
  if (!found) problems.push(`"${cell}" is no release program. Write ${releasePrograms.map(({ name }) => name).join(', ')}.`);
  return found?.id ?? releasePrograms[0].id;
}

function madeOf(cell: string, problems: string[]): string | null {
  if (cell === '') return null;
  if (isCalendarDate(cell)) return cell;
  problems.push(`"${cell}" is no day. Write it as 2024-03-31.`);
  return null;
}

function stateOf(cell: string, problems: string[]): MoldState {
  if (cell === '') return 'in service';
  const found = moldStates.find((state) => state === plain(cell) || state === plain(cell).replace('at the', 'at'));
  if (!found) problems.push(`"${cell}" is no state. Write ${moldStates.join(', ')}.`);
  return found ?? 'in service';
}

function zonesOf(cells: readonly string[], sections: readonly string[], problems: string[]): MoldZone[] {
  if (cells.length === 0) return zonesOfSections(sections);
  if (cells.length > 60) problems.push('At most 60 zones.');
  return cells.map((cell, i): MoldZone => {
    const [name, said = ''] = cell.split(':').map((word) => word.trim());
    const kind = moldZoneKinds.find((one) => one === plain(said) || one === plain(name)) ?? 'field';
    if (said !== '' && !moldZoneKinds.some((one) => one === plain(said)))
      problems.push(`"${said}" is no kind of zone. Write ${moldZoneKinds.join(', ')}.`);
    const section = sections.find((one) => plain(name).startsWith(plain(one))) ?? '';
    return { id: `z${String(i + 1)}`, name: name.slice(0, 80), section, kind };
  });
}

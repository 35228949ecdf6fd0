import { DomainError } from '../errors/domain-error.js';
import type { CardField } from '../materials/card-field.js';
import { cardFields } from '../materials/card-fields.js';
import { checkCard } from '../materials/check-card.js';
import {
  materialKinds,
  valueOrigins,
  type CardScalar,
  type CardValue,
  type GelTimeStatement,
  type MaterialCard,
  type MaterialKind,
  type ValueOrigin,
} from '../materials/material-card.js';
import { isRecord, type Json } from './json-read.js';
import { fromCsvCell } from './csv.js';

/** A file of cards, as exported and imported. */
export interface CardFile {
  readonly format: 'pentimento-cards';
  readonly formatVersion: 1;
  readonly cards: readonly MaterialCard[];
}

export function writeCardFile(cards: readonly MaterialCard[]): CardFile {
  return { format: 'pentimento-cards', formatVersion: 1, cards: cards.map(plainCard) };
}

/** A card without what else its owner hung on it (its version). */
function plainCard({ formatVersion, id, kind, name, values, gelTimes }: MaterialCard): MaterialCard {
  return { formatVersion, id, kind, name, values, gelTimes };
}

function bad(quantity: string, value: unknown, expected: string): never {
  throw new DomainError({ code: 'bad-document', quantity, value, expected });
}

/**
 * Reads a file of cards (docs/formats.md, docs/card-file.schema.json). Every card is checked as if typed in.
 * @throws DomainError naming the card and what is wrong; nothing is read then
 */
export function readCardFile(json: unknown): MaterialCard[] {
  if (!isRecord(json) || json.format !== 'pentimento-cards')
    return bad('card file', isRecord(json) ? json.format : typeof json, '"format": "pentimento-cards"');
  if (json.formatVersion !== 1) return bad('card file, formatVersion', json.formatVersion, '1');
  const { cards } = json;
  if (!Array.isArray(cards) || cards.length === 0 || cards.length > 500)
    return bad('card file, cards', Array.isArray(cards) ? cards.length : cards, '1 to 500 cards');
  return cards.map((card: unknown, i) => {
    const read = readCard(card, `card ${String(i + 1)}`);
    checkCard(read);
    return read;
  });
}

/** Reads one card of unknown make; shapes only, ranges are checkCard's. */
export function readCard(value: unknown, what = 'card'): MaterialCard {
  if (!isRecord(value)) return bad(what, value, 'an object');
  const { id, kind, name, values, gelTimes = [] } = value;
  if (typeof id !== 'string' || typeof name !== 'string') return bad(`${what}, id and name`, id, 'texts');
  const known = materialKinds.find((one) => one === kind);
  if (!known) return bad(`${what}, kind`, kind, materialKinds.join(', '));
  if (!isRecord(values)) return bad(`${what} "${name}", values`, values, 'an object of lines by key');
  if (!Array.isArray(gelTimes)) return bad(`${what} "${name}", gelTimes`, gelTimes, 'a list');
  const lines = Object.entries(values).map(([key, line]) => [key, readValue(line, `${what} "${name}", ${key}`)] as const);
  return {
    formatVersion: 1,
    id,
    kind: known,
    name,
    values: Object.fromEntries(lines),
    gelTimes: gelTimes.map((one: unknown, i) => readGelTime(one, `${what} "${name}", gel time ${String(i + 1)}`)),
  };
}

function readSource(
  { origin, note = '', date = null }: Record<string, Json>,
  what: string,
): { origin: ValueOrigin; note: string; date: string | null } {
  const known = valueOrigins.find((one) => one === origin);
  if (!known) return bad(`${what}, origin`, origin, valueOrigins.join(', '));
  if (typeof note !== 'string') return bad(`${what}, note`, note, 'a text');
  if (date !== null && typeof date !== 'string') return bad(`${what}, date`, date, 'YYYY-MM-DD, or null');
  return { origin: known, note, date };
}

function isScalar(value: unknown): value is CardScalar {
  return value === null || typeof value === 'number' || typeof value === 'string' || typeof value === 'boolean';
}

function readValue(line: unknown, what: string): CardValue {
  if (!isRecord(line) || !isScalar(line.value)) return bad(what, line, '{ value, origin, note, date }');
  return { value: line.value, ...readSource(line, what) };
}

function readGelTime(line: unknown, what: string): GelTimeStatement {
  if (!isRecord(line)) return bad(what, line, '{ minutes, tempC, catalystPct, massG, origin, note, date }');
  const { minutes, tempC, catalystPct = null, massG } = line;
  if (
    typeof minutes !== 'number' ||
    typeof tempC !== 'number' ||
    typeof massG !== 'number' ||
    (catalystPct !== null && typeof catalystPct !== 'number')
  ) {
    return bad(what, line, 'numbers: minutes, tempC, massG, catalystPct (null for a fixed ratio)');
  }
  return { minutes, tempC, massG, catalystPct, ...readSource(line, what) };
}

const COLUMNS = ['card', 'kind', 'name', 'key', 'label', 'value', 'unit', 'origin', 'note', 'date'] as const;

/** Cards as a list for a spreadsheet: one row per line, with heading. Gel times at several conditions are in the JSON file only. */
export function cardRows(cards: readonly MaterialCard[]): string[][] {
  return [
    [...COLUMNS],
    ...cards.flatMap((card) =>
      cardFields[card.kind].flatMap((field) => {
        if (!Object.hasOwn(card.values, field.key)) return [];
        const { value, origin, note, date } = card.values[field.key];
        return [[card.id, card.kind, card.name, field.key, field.label, value === null ? '' : String(value), field.unit, origin, note, date ?? '']];
      }),
    ),
  ];
}

/**
 * Cards from a list. A card that is known keeps the lines that the list does not mention; a new one needs all that are required.
 * @throws DomainError naming the row and what is wrong
 */
export function cardsFromRows(rows: readonly (readonly string[])[], known: readonly MaterialCard[]): MaterialCard[] {
  const header = rows.at(0)?.map((cell) => cell.trim().toLowerCase()) ?? [];
  const at = (row: readonly string[], column: (typeof COLUMNS)[number]): string => {
    const index = header.indexOf(column);
    return index < 0 ? '' : fromCsvCell(row.at(index) ?? '').trim();
  };
  for (const column of ['card', 'key', 'value', 'origin'] as const) {
    if (!header.includes(column)) bad('list of cards, heading', header.join(', '), `columns ${COLUMNS.join(', ')}`);
  }
  const cards = new Map<string, MaterialCard>();
  rows.slice(1).forEach((row, i) => {
    if (row.every((cell) => cell.trim() === '')) return;
    const place = `row ${String(i + 2)}`;
    const id = at(row, 'card');
    const before = cards.get(id) ?? known.find((card) => card.id === id) ?? newCard(id, at(row, 'kind'), at(row, 'name'), place);
    const field = cardFields[before.kind].find(({ key }) => key === at(row, 'key'));
    if (!field) return bad(`${place}, key`, at(row, 'key'), `a line of a ${before.kind} card`);
    const unit = header.includes('unit') ? at(row, 'unit') : field.unit;
    if (unit !== field.unit) bad(`${place}, ${field.label}, unit`, unit, field.unit === '' ? 'no unit' : field.unit);
    const source = readSource({ origin: at(row, 'origin'), note: at(row, 'note'), date: at(row, 'date') === '' ? null : at(row, 'date') }, place);
    const value = { value: readCell(at(row, 'value'), field, place), ...source };
    const name = at(row, 'name') === '' ? before.name : at(row, 'name');
    cards.set(id, { ...before, name, values: { ...before.values, [field.key]: value } });
  });
  const read = [...cards.values()].map(plainCard);
  read.forEach(checkCard);
  return read;
}

function newCard(id: string, kind: string, name: string, place: string): MaterialCard {
  const known: MaterialKind | undefined = materialKinds.find((one) => one === kind);
  if (!known) return bad(`${place}, kind of the new card "${id}"`, kind, materialKinds.join(', '));
  return { formatVersion: 1, id, kind: known, name: name === '' ? id : name, values: {}, gelTimes: [] };
}

function readCell(cell: string, field: CardField, place: string): CardScalar {
  if (cell === '') return null;
  if (field.type === 'flag') {
    if (cell === 'true' || cell === 'yes') return true;
    if (cell === 'false' || cell === 'no') return false;
    return bad(`${place}, ${field.label}`, cell, 'yes or no');
  }
  if (field.type !== 'number') return cell;
  const number = Number(cell.replace(',', '.'));
  return Number.isFinite(number) ? number : bad(`${place}, ${field.label}`, cell, `a number in ${field.unit === '' ? 'no unit' : field.unit}`);
}

import { DomainError } from '../../errors/domain-error.js';
import { requireInRange } from '../../errors/require.js';
import { isCalendarDate } from '../../shop-time/shop-clock.js';
import type { ChoiceShape, Field, FieldTable, ListShape, NumberShape, TextShape } from './field.js';

/** Whether a value is an object with keys: no list, not null. */
export function isPart(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/**
 * Refuses a part that does not fit its fields.
 * @param place what stands before a field's name in a message, "session 2 (Skin)"; empty: nothing
 * @throws DomainError naming place and field, the value and what was expected
 */
export function checkPart(fields: FieldTable, part: unknown, place = ''): void {
  if (!isPart(part)) throw new DomainError({ code: 'bad-document', quantity: place, value: part, expected: 'a part with fields of its own' });
  for (const [key, field] of Object.entries(fields)) {
    const value = Object.hasOwn(part, key) ? part[key] : undefined;
    if (!field.optional || value !== undefined) checkValue(field, value, place);
  }
}

const within = (place: string, what: string): string => (place === '' ? what : `${place}, ${what}`);

/** @throws DomainError naming the quantity, the value and what was expected */
function checkValue(field: Field, value: unknown, place: string): void {
  const quantity = within(place, field.label.charAt(0).toLowerCase() + field.label.slice(1));
  if (value === null && field.nullable) return;
  if (value === null || value === undefined) throw new DomainError({ code: 'value-missing', quantity, value, expected: expectedOf(field) });
  const { shape } = field;
  switch (shape.kind) {
    case 'number':
      checkNumber(shape, value, quantity);
      return;
    case 'text':
      checkText(shape, value, quantity);
      return;
    case 'choice':
      checkChoice(shape, value, quantity);
      return;
    case 'flag':
      if (typeof value !== 'boolean') throw new DomainError({ code: 'bad-document', quantity, value, expected: 'yes or no' });
      return;
    case 'part':
      checkPart(shape.fields, value, quantity);
      return;
    case 'list':
      checkList(shape, value, quantity, place);
      return;
    case 'record':
      if (!isPart(value)) throw new DomainError({ code: 'bad-document', quantity, value, expected: expectedOf(field) });
      for (const [key, one] of Object.entries(value)) checkValue(shape.of, one, `${quantity}, ${key}`);
  }
}

function checkNumber({ range, whole, code, zeroCode }: NumberShape, value: unknown, quantity: string): void {
  requireInRange(quantity, value, range, value === 0 ? zeroCode : code);
  if (whole && !Number.isInteger(value))
    throw new DomainError({ code: 'value-out-of-range', quantity, value, expected: `a whole number of ${range.unit || 'them'}` });
}

function checkText({ least, most, day = false }: TextShape, value: unknown, quantity: string): void {
  if (typeof value !== 'string' || value.length < least || value.length > most)
    throw new DomainError({
      code: 'bad-document',
      quantity,
      value: typeof value === 'string' ? value.slice(0, 60) : value,
      expected: `a text of ${String(least)} to ${String(most)} characters`,
    });
  if (day && !isCalendarDate(value)) throw new DomainError({ code: 'bad-document', quantity, value, expected: 'a day of the calendar, YYYY-MM-DD' });
}

function checkChoice({ choices, open }: ChoiceShape, value: unknown, quantity: string): void {
  if (choices.some((one) => one === value)) return;
  throw new DomainError({ code: open ? 'unknown-material' : 'bad-document', quantity, value, expected: `one of ${choices.map(String).join(', ')}` });
}

function checkList({ of, entry, least, most }: ListShape, value: unknown, quantity: string, place: string): void {
  if (!Array.isArray(value)) throw new DomainError({ code: 'bad-document', quantity, value, expected: 'a list' });
  if (value.length < least || value.length > most)
    throw new DomainError({
      code: value.length === 0 ? 'value-missing' : 'value-out-of-range',
      quantity,
      value: value.length,
      expected: least > 0 ? `${String(least)} to ${String(most)} of them` : `at most ${String(most)} of them`,
    });
  value.forEach((one: unknown, i) => {
    const at = within(place, entryName(entry, i, one));
    if (of.shape.kind === 'part') checkPart(of.shape.fields, one, at);
    else checkValue({ ...of, label: entryName(entry, i, one) }, one, place);
  });
  if (of.shape.kind === 'part' && Object.hasOwn(of.shape.fields, 'id')) checkIds(value, entry, place);
}

/**
 * Entries that are found by their id must have one of their own.
 * @throws DomainError naming the second entry of an id
 */
export function checkIds(entries: readonly unknown[], entry: string, place = ''): void {
  const seen = new Set<unknown>();
  entries.forEach((one, i) => {
    const id = isPart(one) ? one.id : undefined;
    if (seen.has(id))
      throw new DomainError({
        code: 'bad-document',
        quantity: within(place, `${entryName(entry, i, one)}, id`),
        value: typeof id === 'string' ? id.slice(0, 60) : id,
        expected: `an id that no other ${entry} has`,
      });
    seen.add(id);
  });
}

/** "session 2 (Skin)" */
export function entryName(entry: string, index: number, value: unknown): string {
  const said = isPart(value) && typeof value.name === 'string' ? ` (${value.name.slice(0, 80)})` : '';
  return `${entry} ${String(index + 1)}${said}`;
}

function expectedOf({ shape }: Field): string {
  if (shape.kind === 'number') return `a number${shape.range.unit === '' ? '' : ` of ${shape.range.unit}`}`;
  if (shape.kind === 'choice') return `one of ${shape.choices.map(String).join(', ')}`;
  const words = { text: 'a text', flag: 'yes or no', part: 'a part with fields of its own', list: 'a list', record: 'numbers by key' };
  return words[shape.kind];
}

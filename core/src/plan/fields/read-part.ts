import { entryName, isPart } from './check-part.js';
import type { Field, FieldTable } from './field.js';
import { initialOf } from './initial.js';

/** What was changed to make an older or foreign part fit. */
export interface ReadNote {
  /** "kit, shop’s waste" */
  readonly where: string;
  readonly what: 'filled in' | 'dropped';
}

const within = (place: string, what: string): string => (place === '' ? what : `${place}, ${what}`);

/**
 * A part as its fields want it: what is missing is filled with what the field says, what no field knows is dropped.
 * Nothing is refused here; `checkPart` does that afterwards.
 */
export function readPart(fields: FieldTable, json: Readonly<Record<string, unknown>>, notes: ReadNote[], place = ''): Record<string, unknown> {
  const read: Record<string, unknown> = {};
  for (const [key, field] of Object.entries(fields)) {
    const said = Object.hasOwn(json, key) ? json[key] : undefined;
    const where = within(place, field.label.charAt(0).toLowerCase() + field.label.slice(1));
    const value = said === undefined ? initialOf(field) : readValue(field, said, notes, where, place);
    if (value === undefined) continue;
    if (said === undefined) notes.push({ where, what: 'filled in' });
    read[key] = value;
  }
  for (const key of Object.keys(json))
    if (!Object.hasOwn(fields, key)) notes.push({ where: within(place, `"${key.slice(0, 40)}"`), what: 'dropped' });
  return read;
}

function readValue({ shape }: Field, said: unknown, notes: ReadNote[], where: string, place: string): unknown {
  if (shape.kind === 'part' && isPart(said)) return readPart(shape.fields, said, notes, where);
  if (shape.kind === 'list' && Array.isArray(said)) {
    return said.map((one: unknown, i): unknown =>
      isPart(one) && shape.of.shape.kind === 'part'
        ? readPart(shape.of.shape.fields, one, notes, within(place, entryName(shape.entry, i, one)))
        : one,
    );
  }
  return said;
}

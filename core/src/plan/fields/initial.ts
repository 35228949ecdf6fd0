import type { Field, FieldTable, PartOf } from './field.js';

/**
 * What a field holds until somebody has said otherwise; undefined where it must be said.
 * A part that says nothing of its own is made of what its fields say.
 */
export function initialOf(field: Field): unknown {
  if (field.initial !== undefined) return field.initial;
  if (field.optional) return undefined;
  if (field.shape.kind === 'list' && field.shape.least === 0) return [];
  return field.shape.kind === 'part' ? initialEntries(field.shape.fields) : undefined;
}

function initialEntries(fields: FieldTable): Record<string, unknown> | undefined {
  const entries = Object.entries(fields)
    .filter(([, field]) => !field.optional)
    .map(([key, field]) => [key, initialOf(field)] as const);
  return entries.some(([, value]) => value === undefined) ? undefined : Object.fromEntries(entries);
}

/**
 * A part as it stands until somebody has said otherwise.
 * @throws TypeError naming a field that must be said
 */
export function initialPart<S extends FieldTable>(fields: S): PartOf<S> {
  const made: Record<string, unknown> = {};
  for (const [key, field] of Object.entries(fields)) {
    if (field.optional) continue;
    const value = initialOf(field);
    if (value === undefined) throw new TypeError(`${key} has no initial value`);
    made[key] = value;
  }
  // The loop above made exactly the required keys of the table, each from its own field.
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions
  return made as PartOf<S>;
}

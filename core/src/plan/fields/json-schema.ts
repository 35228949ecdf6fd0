import type { Field, FieldShape, FieldTable } from './field.js';

/** A JSON Schema, as far as fields need one. */
export type JsonSchema = Readonly<Record<string, unknown>>;

/** JSON Schema of a part: what must be there, in which range, and nothing else. */
export function partSchema(fields: FieldTable): JsonSchema {
  const entries = Object.entries(fields);
  return {
    type: 'object',
    additionalProperties: false,
    required: entries.filter(([, { optional }]) => !optional).map(([key]) => key),
    properties: Object.fromEntries(entries.map(([key, field]) => [key, fieldSchema(field)])),
  };
}

function fieldSchema({ label, shape, nullable }: Field): JsonSchema {
  const schema = { title: label, ...shapeSchema(shape) };
  return nullable ? { title: label, oneOf: [shapeSchema(shape), { type: 'null' }] } : schema;
}

function shapeSchema(shape: FieldShape): JsonSchema {
  switch (shape.kind) {
    case 'number': {
      const { min, max, unit } = shape.range;
      return { type: shape.whole ? 'integer' : 'number', minimum: min, maximum: max, ...(unit === '' ? {} : { description: unit }) };
    }
    case 'text':
      return { type: 'string', minLength: shape.least, maxLength: shape.most, ...(shape.day ? { format: 'date' } : {}) };
    case 'choice':
      return { enum: shape.choices };
    case 'flag':
      return { type: 'boolean' };
    case 'part':
      return partSchema(shape.fields);
    case 'list':
      return { type: 'array', minItems: shape.least, maxItems: shape.most, items: fieldSchema(shape.of) };
    case 'record':
      return { type: 'object', additionalProperties: fieldSchema(shape.of) };
  }
}

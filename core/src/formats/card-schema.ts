import type { CardField } from '../materials/card-field.js';
import { cardFields } from '../materials/card-fields.js';
import { materialKinds, valueOrigins, type MaterialKind } from '../materials/material-card.js';

type Schema = Readonly<Record<string, unknown>>;

const source = {
  origin: { enum: valueOrigins, description: 'Where the value comes from' },
  note: { type: 'string', maxLength: 300 },
  date: { type: ['string', 'null'], pattern: '^\\d{4}-\\d{2}-\\d{2}$' },
} as const;

function valueSchema({ type, min, max, choices, label, unit }: CardField): Schema {
  const about = { description: unit === '' ? label : `${label} [${unit}]` };
  const value =
    type === 'number'
      ? { type: ['number', 'null'], minimum: min, maximum: max }
      : type === 'flag'
        ? { type: ['boolean', 'null'] }
        : type === 'choice'
          ? { enum: [...(choices ?? []), null] }
          : { type: ['string', 'null'], maxLength: max };
  return { type: 'object', ...about, required: ['value', 'origin'], additionalProperties: false, properties: { value, ...source } };
}

function cardSchema(kind: MaterialKind): Schema {
  const fields = cardFields[kind];
  return {
    type: 'object',
    required: ['formatVersion', 'id', 'kind', 'name', 'values'],
    additionalProperties: false,
    properties: {
      formatVersion: { const: 1 },
      id: { type: 'string', pattern: '^[a-z0-9][a-z0-9_-]{1,58}$' },
      kind: { const: kind },
      name: { type: 'string', minLength: 1, maxLength: 80 },
      values: {
        type: 'object',
        required: fields.filter(({ required }) => required).map(({ key }) => key),
        additionalProperties: false,
        properties: Object.fromEntries(fields.map((field) => [field.key, valueSchema(field)])),
      },
      gelTimes: {
        type: 'array',
        maxItems: 12,
        items: {
          type: 'object',
          required: ['minutes', 'tempC', 'massG', 'origin'],
          additionalProperties: false,
          properties: {
            minutes: { type: 'number', minimum: 0.5, maximum: 6000 },
            tempC: { type: 'number', minimum: 0, maximum: 80 },
            catalystPct: { type: ['number', 'null'], minimum: 0.1, maximum: 5 },
            massG: { type: 'number', minimum: 5, maximum: 5000 },
            ...source,
          },
        },
      },
    },
  };
}

/** JSON Schema (2020-12) of a file of cards, made from the same tables that check them. */
export function cardFileSchema(): Schema {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Pentimento material cards',
    type: 'object',
    required: ['format', 'formatVersion', 'cards'],
    additionalProperties: false,
    properties: {
      format: { const: 'pentimento-cards' },
      formatVersion: { const: 1 },
      cards: {
        type: 'array',
        minItems: 1,
        maxItems: 500,
        items: { oneOf: materialKinds.map((kind) => ({ $ref: `#/$defs/${kind.replaceAll(' ', '-')}` })) },
      },
    },
    $defs: Object.fromEntries(materialKinds.map((kind) => [kind.replaceAll(' ', '-'), cardSchema(kind)])),
  };
}

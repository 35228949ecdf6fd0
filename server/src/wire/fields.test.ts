import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { validateSync, type ValidationError } from 'class-validator';
import {
  ChoiceField,
  DayField,
  FlagField,
  IdField,
  KeyField,
  ListField,
  NumberField,
  NumberListField,
  NumberRecordField,
  PartField,
  PatternField,
  RecordField,
  TextField,
  TextListField,
} from './fields.js';
import { sameJson } from './same-json.js';

const RANGE = { min: 1, max: 10, unit: 'mm' };

class Part {
  @NumberField(RANGE) thick: number;
}

type Make = (options?: { nullable?: boolean; optional?: boolean }) => PropertyDecorator;

/** Every kind of field: a right value, wrong ones, what OpenAPI says of it. */
const kinds: readonly [string, Make, unknown[], unknown[], Record<string, unknown>][] = [
  [
    'number',
    (o) => NumberField(RANGE, o),
    [1, 10, 5.5],
    [0.99, 10.01, '5', Number.NaN, Infinity, [], {}],
    { type: Number, minimum: 1, maximum: 10, description: 'mm' },
  ],
  ['whole number', (o) => NumberField(RANGE, { ...o, integer: true }), [1, 10], [0, 11, 5.5, '5'], { type: 'integer', minimum: 1, maximum: 10 }],
  ['text', (o) => TextField(3, o), ['a', 'abc'], ['', 'abcd', 5, ['a']], { type: String, minLength: 1, maxLength: 3 }],
  ['text of two at least', (o) => TextField(3, { ...o, minLength: 2 }), ['ab'], ['a'], { minLength: 2 }],
  ['day', (o) => DayField(o), ['2028-02-29'], ['2027-02-29', '2026-W05', 20260101, ['2026-01-01']], { type: String, format: 'date' }],
  ['id', (o) => IdField(o), ['6b7fbd0c-8f2e-4b63-9a50-0a8a0e9d9f11'], ['6b7fbd0c', 5, ''], { type: String, format: 'uuid' }],
  ['choice', (o) => ChoiceField(['a', 1], o), ['a', 1], ['b', '1', ['a']], { enum: ['a', 1] }],
  ['part', (o) => PartField(() => Part, o), [{ thick: 1 }], [{ thick: 0 }, {}, [], 'x', 1], {}],
  [
    'list',
    (o) => ListField(() => Part, 2, o),
    [[], [{ thick: 1 }, { thick: 2 }]],
    [[{ thick: 0 }], [{ thick: 1 }, { thick: 1 }, { thick: 1 }], {}, 'x'],
    { isArray: true, maxItems: 2 },
  ],
  [
    'record',
    (o) => RecordField(Part, o),
    [{}, { a: { thick: 1 } }],
    [[], 'x', 1],
    { type: 'object', additionalProperties: { $ref: '#/components/schemas/Part' } },
  ],
  [
    'numbers by key',
    (o) => NumberRecordField(RANGE, o),
    [{}, { a: 1, b: 10 }, { a: 2.5 }],
    [{ a: 1, b: 0 }, { a: 11 }, { a: '5' }, [], 'x', 1],
    { type: 'object', additionalProperties: { type: 'number' } },
  ],
  ['whole numbers by key', (o) => NumberRecordField(RANGE, { ...o, integer: true }), [{ a: 1 }], [{ a: 1, b: 2.5 }], {}],
  [
    'numbers',
    (o) => NumberListField(RANGE, 2, o),
    [[], [1, 10]],
    [[0], [11], [1, 2, 3], ['5'], [Number.NaN], 5, {}],
    { type: Number, isArray: true, maxItems: 2 },
  ],
  [
    'texts',
    (o) => TextListField(3, 2, o),
    [[], ['a', 'abc']],
    [[''], ['abcd'], ['a', 'b', 'c'], [5], 'a', {}],
    { type: String, isArray: true, maxItems: 2 },
  ],
];

function dto(decorator: PropertyDecorator): { faults: (body: object) => ValidationError[]; openApi: Record<string, unknown> } {
  class Dto {
    value: unknown;
  }
  decorator(Dto.prototype, 'value');
  return {
    faults: (body) => validateSync(plainToInstance(Dto, body), { whitelist: true, forbidNonWhitelisted: true }),
    openApi: Reflect.getMetadata('swagger/apiModelProperties', Dto.prototype, 'value') as Record<string, unknown>,
  };
}

describe.each(kinds)('%s', (_name, make, right, wrong, openApi) => {
  test.each(right.map((value) => [value]))('takes %p', (value) => {
    expect(dto(make()).faults({ value })).toEqual([]);
  });

  test.each(wrong.map((value) => [value]))('refuses %p', (value) => {
    expect(dto(make()).faults({ value })).not.toEqual([]);
  });

  test('null and nothing only where it says so', () => {
    const taken = (options: { nullable?: boolean; optional?: boolean }, body: object): boolean => dto(make(options)).faults(body).length === 0;
    expect([{ value: null }, {}].map((body) => taken({}, body))).toEqual([false, false]);
    expect([{ value: null }, {}].map((body) => taken({ nullable: true }, body))).toEqual([true, false]);
    expect([{ value: null }, {}].map((body) => taken({ optional: true }, body))).toEqual([false, true]);
    expect(taken({ nullable: true }, { value: wrong[0] })).toBe(false);
    expect(taken({ optional: true }, { value: wrong[0] })).toBe(false);
  });

  test('says the same in OpenAPI', () => {
    expect(dto(make()).openApi).toMatchObject(openApi);
    const required = (options: object): unknown => {
      const { required: asked, selfRequired } = dto(make(options)).openApi;
      return selfRequired ?? asked;
    };
    expect([required({}), required({ optional: true })]).toEqual([true, false]);
  });
});

test.each<[string, Make]>([
  ['number', (o) => NumberField(RANGE, o)],
  ['text', (o) => TextField(3, o)],
  ['day', (o) => DayField(o)],
  ['id', (o) => IdField(o)],
  ['choice', (o) => ChoiceField(['a'], o)],
  ['part', (o) => PartField(() => Part, o)],
])('%s: OpenAPI knows of null', (_name, make) => {
  expect(dto(make({ nullable: true })).openApi.nullable).toBe(true);
});

test.each<[string, PropertyDecorator, unknown, unknown, Record<string, unknown>]>([
  ['key', KeyField(['a']), 'a', 'b', { type: String }],
  ['flag', FlagField(), false, 'false', { type: Boolean }],
  ['pattern', PatternField(/^a+$/, 'only a'), 'aa', 'ab', { type: String, pattern: '^a+$' }],
])('%s', (_name, decorator, right, wrong, openApi) => {
  const { faults, openApi: said } = dto(decorator);
  expect(faults({ value: right })).toEqual([]);
  expect(faults({ value: wrong })).not.toEqual([]);
  expect(faults({})).not.toEqual([]);
  expect(said).toMatchObject(openApi);
});

test.each<[PropertyDecorator, string]>([
  [DayField(), 'value must be a day of the calendar, YYYY-MM-DD'],
  [NumberRecordField(RANGE), 'value must hold numbers from 1 to 10'],
  [NumberRecordField(RANGE, { integer: true }), 'value must hold whole numbers from 1 to 10'],
  [PatternField(/^a+$/, 'only a'), 'only a'],
])('says what is wanted', (decorator, words) => {
  expect(Object.values(dto(decorator).faults({ value: { b: 'x' } })[0].constraints ?? {})).toContain(words);
});

test.each<[unknown, unknown, boolean]>([
  [{ a: 1, b: [1, 2] }, { b: [1, 2], a: 1 }, true],
  [{ a: 1, left: undefined }, { a: 1 }, true],
  [{ a: 1 }, { a: 2 }, false],
  [[1, 2], [2, 1], false],
])('the same once written: %p, %p: %p', (one, other, same) => {
  expect(sameJson(one, other)).toBe(same);
});

import { DomainError } from '../../errors/domain-error.js';
import { checkDocument } from '../check-document.js';
import { planOf } from '../lift-plan.js';
import { assertPlan, planFields } from '../plan-document.js';
import { sectionPlanFields, sessionFields } from '../section-plan.js';
import { sectionOf } from '../section-view.js';
import { readPlan } from '../read-plan.js';
import { planFromTemplate } from '../stack-templates.js';
import { checkPart } from './check-part.js';
import { choice, day, flag, key, list, mostOf, number, optional, orNull, part, rangeOf, record, text, type FieldTable } from './field.js';
import { initialPart } from './initial.js';
import { partSchema } from './json-schema.js';

const fields = {
  size: number('Size', 'mm', [1, 10], { initial: 5, zeroCode: 'zero-thickness' }),
  count: number('How many', '', [0, 4], { whole: true, initial: 1 }),
  word: text('Word', 5, { initial: 'abc' }),
  date: day('Day', '2026-01-02'),
  kind: choice('Kind', ['a', 'b'], 'a', { b: 'the other' }),
  table: key('Program', [{ id: 'p', name: 'Paste' }], 'p'),
  on: flag('On', true),
  maybe: orNull(number('Maybe', 'K', [0, 1])),
  left: optional(text('Left', 3)),
  inner: part('Inner', { depth: number('Depth', 'm', [0, 1], { initial: 0.5 }) }),
  rows: list('Rows', part('Row', { name: text('Name', 9), width: number('Width', 'mm', [0, 9]) }), { entry: 'row', most: 2 }),
  sizes: list('Sizes', number('Size', 'g', [1, 5]), { entry: 'pot', least: 1, most: 3, initial: [2] }),
  versions: optional(record('Versions', number('Version', '', [0, 9], { whole: true }))),
};
const good = initialPart(fields);

test('a part as it stands until somebody has said otherwise', () => {
  expect(good).toEqual({
    size: 5,
    count: 1,
    word: 'abc',
    date: '2026-01-02',
    kind: 'a',
    table: 'p',
    on: true,
    maybe: null,
    inner: { depth: 0.5 },
    rows: [],
    sizes: [2],
  });
  checkPart(fields, good);
  expect(() => initialPart({ name: text('Name', 5) })).toThrow('name has no initial value');
  expect(() => initialPart({ inner: part('Inner', { name: text('Name', 5) }) })).toThrow('inner has no initial value');
});

test.each<[string, object]>([
  ['both ends of a range', { size: 1, count: 4 }],
  ['null where it may be', { maybe: null }],
  ['a number there', { maybe: 1 }],
  ['what may be left out, left out', { left: undefined, versions: undefined }],
  ['what may be left out, said', { left: 'abc', versions: { x: 0, y: 9 } }],
  [
    'as many rows as there may be',
    {
      rows: [
        { name: 'a', width: 0 },
        { name: 'b', width: 9 },
      ],
    },
  ],
  ['the other choice', { kind: 'b' }],
])('takes %s', (_what, change) => {
  expect(() => {
    checkPart(fields, { ...good, ...change });
  }).not.toThrow();
});

test.each<[string, object, string, string]>([
  ['just below', { size: 0.999 }, 'value-out-of-range', 'size: got 0.999, expected between 1 and 10 mm'],
  ['just above', { size: 10.001 }, 'value-out-of-range', 'size: got 10.001, expected between 1 and 10 mm'],
  ['zero, with a code of its own', { size: 0 }, 'zero-thickness', 'size: got 0'],
  ['NaN', { size: NaN }, 'value-out-of-range', 'size'],
  ['a number as text', { size: '5' }, 'value-out-of-range', 'size: got "5"'],
  ['half a piece', { count: 1.5 }, 'value-out-of-range', 'how many: got 1.5, expected a whole number'],
  ['nothing', { size: undefined }, 'value-missing', 'size: got nothing, expected a number of mm'],
  ['null where it may not be', { size: null }, 'value-missing', 'size: got null'],
  ['a text too short', { word: '' }, 'bad-document', 'word: got "", expected a text of 1 to 5 characters'],
  ['a text too long', { word: 'abcdef' }, 'bad-document', 'word: got "abcdef"'],
  ['a text that is a number', { word: 3 }, 'bad-document', 'word: got 3'],
  ['a date that is none', { date: '2026-1-2' }, 'bad-document', 'day: got "2026-1-2", expected a text of 10 to 10'],
  ['the 31st of February', { date: '2026-02-31' }, 'bad-document', 'day: got "2026-02-31", expected a day of the calendar'],
  ['a month 99', { date: '9999-99-99' }, 'bad-document', 'expected a day of the calendar'],
  ['a week date', { date: '2026-W05-1' }, 'bad-document', 'expected a day of the calendar'],
  ['an unknown choice', { kind: 'c' }, 'bad-document', 'kind: got "c", expected one of a, b'],
  ['an unknown key of a table', { table: 'q' }, 'unknown-material', 'program: got "q", expected one of p'],
  ['a flag that is a word', { on: 'yes' }, 'bad-document', 'on: got "yes", expected yes or no'],
  ['a part that is a list', { inner: [] }, 'bad-document', 'inner: got [], expected a part'],
  ['a field inside a part', { inner: { depth: 2 } }, 'value-out-of-range', 'inner, depth: got 2'],
  ['a list that is a part', { rows: {} }, 'bad-document', 'rows: got {}, expected a list'],
  [
    'one row too many',
    {
      rows: [
        { name: 'a', width: 1 },
        { name: 'b', width: 1 },
        { name: 'c', width: 1 },
      ],
    },
    'value-out-of-range',
    'rows: got 3, expected at most 2 of them',
  ],
  ['a row by its name', { rows: [{ name: 'rim', width: 10 }] }, 'value-out-of-range', 'row 1 (rim), width: got 10'],
  ['a row that is none', { rows: [7] }, 'bad-document', 'row 1: got 7'],
  ['an empty list that needs one', { sizes: [] }, 'value-missing', 'sizes: got 0, expected 1 to 3 of them'],
  ['a number in a list', { sizes: [2, 6] }, 'value-out-of-range', 'pot 2: got 6, expected between 1 and 5 g'],
  ['numbers by key that are none', { versions: [] }, 'bad-document', 'versions'],
  ['half a version', { versions: { a: 1.5 } }, 'value-out-of-range', 'versions, a, version: got 1.5'],
])('refuses %s', (_what, change, code, words) => {
  const refused = (): void => {
    checkPart(fields, { ...good, ...change });
  };
  expect(refused).toThrow(words);
  try {
    refused();
  } catch (error) {
    expect(error instanceof DomainError && error.code).toBe(code);
  }
});

test('a whole that is no part says where', () => {
  expect(() => {
    checkPart(fields, null, 'the plan');
  }).toThrow('the plan: got null, expected a part with fields of its own');
});

test('ranges and lengths are read from the field, and asked of the right kind only', () => {
  expect(rangeOf(fields.size)).toEqual({ min: 1, max: 10, unit: 'mm' });
  expect(mostOf(fields.rows)).toBe(2);
  expect(() => rangeOf(fields.word)).toThrow('Word is not a number');
  expect(() => mostOf(fields.size)).toThrow('Size is not a list');
  expect(fields.kind.words).toEqual({ a: 'a', b: 'the other' });
});

test('the JSON Schema says the same', () => {
  const schema = partSchema(fields) as { required: string[]; properties: Record<string, unknown>; additionalProperties: boolean };
  expect(schema.additionalProperties).toBe(false);
  expect(schema.required).toEqual(Object.keys(fields).filter((one) => one !== 'left' && one !== 'versions'));
  expect(schema.properties.size).toEqual({ title: 'Size', type: 'number', minimum: 1, maximum: 10, description: 'mm' });
  expect(schema.properties.count).toEqual({ title: 'How many', type: 'integer', minimum: 0, maximum: 4 });
  expect(schema.properties.date).toEqual({ title: 'Day', type: 'string', minLength: 10, maxLength: 10, format: 'date' });
  expect(schema.properties.kind).toEqual({ title: 'Kind', enum: ['a', 'b'] });
  expect(schema.properties.on).toEqual({ title: 'On', type: 'boolean' });
  expect(schema.properties.maybe).toEqual({
    title: 'Maybe',
    oneOf: [{ type: 'number', minimum: 0, maximum: 1, description: 'K' }, { type: 'null' }],
  });
  expect(schema.properties.sizes).toMatchObject({ type: 'array', minItems: 1, maxItems: 3, items: { title: 'Size', type: 'number' } });
  expect(schema.properties.versions).toMatchObject({ type: 'object', additionalProperties: { type: 'integer' } });
  expect(schema.properties.inner).toMatchObject({ type: 'object', required: ['depth'] });
});

describe('reading a plan', () => {
  const plan = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });

  test('one of today comes through as it is', () => {
    const stored: unknown = JSON.parse(
      JSON.stringify(
        planOf({
          ...plan,
          kit: { rollWidthMm: null, overlapMm: 40, staggerMm: 100, edge: 'torn', longestPieceMm: 1500, turnMat: false, wastePct: 8 },
        }),
      ),
    );
    expect(readPlan(stored)).toEqual({ plan: stored, notes: [] });
  });

  test('a field that did not exist then is filled in, one that is not known is dropped, and both are said', () => {
    const { climate, ...rest } = plan;
    const { fan: _fan, ...older } = climate;
    const { plan: read, notes } = readPlan({ ...rest, climate: older, sessions: [{ ...plan.sessions[0], mood: 'good' }], hue: 3 });
    expect(read.assumed.climate).toEqual(climate);
    expect(notes).toEqual([
      { where: 'climate, air moved by a fan', what: 'filled in' },
      { where: 'session 1 (Gel coat 1), "mood"', what: 'dropped' },
      { where: '"hue"', what: 'dropped' },
    ]);
    expect(sectionOf(read, 'a').sessions).toEqual([plan.sessions[0]]);
    checkDocument(read);
  });

  test.each<[string, unknown, RegExp]>([
    ['no plan', 7, /plan: got 7/],
    ['a list', [], /plan: got \[\]/],
    ['a format of tomorrow', { ...plan, formatVersion: 99 }, /format of the plan: got 99, expected a format up to 2/],
    ['no format', { ...plan, formatVersion: undefined }, /format of the plan: got nothing/],
    ['what must be said and was not', { ...plan, areaM2: undefined }, /area: got nothing/],
    ['a field of no use', { ...plan, demoldMin: 'soon' }, /demolding: got "soon"/],
  ])('refuses %s', (_what, json, words) => {
    expect(() => readPlan(json)).toThrow(words);
  });

  test('a plan at odds with itself is read, so that it can be set right; checkDocument names it', () => {
    const odd = { ...plan, sessions: [plan.sessions[1], plan.sessions[0]] };
    const { plan: read } = readPlan(odd);
    expect(() => {
      checkDocument(read);
    }).toThrow(/not before/);
  });

  test.each<[string, unknown, RegExp | null]>([
    [
      'two sessions of one id',
      { ...plan, sessions: plan.sessions.map((session) => ({ ...session, id: 's' })) },
      /^session 2 .*id: got "s", expected an id that no other session has/,
    ],
    [
      'a layer that stands in two sessions',
      { ...plan, sessions: plan.sessions.map((session) => ({ ...session, layers: plan.sessions[0].layers })) },
      /^layer \d .*id: got/,
    ],
    [
      'an id that a session and a layer share',
      { ...plan, sessions: plan.sessions.map((session, i) => (i === 0 ? { ...session, id: session.layers[0].id } : session)) },
      null,
    ],
  ])('%s', (_what, json, words) => {
    const check = (): void => {
      checkDocument(readPlan(json).plan);
    };
    if (words) expect(check).toThrow(words);
    else expect(check).not.toThrow();
  });
});

/** Every number of a plan, wherever it stands: [path, its range]. */
function numbersOf(table: FieldTable, path: readonly string[] = []): [string, number, number, boolean][] {
  return Object.entries(table).flatMap(([key, { shape }]): [string, number, number, boolean][] => {
    const at = [...path, key];
    if (shape.kind === 'number') return [[at.join('.'), shape.range.min, shape.range.max, shape.whole]];
    if (shape.kind === 'part') return numbersOf(shape.fields, at);
    if (shape.kind === 'list' && shape.of.shape.kind === 'part') return numbersOf(shape.of.shape.fields, at);
    return [];
  });
}

test.each(numbersOf({ now: part('Now', planFields), then: part('Then', sectionPlanFields) }))(
  '%s has a range from %p to %p',
  (_path, min, max, whole) => {
    expect(Number.isFinite(min) && Number.isFinite(max) && min < max).toBe(true);
    if (whole) expect(Number.isInteger(min) && Number.isInteger(max)).toBe(true);
  },
);

test('every number of a session is held at both ends', () => {
  const session = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } })
    .sessions[0];
  for (const value of [-1, 86401])
    expect(() => {
      checkPart(sessionFields, { ...session, startMin: value });
    }).toThrow(/start/);
  for (const value of [0, 86400]) checkPart(sessionFields, { ...session, startMin: value });
  expect(() => {
    assertPlan({});
  }).toThrow(DomainError);
});

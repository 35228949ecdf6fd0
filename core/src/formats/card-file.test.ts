import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { builtInMaterials } from '../materials/built-in-materials.js';
import { withValues } from '../materials/material-card.js';
import { cardRows, cardsFromRows, readCardFile, writeCardFile } from './card-file.js';
import { cardFileSchema } from './card-schema.js';

const iso = builtInMaterials.find(({ id }) => id === 'iso_lam')!;
const source = { origin: 'own test', note: 'a; "quoted" note', date: '2026-10-01' } as const;
const measured = withValues(
  { ...iso, gelTimes: [{ minutes: 18, tempC: 25, catalystPct: 1.5, massG: 100, origin: 'data sheet', note: '', date: null }] },
  { H: 3.1e5, wetOnWet: false },
  source,
);

test('a file of all cards comes back as it was, through text', () => {
  const cards = [...builtInMaterials, { ...measured, id: 'own' }];
  expect(readCardFile(JSON.parse(JSON.stringify(writeCardFile(cards))))).toEqual(cards);
});

test('a list comes back as it was, but for gel times', () => {
  expect(cardsFromRows(cardRows([measured]), [])).toEqual([{ ...measured, gelTimes: [] }]);
});

test('a list of some lines changes only those of a known card', () => {
  const [changed] = cardsFromRows(
    [
      ['card', 'key', 'value', 'origin'],
      ['iso_lam', 'shopMinC', '12,5', 'data sheet'],
    ],
    [{ ...measured, version: 3 } as typeof measured],
  );
  expect(Object.keys(changed)).not.toContain('version');
  expect(changed.values.shopMinC).toEqual({ value: 12.5, origin: 'data sheet', note: '', date: null });
  expect({ ...changed, values: { ...changed.values, shopMinC: null } }).toEqual({ ...measured, values: { ...measured.values, shopMinC: null } });
});

test.each<[string, unknown, RegExp]>([
  ['another format', { format: 'other', cards: [] }, /pentimento-cards/],
  ['a later version', { format: 'pentimento-cards', formatVersion: 2, cards: [] }, /formatVersion.*expected 1/],
  ['no cards', { format: 'pentimento-cards', formatVersion: 1, cards: [] }, /1 to 500/],
  ['a value without origin', { format: 'pentimento-cards', formatVersion: 1, cards: [{ ...iso, values: { H: { value: 1 } } }] }, /origin/],
  ['a value out of range', writeCardFile([withValues(iso, { H: -4 }, source)]), /Heat of cure.*between 0 and/],
  ['a list', [1, 2], /pentimento-cards/],
])('refuses %s', (_what, json, message) => {
  expect(() => readCardFile(json)).toThrow(message);
});

test.each<[string, string[][], RegExp]>([
  ['no heading', [['iso_lam', 'H', '3']], /columns card, kind/],
  [
    'an unknown line',
    [
      ['card', 'key', 'value', 'origin'],
      ['iso_lam', 'glue', '3', 'assumed'],
    ],
    /row 2, key/,
  ],
  [
    'a wrong unit',
    [
      ['card', 'key', 'value', 'origin', 'unit'],
      ['iso_lam', 'shopMinC', '60', 'assumed', '°F'],
    ],
    /unit: got "°F", expected °C/,
  ],
  [
    'a word for a number',
    [
      ['card', 'key', 'value', 'origin'],
      ['iso_lam', 'H', 'much', 'assumed'],
    ],
    /a number in J\/kg/,
  ],
  [
    'a new card without kind',
    [
      ['card', 'key', 'value', 'origin'],
      ['new_one', 'H', '3', 'assumed'],
    ],
    /kind of the new card/,
  ],
])('a list with %s is refused with its row', (_what, rows, message) => {
  expect(() => cardsFromRows(rows, builtInMaterials)).toThrow(message);
});

test('the published schema is the one the tables give', () => {
  const published: unknown = JSON.parse(readFileSync(join(__dirname, '../../../docs/card-file.schema.json'), 'utf8'));
  expect(published).toEqual(JSON.parse(JSON.stringify(cardFileSchema())));
});

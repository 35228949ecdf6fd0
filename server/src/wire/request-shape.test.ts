import type { Request, Response } from 'express';
import { checkShape, refuseBadShape } from './request-shape.js';

const nested = (levels: number): unknown => Array.from({ length: levels }).reduce<unknown>((inner) => ({ a: inner }), 1);
const keys = (count: number): object => Object.fromEntries(Array.from({ length: count }, (_, i) => [`k${String(i)}`, 1]));

test.each<[string, unknown]>([
  ['no body', undefined],
  ['24 levels', nested(24)],
  ['1200 keys', keys(1200)],
  ['4000 things', Array(4000).fill({})],
  ['50000 numbers', { log: Array(50000).fill(1) }],
  ['a whole character beyond the first plane', { name: 'Gel 🧪' }],
])('takes %s', (_what, body) => {
  expect(() => {
    checkShape(body);
  }).not.toThrow();
});

test.each<[string, unknown, RegExp]>([
  ['25 levels', nested(25), /nested deeper than 24/],
  ['1201 keys', { plan: keys(1201) }, /plan: 1201 fields, at most 1200/],
  ['4001 things', { plan: { sessions: Array(4001).fill({}) } }, /plan.sessions: a list of 4001, at most 4000/],
  ['50001 numbers', { log: Array(50001).fill(1) }, /log: a list of 50001, at most 50000/],
  ['a NUL', { a: [{ name: 'x\0' }] }, /a\[0\].name: a text holds a NUL/],
  ['half a character', { name: 'x\ud83e' }, /name: a text holds half of a character/],
  ['a NUL in a key', { 'x\0': 1 }, /a text holds a NUL/],
  ['too many values in all', { rows: Array.from({ length: 4000 }, () => ({ a: Array(120).fill(1) })) }, /more than 400000 values/],
])('refuses %s', (_what, body, words) => {
  expect(() => {
    checkShape(body);
  }).toThrow(words);
});

const lists = (levels: number): unknown => Array.from({ length: levels }).reduce<unknown>((inner) => [inner], 1);

test.each<[string, unknown, RegExp | null]>([
  ['24 lists in each other', lists(24), null],
  ['25 lists in each other', lists(25), /nested deeper than 24/],
  ['an empty list', { a: [] }, null],
  ['null', { a: null }, null],
  ['a list that is the request itself', Array(50001).fill(1), /^The request: a list of 50001/],
  ['exactly as many values as there may be', { rows: Array.from({ length: 3999 }, () => Array(99).fill(1)), rest: Array(97).fill(1) }, null],
  ['one more', { rows: Array.from({ length: 3999 }, () => Array(99).fill(1)), rest: Array(98).fill(1) }, /more than 400000 values/],
  ['a fault under a long key', { ['k'.repeat(99)]: 'x\0' }, /^k{60}: a text holds a NUL/],
  ['a fault deep under long keys', Array.from({ length: 30 }).reduce<unknown>((inner) => ({ ['k'.repeat(60)]: inner }), 1), /^[k.]{120}: nested/],
])('%s', (_what, body, words) => {
  let said: string | null = null;
  try {
    checkShape(body);
  } catch (error) {
    said = error instanceof Error ? error.message : 'no error';
  }
  if (words === null) expect(said).toBeNull();
  else expect(said).toMatch(words);
});

test.each<[unknown, string, string | undefined]>([
  [{ name: 'x' }, '/api/cards/x%20y', undefined],
  [{ name: 'x\0' }, '/api/cards', 'body-out-of-shape'],
  [undefined, '/api/cards/%00', 'address-out-of-shape'],
])('before routes: %p at %s goes on with %p', (body, originalUrl, code) => {
  const next = jest.fn();
  refuseBadShape({ body, originalUrl } as Request, {} as Response, next);
  expect(next).toHaveBeenCalledTimes(1);
  expect((next.mock.calls[0] as { code?: string }[]).at(0)?.code).toBe(code);
});

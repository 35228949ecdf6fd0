import { checkShape } from './request-shape.js';

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

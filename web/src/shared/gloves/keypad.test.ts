import { numberOf, typed } from './keypad';

test.each<[string, string, string]>([
  ['', '4', '4'],
  ['0', '4', '4'],
  ['4', '0', '40'],
  ['', '.', '0.'],
  ['0.', '5', '0.5'],
  ['0.5', '.', '0.5'],
  ['0.5', 'back', '0.'],
  ['', 'back', ''],
  ['5', '-', '-5'],
  ['-5', '-', '5'],
  ['12345678', '9', '12345678'],
  ['1234567', '9', '12345679'],
])('%p and %p: %p', (text, key, next) => {
  expect(typed(text, key)).toBe(next);
});

test.each([
  ['', null],
  ['-', null],
  ['.', null],
  ['0.', 0],
  ['-5', -5],
  ['12.5', 12.5],
])('%p is %p', (text, value) => {
  expect(numberOf(text)).toBe(value);
});

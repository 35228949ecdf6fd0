import { VersionPipe } from './version.pipe.js';

test.each<[unknown, number | null]>([
  [17, 17],
  [1.5, null],
  [Number.NaN, null],
  [1e20, null],
  ['0', 0],
  ['17', 17],
  ['1000000', 1_000_000],
  ['1000001', null],
  ['99999999999999999999', null],
  ['-1', null],
  ['1.5', null],
  ['1e3', null],
  ['', null],
  ['x', null],
])('version %p of an address is %p', (said, number) => {
  const read = (): number => new VersionPipe().transform(said);
  if (number === null) expect(read).toThrow('whole number');
  else expect(read()).toBe(number);
});

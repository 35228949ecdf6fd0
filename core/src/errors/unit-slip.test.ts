import fc from 'fast-check';
import { requireInRange } from './require.js';
import { unitSlip } from './unit-slip.js';

const FILM = { min: 50, max: 3000, unit: 'µm' };

test.each([
  [0.6, '0.6 mm is 600 µm: type 600.'],
  [24, '24 mil is 609.6 µm: type 609.6.'],
  [600000, '600000 µm is a thousand times 600 µm.'],
  [-5, null],
  [20, '20 mil is 508 µm: type 508.'],
])('a film of %p: %p', (value, said) => {
  expect(unitSlip(value, FILM)).toBe(said);
});

test('a refusal carries the likely slip', () => {
  expect(() => requireInRange('wet film', 0.6, FILM)).toThrow('wet film: got 0.6, expected between 50 and 3000 µm. 0.6 mm is 600 µm: type 600.');
  expect(() => requireInRange('wet film', 'thick', FILM)).toThrow('expected between 50 and 3000 µm');
});

test('what it tells to type is always accepted', () => {
  fc.assert(
    fc.property(fc.double({ min: -1e7, max: 1e7, noNaN: true }), (value) => {
      const told = /type ([\d.e+-]+)\.$/.exec(unitSlip(value, FILM) ?? '');
      if (told) expect(Number(told[1])).toBeGreaterThanOrEqual(FILM.min * 0.999);
      if (told) expect(Number(told[1])).toBeLessThanOrEqual(FILM.max * 1.001);
    }),
  );
});

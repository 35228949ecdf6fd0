import fc from 'fast-check';
import { airSlope, airTempK, checkAir, type AirCourse } from './air.js';

const daily: AirCourse = { kind: 'daily', meanK: 293, ampK: 3, warmestS: 15 * 3600 };
const table: AirCourse = { kind: 'table', timeS: [3600, 7200, 10800], tempK: [290, 296, 293] };

test('daily: warmest at its hour, coldest half a day later, the same next day', () => {
  expect(airTempK(daily, 15 * 3600)).toBeCloseTo(296, 9);
  expect(airTempK(daily, 27 * 3600)).toBeCloseTo(290, 9);
  expect(airTempK(daily, 39 * 3600)).toBeCloseTo(296, 9);
});

test('table: straight between its points, held beyond its ends', () => {
  expect([0, 3600, 5400, 7200, 9000, 99999].map((t) => airTempK(table, t))).toEqual([290, 290, 293, 296, 294.5, 293]);
});

test('slope is the derivative, for every course', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(daily, table, { kind: 'constant', tempK: 293 } as const),
      fc.double({ min: 100, max: 100000, noNaN: true }),
      (air, t) => {
        // Away from the table's corners.
        fc.pre(![3600, 7200, 10800].some((corner) => Math.abs(corner - t) < 2));
        const numeric = (airTempK(air, t + 1) - airTempK(air, t - 1)) / 2;
        expect(Math.abs(numeric - airSlope(air, t))).toBeLessThan(1e-6);
      },
    ),
  );
});

test.each<[string, AirCourse]>([
  ['frost beyond reason', { kind: 'constant', tempK: 100 }],
  ['a swing out of range', { kind: 'daily', meanK: 293, ampK: 200, warmestS: 0 }],
  ['an empty table', { kind: 'table', timeS: [], tempK: [] }],
  ['a table of unequal lengths', { kind: 'table', timeS: [0, 1], tempK: [293] }],
  ['NaN', { kind: 'constant', tempK: NaN }],
])('refuses %s', (_what, air) => {
  expect(() => {
    checkAir(air);
  }).toThrow(/shop air temperature/);
});

import { kineticCards } from '../materials/kinetic-cards.js';
import { maxwellSpheres, mixLayer, rayleighCylinders } from '../heat/mixture.js';
import { glassFraction, laminateThicknessM } from './ply.js';

test('450 g/m² mat at 2.5:1 is about 1.1 mm, the trade’s figure', () => {
  const mm = 1000 * laminateThicknessM({ glassGsm: 450, glassW: glassFraction(2.5), card: kineticCards.iso_lam });
  expect(mm).toBeGreaterThan(1.05);
  expect(mm).toBeLessThan(1.2);
});

test('thickness follows the rule of mixtures: skin of the reference case', () => {
  expect(1000 * laminateThicknessM({ glassGsm: 450, glassW: 0.28, card: kineticCards.ve_skin })).toBeCloseTo(1.2089, 4);
});

test('conductivity rules hold at their ends', () => {
  for (const rule of [maxwellSpheres, rayleighCylinders]) {
    expect(rule(0.2, 2, 0)).toBeCloseTo(0.2, 12);
    expect(rule(0.2, 2, 1)).toBeCloseTo(2, 12);
    expect(rule(0.2, 0.2, 0.4)).toBeCloseTo(0.2, 12);
  }
});

test('density of a mix lies between its parts, and mass fractions add up', () => {
  const mixed = mixLayer({ resin: { rho: 1150, cp: 1950, k: 0.19 }, filler: { rho: 2420, cp: 1150, k: 2 }, fillerW: 0.4, glassW: 0.25 });
  expect(mixed.reactiveW).toBeCloseTo(0.45, 12);
  expect(1 / mixed.rho).toBeCloseTo(0.45 / 1150 + 0.3 / 2420 + 0.25 / 2560, 12);
  expect(mixed.cp).toBeCloseTo(0.45 * 1950 + 0.3 * 1150 + 0.25 * 800, 9);
});

test.each([
  ['a ratio of zero', () => glassFraction(0), /resin to glass/],
  ['no glass', () => laminateThicknessM({ glassGsm: 0, glassW: 0.3, card: kineticCards.iso_lam }), /areal weight/],
])('refuses %s', (_what, act, words) => {
  expect(act).toThrow(words);
});

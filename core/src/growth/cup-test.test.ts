import { kineticCards } from '../materials/kinetic-cards.js';
import { cupRadiusM, simulateCup, type CupOutcome } from './cup-test.js';

const cup = (id: string, catalystPct: number | null, massKg = 0.1, tempC = 25): CupOutcome =>
  simulateCup({ card: kineticCards[id], massKg, startK: tempC + 273.15, airK: tempC + 273.15, catalystPct });

// Figures of the cards for 100 g at 25 °C: gel and time to peak [min], peak [°C], rounded there to what is printed.
test.each([
  ['gelcoat_iso', 2, 14, 24, 165],
  ['ve_skin', 1.5, 22.5, 34.5, 157],
  ['iso_lam', 1.5, 19.3, 31.6, 166],
  ['tooling_lp', 1.5, 25.2, 34.4, 132],
  ['epoxy_slow', null, 77, 94, 153],
  ['epoxy_fast', null, 24, 33, 187],
  ['epoxy_surface', null, 22, 28, 146],
  ['pu_fast', null, 4, 9.1, 107],
])('100 g cup of %s', (id, catalystPct, gelMin, peakMin, peakC) => {
  const outcome = cup(id, catalystPct);
  expect(outcome.status).toBe('converged');
  expect(Math.abs((outcome.gelS ?? NaN) / 60 - gelMin)).toBeLessThan(0.03 * gelMin + 0.3);
  expect(Math.abs(outcome.peakS / 60 - peakMin)).toBeLessThan(0.03 * peakMin + 0.3);
  expect(Math.abs(outcome.peakK - 273.15 - peakC)).toBeLessThan(2);
});

test('a bigger pot gels no later and gets hotter; a warmer or hotter-mixed one is faster', () => {
  const base = cup('iso_lam', 1.5);
  const big = cup('iso_lam', 1.5, 2);
  expect(big.peakK).toBeGreaterThan(base.peakK);
  expect(big.gelS ?? NaN).toBeLessThanOrEqual((base.gelS ?? NaN) + 1);
  expect(cup('iso_lam', 2).gelS ?? NaN).toBeLessThan(base.gelS ?? NaN);
  expect(cup('iso_lam', 1.5, 0.1, 30).gelS ?? NaN).toBeLessThan(base.gelS ?? NaN);
});

test('a cold thin mix need not gel within the time, and says so', () => {
  expect(simulateCup({ card: kineticCards.epoxy_slow, massKg: 0.05, startK: 278, airK: 278, catalystPct: null, endS: 1800 }).gelS).toBeNull();
});

test('the sphere has the cylinder’s volume to surface', () => {
  const d = 0.06;
  const cylinder = (Math.PI * d ** 3) / 4 / (1.5 * Math.PI * d * d);
  expect(cupRadiusM((Math.PI * d ** 3) / 4) / 3).toBeCloseTo(cylinder, 12);
});

test('refuses a cup of nothing', () => {
  expect(() => cup('iso_lam', 1.5, 0)).toThrow(/mass in the cup/);
  expect(() => cup('iso_lam', null)).toThrow(/catalyst/);
});

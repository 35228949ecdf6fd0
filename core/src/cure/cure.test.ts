import { kineticCards } from '../materials/kinetic-cards.js';
import { arrhenius, prepareKinetics, TABLE_MIN_K, TABLE_PER_K, TABLE_STRIDE } from './kinetics.js';
import { glassTransitionC, maxCureAt } from './vitrification.js';

const card = kineticCards.iso_lam;

test('Tg runs from uncured to fully cured, and inverts the room-temperature limit away from its corner', () => {
  expect(glassTransitionC(0, card)).toBe(-60);
  expect(glassTransitionC(1, card)).toBe(100);
  for (const tempC of [0, 15, 30, 45]) {
    const a = maxCureAt(tempC, card);
    // The smoothed corner shifts the limit by less than 0.02 here.
    expect(Math.abs(glassTransitionC(a, card) - (tempC + card.dTv))).toBeLessThan(3);
  }
});

test('the limit rises with temperature and stays within 0–1', () => {
  let last = -1;
  for (let tempC = -60; tempC <= 200; tempC += 5) {
    const a = maxCureAt(tempC, card);
    expect(a).toBeGreaterThanOrEqual(last);
    expect(a).toBeLessThanOrEqual(1);
    last = a;
  }
});

test('tables agree with the exponentials they replace', () => {
  const { table } = prepareKinetics(card, 1.5);
  for (const tempK of [275.03, 298.15, 321.777, 388.4]) {
    const position = (tempK - TABLE_MIN_K) * TABLE_PER_K;
    const row = Math.floor(position);
    const w = position - row;
    const e = table[row * TABLE_STRIDE] * (1 - w) + table[(row + 1) * TABLE_STRIDE] * w;
    expect(Math.abs(e / arrhenius(card.E1, tempK) - 1)).toBeLessThan(5e-5);
  }
});

test('catalyst scales rate and induction by its powers', () => {
  const one = prepareKinetics(card, 1.5);
  const two = prepareKinetics(card, 3);
  expect(two.k2 / one.k2).toBeCloseTo(Math.SQRT2, 9);
  expect(two.inductionRate / one.inductionRate).toBeCloseTo(2 ** 1.03, 9);
  expect(() => prepareKinetics(card, 0.05)).toThrow(/catalyst/);
  expect(prepareKinetics(kineticCards.epoxy_slow, null).inductionRate).toBe(0);
});

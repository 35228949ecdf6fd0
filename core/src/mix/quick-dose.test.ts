import { cardLibrary } from '../plan/built-in-library.js';
import { cardOf } from '../plan/card-library.js';
import { cardSubstances } from '../cure/kinetic-card.js';
import { mixLayer } from '../heat/mixture.js';
import { quickDose } from './quick-dose.js';

const gel = cardOf(cardLibrary(), 'gelcoat_iso');

test('so much resin keeps its mass, and takes its percent', () => {
  const { resinG, hardenerG } = quickDose(gel, { resinG: 750 }, 1.8);
  expect(resinG).toBeCloseTo(750, 9);
  expect(hardenerG).toBeCloseTo(13.5, 9);
});

test('a film over an area: volume by density, by what reaches it', () => {
  const { resinG, hardenerG } = quickDose(gel, { areaM2: 2, filmUm: 600 }, 2);
  const { rho } = mixLayer({ ...cardSubstances(gel.kinetics), glassW: 0 });
  expect(resinG + hardenerG).toBeCloseTo((0.0012 * rho * 1000) / gel.transfer, 6);
  expect(hardenerG / resinG).toBeCloseTo(0.02, 9);
});

test('a fixed ratio is the card’s', () => {
  const epoxy = cardOf(cardLibrary(), 'epoxy_slow');
  const { resinG, hardenerG, fixed } = quickDose(epoxy, { resinG: 100 }, null);
  expect(fixed).toBe(true);
  expect(resinG).toBeCloseTo(100, 9);
  expect(hardenerG).toBeGreaterThan(5);
});

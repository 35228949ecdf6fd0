import { findingRates, type BuildExperience } from './experience.js';

const build = (thin: boolean | null, ...found: BuildExperience['found']): BuildExperience => ({ found, evidence: [{ id: 'thin film', so: thin }] });

test('counted with and without, those of which it is not known left out, with the interval that so few leave', () => {
  const rates = findingRates([build(true, 'wrinkles'), build(true), build(false), build(false), build(false, 'wrinkles'), build(null, 'wrinkles')]);
  const thin = rates.find(({ finding, evidence }) => finding === 'wrinkles' && evidence === 'thin film');
  expect(thin).toMatchObject({ withIt: { builds: 2, found: 1 }, without: { builds: 3, found: 1 } });
  // By hand, z = 1.96: (0.5 + 0.96) / 2.92 ± …
  expect(thin?.withIt.from).toBeCloseTo(0.0945, 3);
  expect(thin?.withIt.to).toBeCloseTo(0.9055, 3);
});

test('what was never found, never so, or bears on none of its causes has no rate', () => {
  expect(findingRates([build(true), build(false)])).toEqual([]);
  expect(findingRates([build(false, 'wrinkles')])).toEqual([]);
  expect(findingRates([build(true, 'warp')]).filter(({ evidence }) => evidence === 'thin film')).toEqual([]);
});

test('of no build without it the interval is everything', () => {
  expect(findingRates([build(true, 'wrinkles')])[0].without).toEqual({ builds: 0, found: 0, from: 0, to: 1 });
});

import { evaluatePlan } from '../judging/evaluate-plan.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { kept } from '../test-support/kept.js';
import { manyPlans } from '../test-support/many-plans.js';
import { changed } from '../test-support/practice.js';

const cards = cardLibrary();
const wanted = /^school|deep pockets|cold|hot|thin films|post-cured|demolded at once|nothing laid|split badly/;

test.each(manyPlans.filter(([name]) => wanted.test(name)))('what %s does when it is let go is as it was', (_name, plan) => {
  expect(kept(evaluatePlan(plan, cards).distortion)).toMatchSnapshot();
});

test('a measured warp scales the bow of the card that carries most, and no other', () => {
  const [, plan] = manyPlans[0];
  const bow = (library = cards): number => evaluatePlan(plan, library).distortion!.bowPerMeterM;
  expect(bow(changed('iso_lam', { warpFactor: 2 })) / bow()).toBeCloseTo(2, 2);
  expect(bow(changed('ve_skin', { warpFactor: 2 }))).toBe(bow());
});

import { evaluatePlan } from '../judging/evaluate-plan.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { kept } from '../test-support/kept.js';
import { manyPlans } from '../test-support/many-plans.js';
import { cardThresholds, demoldingCure } from './card-thresholds.js';
import { surfaceState } from './surface-state.js';

const cards = cardLibrary();
const wanted = /^school|deep pockets|cold|hot|all at once|one person|catalyst|begun|every session|late sessions|post-cured|infused, tight/;

test.each(manyPlans.filter(([name]) => wanted.test(name)))('the windows of %s are as they were', (_name, plan) => {
  const { windows, trim } = evaluatePlan(plan, cards);
  expect(kept({ windows, trim })).toMatchSnapshot();
});

test('thresholds of every resin, and what a surface is at each cure', () => {
  const all = [...cards.resins.values()].map((card) => {
    const thresholds = cardThresholds(card);
    const states = [0, 0.2, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 0.97].flatMap((cure) =>
      [true, false].map((closed) => surfaceState(cure, card.kinetics.a_gel, thresholds, closed)),
    );
    return [card.id, thresholds, demoldingCure(card), states];
  });
  expect(kept(all)).toMatchSnapshot();
});

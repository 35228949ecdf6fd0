import { cardLibrary, planToCase, sectionOf } from '@pentimento/core/plan';
import { uncertainFactors, varyPlan } from '@pentimento/core/uncertainty';
import { cardsAsOf } from './demo-cards.js';
import { demoBuilds } from './demo-builds.js';

const cards = cardLibrary(cardsAsOf(0));
const plans = demoBuilds.flatMap(({ name, versions }) =>
  versions.flatMap(({ plan }, i) => plan.sections.map(({ id }) => [`${name} ${String(i + 1)}, ${id}`, sectionOf(plan, id)] as const)),
);

test.each(plans)('no deviation is the plan itself: %s', (_name, plan) => {
  const factors = uncertainFactors(plan, cards);
  const none = factors.map(() => 0);
  const varied = varyPlan(plan, cards, factors, none);
  expect(varied.plan).toEqual(plan);
  expect(varied.growth).toEqual(planToCase(plan, cards));
  expect(varied.lastGrowth).toEqual(planToCase(plan, cards, 'last'));
});

import { cardLibrary } from '../plan/built-in-library.js';
import { cardOf } from '../plan/card-library.js';
import { DEFAULT_INFUSION } from '../plan/parts/infusion.js';
import { kept } from '../test-support/kept.js';
import { manyPlans } from '../test-support/many-plans.js';
import { changed } from '../test-support/practice.js';
import { hoursObjections } from './hours-objections.js';
import { infusedLayers, infusionOutcome } from '../plan/infusion-fill.js';
import { infusionObjections } from './plan-infusion.js';
import { lateJoint, preparationOf, preparations } from './preparation.js';
import { sheetObjections } from './sheet-objections.js';
import { stackObjections } from './stack-objections.js';
import { fitToThickness, laidMasses, shellOf, stackTally } from './tally.js';

const cards = cardLibrary();

test.each(manyPlans)('the stack of %s is judged as it was', (_name, plan) => {
  const layers = plan.sessions.flatMap((session) => session.layers);
  expect(
    kept({
      objections: [...stackObjections(plan, cards), ...sheetObjections(plan, cards), ...hoursObjections(plan, cards)],
      tally: stackTally(plan, cards),
      masses: layers.map((layer) => laidMasses(layer, plan, cards)),
      shell: shellOf(plan, cards),
      prepared: layers.map((layer) => preparationOf(layer)?.start ?? null),
      fitted: fitToThickness(plan, cards, 10).sessions.flatMap((session) => session.layers.map(({ laminate }) => laminate?.plies ?? null)),
    }),
  ).toMatchSnapshot();
});

test.each(manyPlans.filter(([name]) => name.includes('infused')))('%s fills as it did', (_name, plan) => {
  const infused = infusedLayers(plan, cards);
  const gelS = new Map(infused.map(({ id }) => [id, 3600]));
  expect(
    kept({
      ids: infused.map(({ id }) => id),
      outcomes: infused.flatMap((layer) =>
        [null, 900, 36000].map((gel) => infusionOutcome(layer, plan.infusion ?? DEFAULT_INFUSION, cards, { gelS: gel, tempC: 20 })),
      ),
      objections: [infusionObjections(plan, cards, new Map()), infusionObjections(plan, cards, gelS)],
    }),
  ).toMatchSnapshot();
});

test('what each preparation opens late, over every kind of layer below', () => {
  const [, plan] = manyPlans[0];
  const layers = plan.sessions.flatMap((session) => session.layers);
  const starts = [undefined, 'tack', 'washed', 'abraded', 'peel ply', 'flock'] as const;
  expect(preparations).toMatchSnapshot();
  expect(
    layers.flatMap((below) =>
      (['none', 'peel ply', 'flock', 'veil'] as const).flatMap((surface) =>
        starts.map((start) => lateJoint(start, { ...below, surface }, cardOf(cards, below.cardId))),
      ),
    ),
  ).toMatchSnapshot();
});

test('a sheet’s own limits are read, whatever they are', () => {
  const strict = changed('iso_lam', {
    leastPlies: 4,
    mostPlies: 5,
    leastResinToGlass: 3,
    mostThicknessMm: 3,
    sessionGapH: 20,
    mostPliesPerSession: 2,
  });
  for (const [, plan] of manyPlans.slice(0, 4)) expect(kept(sheetObjections(plan, strict))).toMatchSnapshot();
});

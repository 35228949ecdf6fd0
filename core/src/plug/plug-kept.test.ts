import { cardLibrary } from '../plan/built-in-library.js';
import { substances } from '../materials/substances.js';
import { wantedFinishes, wantedFinishNames } from '../plan/parts/wanted-finish.js';
import { kept } from '../test-support/kept.js';
import { manyPlans } from '../test-support/many-plans.js';
import { byRank, compatibility, weakestHeat } from './compatibility.js';
import { compatibilityRules } from './compatibility-rules.js';
import { finishInMold, finishPlan } from './finish-ladder.js';
import { faceLimitC, planCompatibility, touchingSubstances, weakestUnderStack, withDesign, withRelease, withSurfaces } from './plan-compatibility.js';
import { readinessChecks, readyAtMin } from './readiness.js';

const cards = cardLibrary();

test.each(manyPlans)('what touches what, and what makes the plug ready: %s', (_name, plan) => {
  expect(
    kept({
      touching: touchingSubstances(plan, cards),
      hits: planCompatibility(plan, cards).map(({ rule, acting, on }) => [rule.level, rule.id, acting.id, on.id]),
      weakest: weakestUnderStack(plan)?.substance.id ?? null,
      limitC: faceLimitC(plan),
      checks: readinessChecks(plan, cards).map(({ id, waitH }) => [id, waitH]),
      ready: readyAtMin(plan, cards),
      inMold: finishInMold(plan),
    }),
  ).toMatchSnapshot();
});

test('every pair of substances', () => {
  const ids = substances.map(({ id }) => id);
  const found = ids.flatMap((on) =>
    ids.flatMap((acting) => compatibility([on, acting]).map(({ rule }) => `${acting} on ${on}: ${rule.level} ${rule.id}`)),
  );
  expect([...new Set(found)].sort()).toMatchSnapshot();
  expect(compatibilityRules.map(({ id, level }) => `${level} ${id}`)).toMatchSnapshot();
  expect(byRank(compatibility(ids)).map(({ rule }) => rule.level)).toMatchSnapshot();
  expect([weakestHeat([]), weakestHeat(ids)?.substance.id, weakestHeat([ids[0]])?.heatLimitC ?? null]).toMatchSnapshot();
});

test('the ladder from every grit to every finish', () => {
  const grits = [40, 80, 120, 180, 240, 320, 400, 600, 800, 1200, 2000];
  expect(
    kept(
      grits.flatMap((grit) =>
        wantedFinishNames.filter((finish) => grit < wantedFinishes[finish].grit).map((finish) => [grit, finish, finishPlan(grit, finish, 0.8, 1.4)]),
      ),
    ),
  ).toMatchSnapshot();
});

test('surfaces, design and release carry the weakest limit to the face, and only when it changes', () => {
  const plan = manyPlans[0][1];
  const waxed = withSurfaces(plan, ['wax_fillet']);
  const offset = manyPlans.find(([name]) => name === 'over an offset')![1];
  const [released] = manyPlans.filter(([name]) => name.startsWith('released by'));
  expect(
    kept([
      waxed.plug,
      withSurfaces(waxed, []).plug,
      withDesign(plan, offset.design!).plug,
      withDesign(offset, { ...offset.design!, marked: true }).plug,
      withRelease(plan, released[1].release!).plug,
      withRelease({ ...plan, plug: { ...plan.plug, heatLimitC: 40 } }, released[1].release!).plug,
    ]),
  ).toMatchSnapshot();
});

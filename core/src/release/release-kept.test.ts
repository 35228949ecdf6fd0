import { cardLibrary } from '../plan/built-in-library.js';
import { planOf } from '../plan/lift-plan.js';
import { plugReleasePrograms } from '../materials/release-steps.js';
import { kept } from '../test-support/kept.js';
import { manyPlans } from '../test-support/many-plans.js';
import { finishBlocks, moldBlocks } from './finish-blocks.js';
import { releaseObjections, sessionsBehindGate } from './release-objections.js';
import { programOf } from './release-program.js';
import { releaseSchedule, releaseUse } from './release-schedule.js';

const cards = cardLibrary();

test.each(manyPlans.filter(([, plan]) => plan.release))('%s: timers, gate, use and what objects are as they were', (_name, plan) => {
  const release = plan.release!;
  const schedule = releaseSchedule(plan, release, cards);
  expect(
    kept({
      ...schedule,
      timers: schedule.timers.map(({ zone, step, ...timer }) => [zone.id, step.id, Object.values(timer)]),
      use: releaseUse(release, cards),
      objections: releaseObjections(plan, cards),
      blocks: [finishBlocks(plan, cards), moldBlocks(planOf(plan), cards)],
      behind: sessionsBehindGate(plan, cards).sessions.map(({ startMin }) => startMin),
    }),
  ).toMatchSnapshot();
});

test.each(manyPlans.filter(([name]) => /^(cold|hot|direct|nothing laid|school staged)/.test(name)))('%s, without release', (_name, plan) => {
  expect([finishBlocks(plan, cards), releaseObjections(plan, cards)]).toMatchSnapshot();
});

test('every program by the shop’s own cards', () => {
  expect(kept(plugReleasePrograms.map(({ id }) => programOf(id, cards)))).toMatchSnapshot();
  expect(programOf('butter', cards)).toBeUndefined();
});

import fc from 'fast-check';
import { jointObjections } from '../joints/joint-objections.js';
import { evaluateMold, sectionTimes } from '../judging/evaluate-mold.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { withPostCure } from '../plan/edit-plan.js';
import { withNewSection } from '../plan/edit-document.js';
import { planOf } from '../plan/lift-plan.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { sectionOf, withSection } from '../plan/section-view.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { twoHalves } from '../test-support/two-halves.js';
import { laborOf } from './labor.js';
import { stepsOfEvaluated } from './mold-steps.js';
import { tickedInMold } from './step-log.js';
import { stepsOf, workedOut } from './steps-of.js';
import type { Step } from './step.js';

const cards = cardLibrary();
const of = (plan: PlanDocument): Step[] => stepsOfEvaluated(plan, cards, evaluateMold(plan, cards));
const halves = twoHalves();
const right = halves.sections[1].id;
const steps = of(halves);
const byId = (id: string, all = steps): Step => {
  const step = all.find((one) => one.id === id);
  if (!step) throw new Error(`no step ${id}`);
  return step;
};

test('a mold of one stack has the steps of its section, with the same ids', () => {
  const view = planFromTemplate('low-profile', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 90 } });
  const [section] = evaluateMold(planOf(view), cards);
  expect(of(planOf(view))).toEqual(stepsOf(view, cards, workedOut(view, cards, section.zones[0].evaluation)));
  expect(of(planOf({ ...view, sessions: [] }))).toEqual([]);
});

test('ids are unique, what a step waits for is there, and the plug is made ready once', () => {
  const ids = steps.map(({ id }) => id);
  expect(new Set(ids).size).toBe(ids.length);
  for (const { after } of steps) for (const id of after) expect(ids).toContain(id);
  expect(ids.filter((id) => id === 'plug:wash')).toHaveLength(1);
  expect(ids.filter((id) => id.startsWith('release:gate'))).toEqual(['release:gate', `release:gate@${right}`]);
});

test('the plug is finished and washed before a board goes up on it', () => {
  const ready = (all: Step[]): Step[] => all.filter(({ id }) => id.startsWith('plug:'));
  expect(ready(steps).length).toBeGreaterThan(1);
  for (const { endMin } of ready(steps)) expect(endMin).toBeLessThanOrEqual(byId('joint:keel-parting-up').startMin);
  // A board that somebody put a week earlier takes the plug's work along.
  const joints = halves.joints.map((joint) => (joint.kind === 'parting up' ? { ...joint, startMin: -7 * 1440 + 600 } : joint));
  for (const { endMin } of ready(of({ ...halves, joints }))) expect(endMin).toBeLessThanOrEqual(-7 * 1440 + 600);
});

test('board, first half, board away, flange, second half, holes, then both come off in their order', () => {
  const order = [
    'joint:keel-parting-up',
    'session:s5:lay:l5:p3',
    'joint:keel-parting-away',
    'joint:keel-flange-released',
    'drill:keel',
    'demold',
    `demold@${right}`,
  ];
  const starts = order.map((id) => byId(id).startMin);
  expect(starts).toEqual([...starts].sort((a, b) => a - b));
  expect(byId('joint:keel-flange-released').after).toEqual(['joint:keel-parting-away', 'session:s5:lay:l5:p3']);
  expect(byId(`demold@${right}`).after).toEqual(['mark', 'drill:keel']);
  expect(byId('drill:keel').kind).toBe('drill');
});

/** Everything that must be done before a step, however far back. */
function before(id: string, all: readonly Step[], seen = new Set<string>()): Set<string> {
  for (const earlier of all.find((step) => step.id === id)?.after ?? []) {
    if (seen.has(earlier)) continue;
    seen.add(earlier);
    before(earlier, all, seen);
  }
  return seen;
}

test('nothing of the second half touches a flange that is not released', () => {
  const laid = steps.filter(({ sectionId, kind }) => sectionId === right && kind === 'lay');
  const [first] = laid;
  expect([...before(first.id, steps)]).toEqual(
    expect.arrayContaining(['joint:keel-flange-released', 'joint:keel-parting-away', `release:gate@${right}`]),
  );
  for (const step of laid) expect(step.startMin).toBeGreaterThanOrEqual(byId('joint:keel-flange-released').endMin);
});

test('in a sound plan no step begins before what it waits for is over, wherever the second half is put', () => {
  fc.assert(
    fc.property(fc.integer({ min: -20, max: 6 }), (halfDays) => {
      const view = sectionOf(halves, right);
      const by = halfDays * 720;
      const moved = withSection(halves, right, {
        ...view,
        sessions: view.sessions.map((session) => ({ ...session, startMin: session.startMin + by })),
        ...(view.release ? { release: { ...view.release, startMin: view.release.startMin + by } } : {}),
        demoldMin: Math.max(view.demoldMin, view.demoldMin + by),
      });
      if (moved.sections[1].sessions[0].startMin < 0) return;
      const sections = evaluateMold(moved, cards);
      const stops = jointObjections(moved, sectionTimes(sections, cards)).filter(({ level }) => level === 'stop');
      const all = stepsOfEvaluated(moved, cards, sections);
      const ends = new Map(all.map(({ id, endMin }) => [id, endMin]));
      const early = all.filter(
        ({ startMin, after, kind }) => kind === 'lay' && after.some((id) => (ends.get(id) ?? 0) > startMin + 1 && !id.startsWith('release:')),
      );
      // Either it is in order, or a rule says that it is not.
      expect(early.length === 0 || stops.length > 0).toBe(true);
    }),
    { numRuns: 12 },
  );
});

test('hours of a mold are the minutes of all its steps, an oven for both halves is one oven', () => {
  const all = steps.reduce((sum, { handsMin }) => sum + handsMin, 0) / 60;
  expect([...laborOf(steps).values()].reduce((sum, hours) => sum + hours, 0)).toBeCloseTo(all, 9);
  const view = sectionOf(halves, 'a');
  const warm = withSection(halves, 'a', withPostCure(view, { startMin: view.demoldMin - 1440, rampKPerH: 10, holdC: 40, holdMin: 300 }));
  expect(
    of(warm)
      .filter(({ place }) => place === 'oven')
      .map(({ id }) => id),
  ).toEqual(['oven:ramp', 'oven:hold', 'oven:cool']);
  expect(byId('demold', of(warm)).after).toContain('oven:cool');
});

test('what is ticked in the plan is said once, gates by their section', () => {
  const signed = {
    ...halves,
    sections: halves.sections.map((section) => ({
      ...section,
      ...(section.release ? { release: { ...section.release, override: { by: 'Ada', reason: 'a trial run' } } } : {}),
    })),
  };
  expect(tickedInMold(signed).map(({ stepId }) => stepId)).toEqual(['release:gate', `release:gate@${right}`]);
});

test('three sections: each laid after the one before', () => {
  let made = 0;
  const three = withNewSection(halves, () => `c${String(++made)}`);
  expect(three.sections[2].after).toBe(right);
  const begun = three.sections.map(({ id }) => of(three).find(({ sectionId, kind }) => sectionId === id && kind === 'lay')?.startMin ?? NaN);
  expect(begun).toEqual([...begun].sort((a, b) => a - b));
});

import { checkDocument } from '../plan/check-document.js';
import { changeLayer, moveSession, withPostCure } from '../plan/edit-plan.js';
import { planOf } from '../plan/lift-plan.js';
import { sectionOf } from '../plan/section-view.js';
import { school } from '../test-support/practice.js';
import type { PlanDocument } from '../plan/plan-document.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { withRemedy } from './take-remedy.js';

const staged = school('staged', 21);
const plan = planOf(staged);
const [s1, s2, , s4, s5] = staged.sessions;
const begun = new Set([s1.id, s2.id]);
/** As the bench has it: the first laid with less catalyst and later, the shop colder than planned. */
const built = changeLayer(moveSession({ ...staged, climate: { ...staged.climate, meanC: 16 } }, 0, s1.startMin + 25), s1.layers[0].id, {
  catalystPct: 1.1,
});

const taken = (remedied: SectionPlan, of: PlanDocument = plan, before = built): PlanDocument | null =>
  withRemedy(of, { sectionId: 'a', built: before, remedied }, begun);

test('a session still to come takes it; what is begun, and the shop, stay as planned', () => {
  const people = { ...built, sessions: built.sessions.map((one) => (one.id === s5.id ? { ...one, people: 3 } : one)) };
  const next = taken(people)!;
  const view = sectionOf(next, 'a');
  expect(view.sessions[4].people).toBe(3);
  expect(view.sessions.slice(0, 2)).toEqual(staged.sessions.slice(0, 2));
  expect(view.climate).toEqual(staged.climate);
  checkDocument(next);
});

test('a session in two goes is two in the plan', () => {
  const rest = {
    ...s4,
    id: `${s4.id}-2`,
    name: 'Rest',
    startMin: s4.startMin + 200,
    layers: s4.layers.map((layer) => ({ ...layer, id: `${layer.id}-2` })),
  };
  const split = { ...built, sessions: [...built.sessions.slice(0, 4), rest, { ...s5, startMin: s5.startMin + 200 }] };
  expect(sectionOf(taken(split)!, 'a').sessions.map(({ id }) => id)).toEqual(['s1', 's2', 's3', 's4', 's4-2', 's5']);
});

test('a fan, a longer stay on the plug and a milder oven are said by the plan', () => {
  expect(taken({ ...built, climate: { ...built.climate, fan: true } })?.assumed.climate).toEqual({
    ...staged.climate,
    fan: true,
  });
  expect(taken({ ...built, demoldMin: staged.demoldMin + 1440 })?.demolds[0].atMin).toBe(staged.demoldMin + 1440);
  const oven = { startMin: staged.demoldMin - 2000, holdC: 60, holdMin: 240, rampKPerH: 20 };
  const heated = planOf(withPostCure(staged, oven));
  const milder = withPostCure(built, { ...oven, holdC: 50 });
  expect(taken(milder, heated, withPostCure(built, oven))?.postCures[0].holdC).toBe(50);
});

test('a warmer shop is no change of the plan, however late everything is', () => {
  const late = { ...built, sessions: built.sessions.map((one) => (begun.has(one.id) ? one : { ...one, startMin: one.startMin + 600 })) };
  expect(taken({ ...late, climate: { ...late.climate, meanC: 24 } }, plan, late)).toBeNull();
  expect(taken({ ...late, climate: { ...late.climate, fan: !late.climate.fan } }, plan, late)).not.toBeNull();
});

import { momentsOf } from './moments.js';
import { stepOf, type Step, type StepKind } from './step.js';

const step = (id: string, kind: StepKind, startMin: number): Step =>
  stepOf({ id, kind, stage: 'sequence', name: `${id} named`, order: 'Do it.', startMin, endMin: startMin + 5 });

test('gates, sessions, trims, frames, ovens and demolding in their order, with the steps that they begin', () => {
  const kinds: readonly StepKind[] = ['demold', 'ramp', 'frame', 'trim', 'set up', 'gate'];
  const others: readonly StepKind[] = ['lay', 'mix', 'tack try', 'clean', 'coat', 'hold', 'saw'];
  const steps = [...kinds, ...others].map((kind, i) => step(`s${String(i)}`, kind, 100.4 - i));
  expect(momentsOf(steps)).toEqual(
    [5, 4, 3, 2, 1, 0].map((i) => ({ atMin: Math.round(100.4 - i), what: `s${String(i)} named`, stepId: `s${String(i)}` })),
  );
});

test('not the gate before the first pull, which is the rack’s, and nothing that is ticked in the plan', () => {
  const steps = [step('release:gate', 'gate', 10), step('session:s1:setup', 'set up', 20), step('commission:gate', 'gate', 30)];
  expect(momentsOf(steps).map(({ stepId }) => stepId)).toEqual(['release:gate', 'session:s1:setup']);
  expect(momentsOf(steps, [{ stepId: 'release:gate', by: 'Ada Marsh' }]).map(({ stepId }) => stepId)).toEqual(['session:s1:setup']);
});

import { DEFAULT_INTAKE } from '../plan/parts/plug-intake.js';
import { defaultRelease, gateTests } from '../plan/parts/release-plan.js';
import { stepOf, type Step } from './step.js';
import type { StateKind, StepEntry } from '../log/entry.js';
import { beginsLaying, goneEntries, missingBefore, opensBuild, stepStates, tickedInPlan } from './step-log.js';

const entry = (id: string, stepId: string, kind: StateKind | 'taken back', minute: number, reverses: string | null = null): StepEntry => ({
  id,
  stepId,
  kind,
  at: new Date(Date.UTC(2026, 10, 26, 8, minute)).toISOString(),
  note: '',
  reverses,
  madeBy: 'Ada',
  data: null,
});
const step = (id: string, ...after: string[]): Step =>
  stepOf({ id, kind: 'lay', stage: 'stack', name: id, order: 'Lay it.', startMin: 0, endMin: 1, after });

test('a step stands where its last line says, whatever order lines arrive in; a line taken back does not count', () => {
  const lines = [entry('c', 'a', 'done', 9), entry('b', 'a', 'started', 2), entry('d', 'b', 'skipped', 3)];
  expect([...stepStates(lines)].map(([id, { state }]) => [id, state])).toEqual([
    ['a', 'done'],
    ['b', 'skipped'],
  ]);
  const back = [...lines, entry('e', 'a', 'taken back', 12, 'c')];
  expect(stepStates(back).get('a')?.state).toBe('started');
  expect(stepStates([entry('f', 'z', 'taken back', 1, 'gone')]).has('z')).toBe(false);
});

test('what must be done before, and is not', () => {
  const steps = [step('mix'), step('gate'), step('lay', 'mix', 'gate')];
  const missing = (...lines: StepEntry[]): string[] => missingBefore(steps[2], steps, stepStates(lines)).map(({ id }) => id);
  expect(missing()).toEqual(['mix', 'gate']);
  expect(missing(entry('1', 'mix', 'started', 0))).toEqual(['mix', 'gate']);
  expect(missing(entry('1', 'mix', 'done', 0), entry('2', 'gate', 'skipped', 0))).toEqual([]);
});

test('lines about steps that are gone are kept apart', () => {
  expect(
    goneEntries([entry('1', 'a', 'done', 0), entry('2', 'old', 'done', 1), entry('3', 'old', 'taken back', 2, '2')], [step('a')]).map(({ id }) => id),
  ).toEqual(['2']);
});

test('a build is under way with its first session, not with its plug', () => {
  expect(['plug:wash', 'release:plug:wax:1', 'release:gate', 'session:s1:mix:l1', 'demold'].map(opensBuild)).toEqual([
    false,
    false,
    false,
    true,
    false,
  ]);
});

test('what is ticked in the plan counts: checks of the plug, and the gate once it is open', () => {
  const intake = { ...DEFAULT_INTAKE, done: [{ id: 'wash', doneMin: -60, by: 'Ada' }] };
  const release = defaultRelease(1);
  expect(tickedInPlan({})).toEqual([]);
  expect(tickedInPlan({ intake, release })).toEqual([{ stepId: 'plug:wash', by: 'Ada' }]);
  const passed = gateTests(release).map(({ id }) => ({ id, by: 'Ben' }));
  expect(tickedInPlan({ release: { ...release, passed } })).toEqual([{ stepId: 'release:gate', by: 'Ben' }]);
  expect(tickedInPlan({ release: { ...release, override: { by: 'Cleo', reason: 'test patch let go' } } })).toEqual([
    { stepId: 'release:gate', by: 'Cleo' },
  ]);
});

test('tools laid out begin nothing; a pot mixed meanwhile does, and what is done at any other step of a session', () => {
  const setup = (['started', 'done', 'skipped', 'temperature', 'pot', 'film'] as const).map((kind) => beginsLaying(kind, 'session:s1:setup'));
  expect(setup).toEqual([false, false, false, false, true, true]);
  const mix = (['started', 'done', 'skipped', 'pot', 'paused', 'temperature', 'taken back'] as const).map((kind) =>
    beginsLaying(kind, 'session:s1:mix:l1'),
  );
  expect(mix).toEqual([true, true, true, true, false, false, false]);
  expect(['plug:wash', 'release:gate', 'build', 'demold'].map((id) => beginsLaying('pot', id))).toEqual([false, false, false, false]);
});

import type { StepEntry, WireEntry } from '../log/entry.js';
import { planOf } from '../plan/lift-plan.js';
import { DEFAULT_INTAKE } from '../plan/parts/plug-intake.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { stepOf, type Step } from '../steps/step.js';
import { logLine } from '../test-support/log-lines.js';
import { fillAmounts } from '../units/amounts.js';
import type { RunningPot } from './pots.js';
import { mostUrgent, openSteps } from './urgent.js';

const ZERO = Date.UTC(2026, 10, 30);
const plan = planOf(planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } }));
const at = (minute: number, stepId: string, kind: WireEntry['kind']): StepEntry =>
  logLine(kind, null, { stepId, at: new Date(ZERO + minute * 60000).toISOString() });
const step = (id: string, more: Partial<Step> = {}): Step =>
  stepOf({ id, kind: 'lay', stage: 'stack', name: id, order: 'Do it.', startMin: 600, endMin: 660, ...more });
const pot: RunningPot = { id: 'p', name: 'Skin', grams: 900, mixedMin: 600, emptyByMin: 612, gelsMin: 620 };
const said = (steps: Step[], entries: StepEntry[] = [], pots: RunningPot[] = [], nowMin = 605): string | null => {
  const found = mostUrgent({ plan, steps, entries, pots, nowMin });
  return found && `${found.kind} ${fillAmounts(found.what, 'metric')} ${String(found.atMin)}`;
};

test('the next step that nobody has done; nothing where all is done', () => {
  const steps = [step('a', { startMin: 500 }), step('b')];
  expect(said(steps)).toBe('next a 500');
  expect(said(steps, [at(510, 'a', 'done')])).toBe('next b 600');
  expect(said(steps, [at(510, 'a', 'skipped'), at(650, 'b', 'done')])).toBeNull();
  expect(said(steps, [at(510, 'a', 'paused')])).toBe('next a 500');
});

test('what somebody is at, by its end', () => {
  const steps = [step('a'), step('b', { startMin: 700 })];
  expect(said(steps, [at(601, 'a', 'started')])).toBe('at it a 660');
  expect(said([step('a'), step('b', { startMin: 650 })], [at(601, 'a', 'handed over')])).toBe('next b 650');
});

test('a pot comes before what comes later, and not one that lasts for hours', () => {
  const steps = [step('a')];
  const entries = [at(601, 'a', 'started')];
  expect(said(steps, entries, [pot])).toBe('pot Pot of Skin 612');
  expect(said(steps, entries, [{ ...pot, emptyByMin: Infinity, gelsMin: null }])).toBe('at it a 660');
});

test('a window that is open, by its closing; not before it opens, not one that keeps', () => {
  const wait = (closesMin: number | null): Step[] => [
    step('soon', { startMin: 900 }),
    step('tack', { startMin: 950, waitsFor: { what: 'window', untilMin: 600, closesMin } }),
  ];
  expect(said(wait(800))).toBe('closes tack 800');
  expect(said(wait(800), [], [], 599)).toBe('next soon 900');
  expect(said(wait(800), [], [], 600)).toBe('closes tack 800');
  expect(said(wait(null))).toBe('next soon 900');
  const cure = [step('cure', { startMin: 900, waitsFor: { what: 'cure', untilMin: 500, closesMin: 700 } })];
  expect(said(cure)).toBe('next cure 900');
});

test('a pot before what is late, a window about to close before it too', () => {
  const late = step('late', { startMin: 400 });
  const tack = (closesMin: number): Step => step('tack', { startMin: 900, waitsFor: { what: 'window', untilMin: 500, closesMin } });
  expect(said([late, tack(635)])).toBe('closes tack 635');
  expect(said([late, tack(636)])).toBe('next late 400');
  expect(said([late, tack(635)], [], [pot])).toBe('pot Pot of Skin 612');
  expect(said([late], [], [pot], 700)).toBe('pot Pot of Skin 612');
});

test('what is ticked in the plan is done', () => {
  const ticked = { ...plan, mold: { ...plan.mold, intake: { ...DEFAULT_INTAKE, done: [{ id: 'wash', doneMin: 0, by: 'Ada Marsh' }] } } };
  const steps = [step('plug:wash'), step('plug:measure')];
  expect(openSteps({ plan: ticked, steps, entries: [] }).map(({ id }) => id)).toEqual(['plug:measure']);
  expect(openSteps({ plan, steps, entries: [] })).toHaveLength(2);
  // Begun again: the log speaks last.
  expect(openSteps({ plan: ticked, steps, entries: [at(10, 'plug:wash', 'started')] })).toHaveLength(2);
});

import type { StepEntry, WireEntry } from '../log/entry.js';
import { potLookup } from '../mix/mix-sheet.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { planOf } from '../plan/lift-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { stepOf, type Step } from '../steps/step.js';
import { logLine } from '../test-support/log-lines.js';
import { fillAmounts } from '../units/amounts.js';
import { bellsOf, ringing } from './bells.js';
import { runningPots, type RunningPot } from './pots.js';

const ZERO = Date.UTC(2026, 10, 30);
const minuteOf = (iso: string): number => (Date.parse(iso) - ZERO) / 60000;
const at = (minute: number, stepId: string, kind: WireEntry['kind'], data: unknown = null): StepEntry =>
  logLine(kind, data, { stepId, at: new Date(ZERO + minute * 60000).toISOString() });
const step = (id: string, more: Partial<Step>): Step =>
  stepOf({ id, kind: 'lay', stage: 'stack', name: id, order: 'Do it.', startMin: 600, endMin: 660, ...more });
const rings = (steps: Step[], entries: StepEntry[] = [], pots: RunningPot[] = []): string[] =>
  bellsOf(steps, entries, pots, minuteOf).map(({ atMin, level, line }) => `${String(atMin)} ${level} ${fillAmounts(line, 'metric')}`);

const tack = step('tack', { kind: 'tack try', waitsFor: { what: 'window', untilMin: 500, closesMin: 700 } });

test('a window that opens, and a quarter of an hour before it closes; not once somebody is at it', () => {
  expect(rings([tack])).toEqual([
    '500 note Window open: tack. Try tack in the cup, then the flange, then the corners.',
    '685 care Window closes in 15 min: tack.',
  ]);
  expect(rings([tack], [at(510, 'tack', 'started')])).toEqual([]);
  expect(rings([tack], [at(510, 'tack', 'done')])).toEqual([]);
  expect(rings([tack], [at(510, 'tack', 'paused')])).toHaveLength(2);
  expect(rings([step('keeps', { waitsFor: { what: 'window', untilMin: 500, closesMin: null } })])).toHaveLength(1);
  expect(rings([step('cure', { waitsFor: { what: 'cure', untilMin: 500, closesMin: null } })])).toEqual([]);
});

test('green trim from its start, and ten minutes before it drags', () => {
  expect(rings([step('trim', { kind: 'trim' })])).toEqual([
    '600 note trim: the edge cuts with a knife now.',
    '650 care trim: 10 min left, then it drags.',
  ]);
});

test('a coat of release is dry when its own wait is over, from when it was really done', () => {
  const coat = step('wax', { kind: 'coat', stage: 'release', waitMin: 45 });
  expect(rings([coat])).toEqual([]);
  expect(rings([coat], [at(620, 'wax', 'done')])).toEqual(['665 note Dry: wax. The next coat may go on.']);
});

test('ovens and demolding at their start', () => {
  expect(rings([step('hot', { kind: 'ramp' }), step('off', { kind: 'demold', startMin: 900 })])).toEqual([
    '600 note Oven: hot.',
    '900 note off: it may come off from now on, if it is cured.',
  ]);
  expect(rings([step('hot', { kind: 'ramp' })], [at(590, 'hot', 'started')])).toEqual([]);
});

test('a pot by its age', () => {
  const pot = { id: 'p', name: 'Skin', grams: 900, mixedMin: 600, emptyByMin: 610, gelsMin: 620 };
  expect(rings([], [], [pot])).toEqual([
    '610 care Pot of Skin: it should be empty by now.',
    '617 stop Pot of Skin is about to gel: use no more of it, spread it out.',
  ]);
  expect(rings([], [], [{ ...pot, emptyByMin: Infinity, gelsMin: null }])).toEqual([]);
});

test('a bell rings from its moment, for three minutes, once', () => {
  const bells = bellsOf([tack], [], [], minuteOf);
  const ids = (now: number, rung: string[] = []): string[] => ringing(bells, now, new Set(rung)).map(({ id }) => id);
  expect([ids(499.9), ids(500), ids(503), ids(503.1), ids(501, ['tack opens'])]).toEqual([[], ['tack opens'], ['tack opens'], [], []]);
});

describe('pots that are mixed and not used up', () => {
  const cards = cardLibrary();
  const plan = planOf(
    planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 80 } }),
  );
  const [session] = plan.sections[0].sessions;
  const [layer] = session.layers;
  const ply = step(`session:${session.id}:lay:${layer.id}:p1`, { layerId: layer.id, sessionId: session.id });
  const look = potLookup();
  const pot = (more: object = {}): object => ({ cardId: layer.cardId, resinG: 1000, hardenerG: 20, lots: [], thrownAway: false, ...more });
  const running = (entries: StepEntry[], nowMin = 605): RunningPot[] => runningPots({ plan, steps: [ply], entries, minuteOf, nowMin, cards }, look);
  const mixed = (more: object = {}, minute = 600): StepEntry => at(minute, `session:${session.id}:mix:${layer.id}`, 'pot', pot(more));

  test('live by their own mass and ratio, in the air as it was read', () => {
    const [usual] = running([mixed()]);
    expect(usual).toMatchObject({ name: layer.name, grams: 1020, mixedMin: 600 });
    expect(usual.emptyByMin).toBeCloseTo(600 + 0.5 * (usual.gelsMin! - 600), 6);
    const gels = (entries: StepEntry[]): number => running(entries)[0].gelsMin!;
    expect(gels([mixed({ hardenerG: 25 })])).toBeLessThan(usual.gelsMin!);
    expect(gels([at(590, 'build', 'temperature', { at: 'air', tempC: 15 }), mixed()])).toBeGreaterThan(usual.gelsMin!);
    // A reading after it was mixed tells nothing of it.
    expect(gels([mixed(), at(601, 'build', 'temperature', { at: 'air', tempC: 15 })])).toBe(usual.gelsMin);
  });

  test('are gone when thrown away, when their layer is laid, or long after they gelled', () => {
    expect(running([mixed({ thrownAway: true })])).toEqual([]);
    expect(running([mixed(), at(604, ply.id, 'done')])).toEqual([]);
    const { gelsMin } = running([mixed()])[0];
    expect(running([mixed()], gelsMin! + 20)).toHaveLength(1);
    expect(running([mixed()], gelsMin! + 20.1)).toEqual([]);
    expect(running([mixed({ cardId: 'gone' })])).toEqual([]);
  });
});

import { evaluateMold } from '../judging/evaluate-mold.js';
import type { StepEntry } from '../log/entry.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { planOf } from '../plan/lift-plan.js';
import { DEFAULT_MIX } from '../plan/parts/mix-plan.js';
import type { PlanDocument } from '../plan/plan-document.js';
import { sectionOf } from '../plan/section-view.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { laidMasses } from '../stack/tally.js';
import { stepsOfEvaluated } from '../steps/mold-steps.js';
import type { Step } from '../steps/step.js';
import { logLine } from '../test-support/log-lines.js';
import { mixSheet } from '../mix/mix-sheet.js';
import { buildFigures, ENOUGH_OBSERVED, figuresToTake, shopFigures, type BuildFigures } from './shop-figures.js';

const cards = cardLibrary();
const view = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 2, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
const plan = planOf(view);
const stepsOf = (of: PlanDocument): Step[] => stepsOfEvaluated(of, cards, evaluateMold(of, cards));
const steps = stepsOf(plan);
const minuteOf = (iso: string): number => (Date.parse(iso) - Date.parse('2026-11-30T00:00:00Z')) / 60_000;
const at = (minute: number, stepId: string, kind: 'started' | 'paused' | 'done'): StepEntry =>
  logLine(kind, null, { stepId, at: new Date(Date.parse('2026-11-30T00:00:00Z') + minute * 60_000).toISOString() });
const lays = steps.filter(({ kind }) => kind === 'lay');
const laid = (factor: number): StepEntry[] =>
  lays.flatMap((step) => [at(step.startMin, step.id, 'started'), at(step.startMin + factor * (step.endMin - step.startMin), step.id, 'done')]);
const pot = (sessionId: string, cardId: string, grams: number, thrownAway = false): StepEntry =>
  logLine('pot', { cardId, resinG: grams * 0.98, hardenerG: grams * 0.02, lots: [], thrownAway }, { stepId: `session:${sessionId}:mix` });
const figures = (entries: readonly StepEntry[], of: PlanDocument = plan): BuildFigures =>
  buildFigures(of, cards, { steps: stepsOf(of), entries, minuteOf });

test('minutes at laying are held against the labor table', () => {
  const { worked } = figures(laid(1.25));
  expect(worked.length).toBe(lays.length);
  for (const { kind, tookMin, tableMin, areaM2 } of worked) {
    expect(kind).toBe('laying');
    expect(tookMin / tableMin).toBeCloseTo(1.25, 6);
    expect(areaM2).toBe(2);
  }
});

test('a plan that had taken a pace is held against the table all the same', () => {
  const paced = planOf({ ...view, mix: { ...DEFAULT_MIX, pace: 1.25 } });
  const own = stepsOf(paced).filter(({ kind }) => kind === 'lay');
  expect(own[0].endMin - own[0].startMin).toBeCloseTo(1.25 * (lays[0].endMin - lays[0].startMin), 6);
  const entries = own.flatMap((step) => [at(step.startMin, step.id, 'started'), at(step.endMin, step.id, 'done')]);
  for (const { tookMin, tableMin } of figures(entries, paced).worked) expect(tookMin / tableMin).toBeCloseTo(1.25, 6);
});

describe('what does not count', () => {
  const [{ id, startMin, endMin }] = lays;
  const minutes = (entries: StepEntry[]): number[] => figures(entries).worked.map(({ tookMin }) => tookMin);
  const long = endMin - startMin;
  test('pauses are left out', () => {
    expect(minutes([at(0, id, 'started'), at(5, id, 'paused'), at(65, id, 'started'), at(75, id, 'done')])).toEqual([15]);
  });
  test.each([
    ['done without a beginning', [at(20, id, 'done')], []],
    ['written down afterwards, both at once', [at(0, id, 'started'), at(0.9, id, 'done')], []],
    ['a minute', [at(0, id, 'started'), at(1, id, 'done')], [1]],
    ['left running', [at(0, id, 'started'), at(6.1 * long, id, 'done')], []],
    ['begun and not done', [at(0, id, 'started')], []],
    ['opened again', [at(0, id, 'started'), at(20, id, 'done'), at(30, id, 'started')], []],
  ] as const)('%s', (_what, entries, expected) => {
    expect(minutes([...entries])).toEqual([...expected]);
  });
  test('a session that says its own minutes', () => {
    const own = planOf({ ...view, sessions: view.sessions.map((session) => ({ ...session, plyMin: 15 })) });
    expect(figures(laid(1), own).worked).toEqual([]);
  });
});

describe('resin', () => {
  const [session] = view.sessions;
  const { cardId } = session.layers[0];
  const laidG = laidMasses(session.layers[0], sectionOf(plan, 'a'), cards).mixedKg * 1000;
  test('what was weighed for a session that was laid whole, against what is in it', () => {
    const { used } = figures([...laid(1), pot(session.id, cardId, laidG * 1.1), pot(session.id, cardId, 100, true)]);
    expect(used).toHaveLength(1);
    expect(used[0]).toMatchObject({ cardId, areaM2: 2 });
    expect(used[0].usedG / used[0].laidG).toBeCloseTo(1.1, 6);
    expect(used[0].thrownG).toBeCloseTo(100, 6);
  });
  test('a session half laid says nothing, nor one without pots', () => {
    expect(figures([pot(session.id, cardId, laidG)]).used).toEqual([]);
    expect(figures(laid(1)).used).toEqual([]);
  });
});

describe('of several builds', () => {
  const one = (pace: number, usedG: number, who = 'Ada'): BuildFigures => ({
    worked: [{ kind: 'laying', who, tableMin: 20, tookMin: 20 * pace, areaM2: 2 }],
    used: [{ cardId: 'iso', who, laidG: 900, usedG, thrownG: 50, areaM2: 2 }],
  });
  const many = shopFigures([one(1, 1000), one(1.2, 1000), one(1.1, 950, 'Ben'), one(5, 900, 'Ben'), one(1.3, 1000)]);
  test('the middle, and where the middle half lies, all together and by person', () => {
    expect(many.builds).toBe(5);
    expect(many.paces.map(({ who, pace }) => [who, pace.count, pace.middle])).toEqual([
      [null, 5, 1.2],
      ['Ada', 3, 1.2],
      ['Ben', 2, 3.05],
    ]);
    expect(many.paces[0].pace).toEqual({ count: 5, middle: 1.2, low: 1.1, high: 1.3 });
    expect(many.paces[1].minPerM2).toBeCloseTo((20 * 3.5) / 6, 9);
    const [all] = many.resins;
    expect(all).toMatchObject({ cardId: null, who: null });
    expect(all.leftPct.middle).toBeCloseTo(10, 9);
    expect(all.usedGPerM2).toBeCloseTo(485, 9);
    expect(all.thrownPct).toBeCloseTo((100 * 250) / (250 + 4850), 9);
    expect(many.resins.map(({ cardId, who }) => [cardId, who])).toEqual([
      [null, null],
      [null, 'Ada'],
      [null, 'Ben'],
      ['iso', null],
    ]);
  });

  test('a plan takes a figure of five observations, not of four; nothing of none', () => {
    expect(figuresToTake(many)).toEqual({ pace: 1.2, leftPct: 10, shopFactor: null });
    expect(ENOUGH_OBSERVED).toBe(5);
    expect(figuresToTake(shopFigures([1, 1, 1, 1].map((pace) => one(pace, 1000))))).toEqual({ pace: null, leftPct: null, shopFactor: null });
    expect(figuresToTake(shopFigures([]))).toEqual({ pace: null, leftPct: null, shopFactor: null });
    expect(shopFigures([{ worked: [], used: [] }]).builds).toBe(0);
  });

  test('taken, it changes minutes and doses', () => {
    const taken = { ...view, mix: { ...DEFAULT_MIX, leftPct: 10 } };
    const [before] = mixSheet({ ...view, mix: DEFAULT_MIX }, cards);
    const [after] = mixSheet(taken, cards);
    expect(after.needG / before.needG).toBeCloseTo(0.97 / 0.9, 9);
    expect(after.leftG / after.needG).toBeCloseTo(0.1, 9);
  });
});

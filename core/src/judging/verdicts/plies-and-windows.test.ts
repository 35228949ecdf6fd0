import { byTwo } from '../../test-support/by-two.js';
import { cardLibrary } from '../../plan/built-in-library.js';
import { changeLayer } from '../../plan/edit-plan.js';
import type { SectionPlan } from '../../plan/section-plan.js';
import { planFromTemplate } from '../../plan/stack-templates.js';
import type { PlacedLayer } from '../../plan/placed-layer.js';
import type { JointWindow } from '../../windows/joint-window.js';
import { evaluatePlan } from '../evaluate-plan.js';
import { activation } from './heat-verdicts.js';
import { plyJoints } from './ply-verdicts.js';
import type { Verdict } from './verdict.js';
import { windowVerdict } from './window-verdicts.js';

const cards = cardLibrary();
const start = { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 80 } };
const low = byTwo(planFromTemplate('low-profile', start));
const warm = { ...low, climate: { ...low.climate, meanC: 22, swingC: 0 } };
const at = (plyMin: number): SectionPlan => ({ ...warm, sessions: warm.sessions.map((session, i) => (i === 2 ? { ...session, plyMin } : session)) });
const verdictOf = (plan: SectionPlan, id: string): Verdict | undefined => evaluatePlan(plan, cards).verdicts.find((one) => one.id === id);

test('plies that come in time cure as one mass; one that comes after gel is a joint', () => {
  expect(verdictOf(at(0), 'ply-joint-s3')).toBeUndefined();
  expect(verdictOf(at(5), 'ply-joint-s3')).toMatchObject({ level: 'ok' });
  const late = verdictOf(at(60), 'ply-joint-s3')!;
  expect(late).toMatchObject({ level: 'care', kind: 'ply-joint', aboutId: 'l3' });
  expect(late.margin).toBeLessThan(0);
  expect(late.limit - late.value).toBeCloseTo(late.margin, 9);
});

test('every limit is judged at the place where it is kept worse', () => {
  const { verdicts, result, lastResult } = evaluatePlan(at(15), cards);
  expect(lastResult).not.toBe(result);
  expect(lastResult.input.sessions[2].layers[0].plies?.map(({ afterS }) => afterS / 60)).toEqual([15, 30, 45, 60]);
  const peaks = [result, lastResult].map(({ layers }) => layers.at(-1)!.peakK - 273.15);
  expect(verdicts.find(({ id }) => id === 'peak-l3')!.value).toBeCloseTo(Math.max(...peaks), 9);
  expect(verdicts.find(({ id }) => id === 'demold-l3')!.place).toBe('last');
  expect(
    evaluatePlan({ ...at(0), sessions: at(0).sessions.map((s) => ({ ...s, plyMin: 0 })) }, cards).verdicts.every(({ place }) => place === undefined),
  ).toBe(true);
});

/** Laid at 0, opens after 2 h, closes after 20 h; the card's times are sure to 15 %. */
const window = (plannedH: number, state: JointWindow['state']): JointWindow =>
  ({
    belowSession: 0,
    laidS: 0,
    opensS: 2 * 3600,
    closesS: 20 * 3600,
    wetUntilS: null,
    spread: 0.15,
    plannedS: plannedH * 3600,
    state,
  }) as JointWindow;
const two = { ...low, sessions: low.sessions.slice(0, 2) };
const abraded = changeLayer(two, 'l2', { start: 'abraded' });

test.each<[string, SectionPlan, number, JointWindow['state'], Verdict['level']]>([
  ['well inside', two, 10, 'inside', 'ok'],
  ['just inside', two, 2.2, 'inside', 'care'],
  ['early within the spread', two, 1.71, 'early', 'care'],
  ['early beyond it', two, 1.69, 'early', 'stop'],
  ['late within the spread', two, 22.9, 'late', 'care'],
  ['late beyond it', two, 23.1, 'late', 'stop'],
  ['late and abraded', abraded, 90, 'late', 'ok'],
  ['early and abraded', abraded, 1, 'early', 'stop'],
])('a session %s', (_when, plan, plannedH, state, level) => {
  expect(windowVerdict(window(plannedH, state), plan, cards).level).toBe(level);
});

const placed = (change: Partial<PlacedLayer['outcome']>, activationC: number | null = 40): PlacedLayer =>
  ({
    planLayer: low.sessions[2].layers[0],
    baseM: 0,
    card: { limits: { activationC, windowSpreadPct: 15 } },
    outcome: { sessionIndex: 2, coolestPeakS: 0, coolestPeakHeightM: 0, pieces: [], ...change },
  }) as unknown as PlacedLayer;

test.each<[number, Verdict['level']]>([
  [34.99, 'stop'],
  [35.01, 'care'],
  [40, 'care'],
  [44.99, 'care'],
  [45.01, 'ok'],
])('low profile that wants 40 °C and gets %p: %s', (tempC, level) => {
  expect(activation(placed({ coolestPeakK: tempC + 273.15 }))[0]).toMatchObject({ level, kind: 'activation' });
});

test('a resin that needs no heat has no such limit', () => {
  expect(activation(placed({ coolestPeakK: 280 }, null))).toEqual([]);
});

/** Two plies; the upper one comes at an hour, the lower one's top gels so many minutes later. */
const meeting = (gelAfterMin: number | null): Verdict[] => {
  const piece = { fromPly: 0, toPly: 1, start: 0, end: 1 };
  const pieces = [
    { ...piece, laidS: 0, topGelS: gelAfterMin === null ? null : 3600 + gelAfterMin * 60 },
    { ...piece, laidS: 3600, topGelS: null },
  ];
  return plyJoints(low, evaluatePlan(low, cards).result, [placed({ pieces })]);
};

test.each<[number, Verdict['level'], RegExp]>([
  [-1, 'care', /a joint, not one mass/],
  // The lower one gels 70.6 min after it was laid; 15 % of that are 10.6.
  [10.5, 'care', /wet on wet/],
  [10.7, 'ok', /wet on wet/],
])('the ply beneath gels %p min after the next arrives: %s', (minutes, level, words) => {
  const [verdict] = meeting(minutes);
  expect(verdict).toMatchObject({ id: 'ply-joint-s3', level });
  expect(verdict.margin).toBeCloseTo(minutes / 60, 9);
  expect(verdict.remedy).toMatch(words);
});

test('plies that never gel make no joint', () => {
  expect(meeting(null)).toEqual([]);
});

test('a shrink control that is missed or met by less than it is known asks for care', () => {
  const { value, limit, level } = verdictOf({ ...at(0), climate: { ...warm.climate, meanC: 20 } }, 'activation-l3')!;
  expect(Math.abs(value - limit)).toBeLessThan(5);
  expect(level).toBe('care');
});

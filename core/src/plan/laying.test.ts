import { byTwo } from '../test-support/by-two.js';
import { cardLibrary } from './built-in-library.js';
import { fillSeconds } from './infusion-fill.js';
import { DEFAULT_INFUSION } from './parts/infusion.js';
import { layingOrder, layingSeconds, placesApartSeconds, pliesArrive } from './laying.js';
import { planToCase } from './plan-to-case.js';
import { planFromTemplate } from './stack-templates.js';
import type { SectionPlan, PlanSession } from './section-plan.js';

const cards = cardLibrary();
const low = byTwo(
  planFromTemplate('low-profile', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } }),
);
const mats: PlanSession = { ...low.sessions[2], plyMin: 10 };
const minutes = (session: PlanSession, plan: SectionPlan, place: 'first' | 'last'): number[][] =>
  pliesArrive(session, plan, cards, place).map((plies) => plies.map((s) => Number((s / 60).toFixed(3))));

test.each<[number, Partial<PlanSession>, string, number]>([
  [1.5, {}, 'ply over all', 1.5],
  [1.51, {}, 'patch by patch', 1],
  [6, { order: 'ply over all' }, 'ply over all', 6],
  [1, { order: 'patch by patch', patchM2: 0.25 }, 'patch by patch', 0.25],
  [1, { order: 'patch by patch', patchM2: 4 }, 'patch by patch', 1],
])('%p m², said %p: %s, %p m² at a time', (areaM2, said, order, patchM2) => {
  expect(layingOrder({ ...mats, ...said }, { ...low, areaM2 })).toEqual({ order, patchM2 });
});

test('ply over all: each ply sweeps from the first-laid place to the last', () => {
  expect(minutes(mats, low, 'first')).toEqual([[0, 10, 20, 30]]);
  expect(minutes(mats, low, 'last')).toEqual([[10, 20, 30, 40]]);
});

test('patch by patch: plies follow at the time of a patch, the first and last patch are the whole session apart', () => {
  const patches = { ...mats, order: 'patch by patch', patchM2: 0.25 } as const;
  expect(minutes(patches, low, 'first')).toEqual([[0, 2.5, 5, 7.5]]);
  expect(minutes(patches, low, 'last')).toEqual([[30, 32.5, 35, 37.5]]);
});

test('an area that is no whole number of patches: the last one begins when all others are laid', () => {
  const large = { ...low, areaM2: 2.5 };
  expect(minutes(mats, large, 'first')).toEqual([[0, 4, 8, 12]]);
  expect(minutes(mats, large, 'last')).toEqual([[24, 28, 32, 36]]);
  expect(placesApartSeconds(mats, large, cards) / 60).toBeCloseTo(24, 9);
  expect(placesApartSeconds(mats, low, cards) / 60).toBeCloseTo(10, 9);
  expect(layingSeconds(mats, large, cards) / 60).toBe(40);
});

test('layers follow each other; said nothing, the labor table gives the time; more people are faster', () => {
  const two = { ...mats, layers: [mats.layers[0], { ...mats.layers[0], id: 'l4' }] };
  expect(minutes(two, low, 'first')).toEqual([
    [0, 10, 20, 30],
    [40, 50, 60, 70],
  ]);
  const said = { ...mats, plyMin: undefined };
  expect(layingSeconds(said, low, cards)).toBeCloseTo(4 * (1 / 4) * 3600, 6);
  expect(layingSeconds({ ...said, people: 1 }, low, cards)).toBeCloseTo(4 * (1 / 2) * 3600, 6);
});

test('no time at all is all at once, as one layer', () => {
  const plan = { ...low, sessions: low.sessions.map((session) => ({ ...session, plyMin: 0 })) };
  for (const { layers } of planToCase(plan, cards, 'last').sessions) for (const layer of layers) expect(layer.plies).toBeUndefined();
  const timed = planToCase({ ...low, sessions: [low.sessions[0], low.sessions[1], mats] }, cards).sessions[2].layers[0];
  expect(timed.plies?.map(({ afterS }) => afterS)).toEqual([0, 600, 1200, 1800]);
  expect(timed.plies?.reduce((sum, { thicknessM }) => sum + thicknessM, 0)).toBeCloseTo(timed.thicknessM, 12);
});

test('resin that is let into a dry stack is at all its plies at once: at the feed as it is let in, at the vacuum line when it has filled', () => {
  const plan = planFromTemplate('infused', { startDate: '2026-11-30', areaM2: 4, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 90 } });
  const session = plan.sessions[2];
  const [layer] = session.layers;
  const fillS = fillSeconds(layer, session, plan, cards);
  expect(fillS).toBeGreaterThan(30);
  expect(fillS).toBeLessThan(1800);
  expect(pliesArrive(session, plan, cards, 'first')).toEqual([new Array(8).fill(0)]);
  expect(pliesArrive(session, plan, cards, 'last')).toEqual([new Array(8).fill(fillS)]);
  expect(layingSeconds(session, plan, cards)).toBe(fillS);
  // Said, it is what was said; twice the way fills four times as long.
  expect(layingSeconds({ ...session, plyMin: 12 }, plan, cards)).toBe(720);
  const longer = { ...plan, infusion: { ...DEFAULT_INFUSION, flowLengthMm: 2 * DEFAULT_INFUSION.flowLengthMm } };
  expect(fillSeconds(layer, session, longer, cards) / fillS).toBeCloseTo(4, 9);
  // One stack, one moment: the simulation gets one mass, not plies a quarter of an hour apart.
  const laid = planToCase(plan, cards, 'last').sessions[2].layers[0].plies ?? [];
  expect(new Set(laid.map(({ afterS }) => afterS))).toEqual(new Set([fillS]));
  expect(new Set(laid.map(({ inductionUsed }) => inductionUsed)).size).toBe(1);
  const first = planToCase(plan, cards, 'first').sessions[2].layers[0].plies ?? [];
  expect(laid[0].inductionUsed).toBeGreaterThanOrEqual(first[0]?.inductionUsed ?? 0);
});

import { withValues } from '../materials/material-card.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { cardOf } from '../plan/card-library.js';
import { changeLayer } from '../plan/edit-plan.js';
import { evaluatePlan } from '../judging/evaluate-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { bendingStiffness, printDepthM } from './print-index.js';
import { stiffnessLeft } from './stiffness-left.js';

const cards = cardLibrary();
const start = { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } };
const staged = planFromTemplate('staged', start);
const source = { origin: 'own test', note: 'panel', date: null } as const;

test('bending stiffness: one plate E h³/12, two halves of it the same', () => {
  expect(bendingStiffness([{ modulusPa: 6e9, thicknessM: 0.004 }])).toBeCloseTo((6e9 * 0.004 ** 3) / 12, 9);
  const half = { modulusPa: 6e9, thicknessM: 0.002 };
  expect(bendingStiffness([half, half])).toBeCloseTo((6e9 * 0.004 ** 3) / 12, 9);
});

test('a layer keeps its stiffness well below its glass transition and loses it above', () => {
  const { kinetics } = cardOf(cards, 'iso_lam');
  expect(stiffnessLeft(20, 0.95, kinetics)).toBe(1);
  expect(stiffnessLeft(140, 0.95, kinetics)).toBeCloseTo(0.02, 9);
});

test('later layers shrink against earlier ones: the back shortens, corners close', () => {
  const { distortion } = evaluatePlan(staged, cards);
  expect(distortion!.curvature).toBeLessThan(0);
  expect(distortion!.bowPerMeterM).toBeCloseTo(distortion!.curvature / 8, 12);
  for (const { closesDeg } of distortion!.corners) expect(closesDeg).toBeGreaterThan(0);
  expect(distortion!.warpFactor).toBeNull();
  expect(distortion!.layers.map(({ name }) => name)).toEqual(staged.sessions.flatMap((s) => s.layers.map((l) => l.name)));
});

test('without shrink and expansion nothing bends', () => {
  const still = { shrinkPct: 0, expansionInPlane: 0, expansionThrough: 0, shrinkThroughPct: 0 };
  const own = ['gelcoat_iso', 've_skin', 'iso_lam'].map((id) => withValues(cardOf(cards, id).sheet, still, source));
  const { distortion } = evaluatePlan(staged, cardLibrary(own));
  expect(Math.abs(distortion!.curvature)).toBeLessThan(1e-12);
  expect(distortion!.corners[0].closesDeg).toBeCloseTo(0, 12);
});

test('a low-profile resin that reaches its heat shrinks less and bends less than one that does not', () => {
  const low = planFromTemplate('low-profile', start);
  const plan = { ...low, sessions: low.sessions.map((session) => ({ ...session, plyMin: 0 })) };
  const of = (plies: number) => evaluatePlan(changeLayer(plan, 'l3', { laminate: { plies, glassGsm: 450, resinToGlass: 2.5 } }), cards).distortion!;
  const [thick, thin] = [of(8), of(2)];
  expect(thick.layers[2]).toMatchObject({ activated: true });
  expect(thin.layers[2]).toMatchObject({ activated: false });
  expect(Math.abs(thick.layers[2].cureStrain)).toBeLessThan(Math.abs(thin.layers[2].cureStrain) / 1.9);
});

test('a measured warp scales the bow and says so', () => {
  const calibrated = cardLibrary([withValues(cardOf(cards, 'iso_lam').sheet, { warpFactor: 0.25 }, source)]);
  const before = evaluatePlan(staged, cards).distortion!;
  const after = evaluatePlan(staged, calibrated).distortion!;
  expect(after.warpFactor).toBe(0.25);
  expect(after.bowPerMeterM).toBeCloseTo(before.bowPerMeterM * 0.25, 12);
});

test('bulk hot over a thin skin prints more than cool bulk over a thick one', () => {
  const hot = changeLayer(staged, 'l4', { laminate: { plies: 7, glassGsm: 450, resinToGlass: 2.3 } });
  const thick = changeLayer(staged, 'l3', { laminate: { plies: 2, glassGsm: 450, resinToGlass: 2.5 } });
  const index = (plan: typeof staged) => evaluatePlan(plan, cards).distortion!.print!.index;
  expect(index(hot)).toBeGreaterThan(1.3 * index(staged));
  expect(index(thick)).toBeLessThan(index(staged));
  expect(evaluatePlan({ ...staged, sessions: staged.sessions.slice(0, 3) }, cards).distortion!.print).toBeNull();
});

test('print saturates behind a skin without stiffness, goes with the shrink, and dies out behind a stiff one', () => {
  const soft = printDepthM(0.003, 0, 7e9);
  expect(soft).toBeCloseTo(0.15e-3 * 0.003, 12);
  expect(printDepthM(0.006, 0, 7e9)).toBeCloseTo(2 * soft, 12);
  expect(printDepthM(0.003, 10, 7e9)).toBeLessThan(soft / 2);
  // A soft thick dough shrinks much and pushes little.
  expect(printDepthM(0.003, 10, 0.5e9)).toBeLessThan(printDepthM(0.003, 10, 7e9));
});

test('putty and paste are bulk', () => {
  const paste = planFromTemplate('paste-core', start);
  const laid = { ...paste, sessions: paste.sessions.slice(0, 4) };
  expect(laid.sessions.at(-1)?.layers[0].role).toBe('core');
  expect(evaluatePlan(laid, cards).distortion!.print).not.toBeNull();
  expect(evaluatePlan({ ...laid, sessions: laid.sessions.slice(0, 3) }, cards).distortion!.print).toBeNull();
});

import { caseLetGo } from '../distortion/case-let-go.js';
import { readCase } from '../formats/case-file.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { changeLayer } from '../plan/edit-plan.js';
import { laidResin } from '../plan/laid-resin.js';
import { zoneOf } from '../plan/zone-view.js';
import { newZone } from '../plan/zones.js';
import { planOf } from '../plan/lift-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { caseOfPlan } from './case-of-plan.js';
import { evaluatePlan } from '../judging/evaluate-plan.js';
import { isStopped, judgeReport } from './judge-report.js';

const cards = cardLibrary();
const low = planFromTemplate('low-profile', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 80 } });
const oven = { startMin: 60 * 60, rampKPerH: 10, holdC: 45, holdMin: 240 };

test.each([
  ['first', low],
  ['last', low],
  ['first', { ...low, postCure: oven, demoldMin: low.demoldMin + 24 * 60 }],
] as const)('the case of a plan at the place laid %s is what was simulated for it', (place, plan) => {
  const file = JSON.parse(JSON.stringify(caseOfPlan(plan, cards, place)));
  const parsed = readCase(file);
  const evaluation = evaluatePlan(plan, cards);
  const own = place === 'first' ? evaluation.result : evaluation.lastResult;
  const run = simulateGrowth(parsed.growth);
  const bulk = run.layers.filter(({ name }) => name.startsWith('Tooling mat'));
  expect(bulk).toHaveLength(4);
  expect(Math.abs(Math.max(...bulk.map(({ peakK }) => peakK)) - own.layers.at(-1)!.peakK)).toBeLessThan(0.2);
  expect(Math.abs(run.layers[1].gelS! - own.layers[1].gelS!)).toBeLessThan(30);
  if (place === 'first') expect(Math.abs(caseLetGo(parsed.setting!, run).curvature - evaluation.distortion!.curvature)).toBeLessThan(0.0008);
});

test('a resin with something stirred in, and one that is slow in a pocket, are cards of their own in the case', () => {
  const [layer] = low.sessions[2].layers;
  const filled = changeLayer(low, layer.id, { additions: [{ cardId: 'filler_trihydrate', partsPer100: 10 }] });
  const file = caseOfPlan(filled, cards);
  expect(file.cards[layer.cardId].filler_w).toBeCloseTo(laidResin(filled.sessions[2].layers[0], cards).kinetics.filler_w!, 12);
  expect(file.sessions[0].plies[0].X).toBeGreaterThan(0);
  const zoned = planOf(low);
  const [section] = zoned.sections;
  const pocket = { ...section, zones: [newZone('deep pocket', [])] };
  const slow = caseOfPlan(zoneOf({ ...zoned, sections: [pocket] }, section.id, 'deep-pocket'), cards);
  expect(slow.cards.gelcoat_iso.k1).toBeLessThan(cards.resins.get('gelcoat_iso')!.kinetics.k1);
  expect(() =>
    readCase(JSON.parse(JSON.stringify({ ...file, sessions: [{ ...file.sessions[0], plies: [{ ...file.sessions[0].plies[0], X: 'old' }] }] }))),
  ).toThrow(/X/);
});

test('a plan judged for scripts', () => {
  const report = judgeReport(planOf(low), cards);
  const [{ zones }] = report.sections;
  expect(zones[0].layers.map(({ name }) => name)).toEqual(['Gel coat', 'Skin mat', 'Tooling mat']);
  const mats = zones[0].layers[2];
  expect(mats.plies).toHaveLength(4);
  expect(mats.gel_h_last!).toBeGreaterThan(mats.gel_h_first!);
  expect(zones[0].windows.map(({ next }) => next)).toEqual(['Skin', 'Tooling laminate']);
  expect(JSON.stringify(report)).not.toMatch(/\{[a-z]+:|NaN/);
  expect(isStopped(report)).toBe(false);
  expect(isStopped(judgeReport(planOf({ ...low, climate: { ...low.climate, meanC: 12 } }), cards))).toBe(true);
});

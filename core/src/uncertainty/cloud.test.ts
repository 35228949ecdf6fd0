import { cardLibrary } from '../plan/built-in-library.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { changeLayer } from '../plan/edit-plan.js';
import { cloudRun } from './cloud.js';
import { cloudTimes } from './cloud-times.js';
import { uncertainFactors } from './factors.js';
import { SeededRandom } from '../numerics/seeded-random.js';
import { wilson } from '../numerics/wilson.js';
import { quantileOf, summarizeCloud } from './summarize-cloud.js';
import { varyPlan } from './vary-plan.js';
import { evaluatePlan } from '../judging/evaluate-plan.js';

const cards = cardLibrary();
const staged = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'pu_foam', thicknessMm: 50, heatLimitC: 60 } });
// A near-critical bulk: the case for which a bare number would lie.
const plan = changeLayer(staged, 'l4', { laminate: { plies: 5, glassGsm: 450, resinToGlass: 2.3 } });
const timesS = cloudTimes(plan);
const factors = uncertainFactors(plan, cards);
const run = (seed: number, index: number) => cloudRun({ plan, cards, seed, timesS }, index);

test('the generator: even, normal, and the same for the same seed', () => {
  const random = new SeededRandom(9);
  const n = 20000;
  const uniform = Array.from({ length: n }, () => random.uniform());
  const normal = Array.from({ length: n }, () => random.normal());
  const mean = (values: number[]) => values.reduce((a, b) => a + b, 0) / n;
  expect(Math.abs(mean(uniform) - 0.5)).toBeLessThan(0.01);
  expect(Math.abs(mean(normal))).toBeLessThan(0.03);
  expect(Math.abs(mean(normal.map((z) => z * z)) - 1)).toBeLessThan(0.04);
  expect(new SeededRandom(5).uniform()).toBe(new SeededRandom(5).uniform());
});

test('no deviation is the plan itself; each factor moves what it says', () => {
  const none = varyPlan(
    plan,
    cards,
    factors,
    factors.map(() => 0),
  );
  expect(evaluatePlan(none.plan, none.cards).verdicts).toEqual(evaluatePlan(plan, cards).verdicts);
  const at = (id: string, z: number) =>
    varyPlan(
      plan,
      cards,
      factors,
      factors.map((f) => (f.id === id ? z : 0)),
    );
  expect(at('shop', 1).plan.climate.meanC - plan.climate.meanC).toBeCloseTo(1.5, 9);
  expect(at('heat-iso_lam', 1).cards.resins.get('iso_lam')!.kinetics.H / cards.resins.get('iso_lam')!.kinetics.H).toBeCloseTo(Math.exp(0.04), 9);
  expect(at('surface', -1).growth.topH).toBeCloseTo(9 * Math.exp(-0.15), 9);
});

test('the same seed and number give the same run, in any order; another seed another one', () => {
  expect(run(3, 17)).toEqual(run(3, 17));
  expect(run(3, 17)?.deviations).not.toEqual(run(4, 17)?.deviations);
  expect(run(3, 17)?.deviations).not.toEqual(run(3, 18)?.deviations);
});

describe('summary of a near-critical bulk', () => {
  const runs = Array.from({ length: 120 }, (_, i) => run(1, i));
  const summary = summarizeCloud(runs, factors, timesS);
  const peak = summary.verdicts.find(({ id }) => id === 'peak-l4')!;

  test('counts every run, keeps probabilities inside their interval, orders quantiles', () => {
    expect(summary.runs + summary.failed).toBe(120);
    for (const { kept, keptFrom, keptTo, quantiles } of summary.verdicts) {
      expect(keptFrom).toBeLessThanOrEqual(kept);
      expect(keptTo).toBeGreaterThanOrEqual(kept);
      for (let i = 1; i < quantiles.length; i++) expect(quantiles[i]).toBeGreaterThanOrEqual(quantiles[i - 1]);
    }
  });

  test('the peak spreads by tens of kelvin, and what heats it lowers the margin', () => {
    expect(peak.quantiles[4] - peak.quantiles[0]).toBeGreaterThan(15);
    const shop = peak.effects.find(({ factor }) => factor.id === 'shop')!;
    expect(shop.perDeviation).toBeLessThan(-2);
    expect(peak.effects[0].share).toBeGreaterThanOrEqual(peak.effects[peak.effects.length - 1].share);
  });

  test('bands lie in order at every time and start at the shop’s temperature', () => {
    for (const { quantiles } of summary.bands) {
      for (let t = 0; t < timesS.length; t++)
        for (let q = 1; q < quantiles.length; q++) expect(quantiles[q][t]).toBeGreaterThanOrEqual(quantiles[q - 1][t]);
      expect(Math.abs(quantiles[2][0] - 20)).toBeLessThan(3);
    }
  });
});

test('nothing but failures gives an empty summary, not a made-up one', () => {
  expect(summarizeCloud([null, null], factors, timesS)).toMatchObject({ runs: 0, failed: 2, verdicts: [], bands: [] });
});

test('quantiles and the interval of a share against hand figures', () => {
  expect([0, 0.25, 0.5, 1].map((q) => quantileOf([1, 2, 3, 4, 5], q))).toEqual([1, 2, 3, 5]);
  const { from, to } = wilson(0.9, 100);
  expect(from).toBeCloseTo(0.8256, 3);
  expect(to).toBeCloseTo(0.9448, 3);
  expect(wilson(1, 50).to).toBe(1);
});

import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { simulateCup } from '../growth/cup-test.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { cardOf } from '../plan/card-library.js';
import { evaluatePlan } from '../judging/evaluate-plan.js';
import { layerBuild, layerMasses } from '../plan/layer-masses.js';
import { planFromTemplate, stackTemplates } from '../plan/stack-templates.js';
import { explainMixed, explainThickness } from './explain-layer.js';
import { DEFAULT_DESIGN } from '../plan/parts/mold-design.js';
import { explainPanel } from './explain-panel.js';
import { explainPot } from './explain-pot.js';
import { explainVerdict } from './explain-verdict.js';
import { fillFormula, type Explanation } from './explanation.js';

const cards = cardLibrary();
const references = readFileSync(join(__dirname, '../../../docs/references.md'), 'utf8');
const start = { startDate: '2026-11-30', areaM2: 1.4, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } };

function sound({ formula, inputs, result, reference, title }: Explanation): void {
  expect(references).toContain(`id="${reference}"`);
  expect(title).not.toBe('');
  expect(inputs.length).toBeGreaterThan(0);
  for (const input of [...inputs, result]) {
    if (typeof input.value === 'number') expect(Number.isFinite(input.value)).toBe(true);
    expect(input.name).not.toBe('');
  }
  expect(fillFormula(formula, inputs, () => '#')).not.toBe(formula);
}

test.each(stackTemplates.map(({ id }) => id))('every verdict of the school "%s" opens with inputs, origins and a reference that is there', (id) => {
  const plan = planFromTemplate(id, start);
  const late = { ...plan, demoldMin: plan.demoldMin + 4000 };
  const warmed = { ...late, postCure: { startMin: late.demoldMin - 3000, rampKPerH: 10, holdC: 45, holdMin: 600 } };
  const { verdicts, windows } = evaluatePlan(warmed, cards);
  expect(verdicts.map(({ kind }) => kind)).toContain('post-cure-tg');
  for (const verdict of verdicts) {
    const explanation = explainVerdict(verdict, { plan: warmed, cards, windows });
    sound(explanation);
    if (verdict.kind !== 'window') expect(explanation.result.value).toBe(verdict.value);
  }
});

test('thickness and mixed mass can be recomputed from the inputs shown', () => {
  const layer = planFromTemplate('staged', start).sessions[3].layers[0];
  const thickness = explainThickness(layer, cards);
  sound(thickness);
  const at = (e: Explanation, symbol: string): number => Number(e.inputs.find((i) => i.symbol === symbol)?.value);
  const h = (at(thickness, 'plies') * at(thickness, 'gsm')) / 1000 / at(thickness, 'w') / at(thickness, 'ρ');
  expect(h).toBeCloseTo(layerBuild(layer, cards).thicknessM, 12);
  expect(at(thickness, 'w')).toBeCloseTo(1 / (1 + at(thickness, 'ratio')), 12);
  const mixed = explainMixed(layer, 1.4, cards);
  sound(mixed);
  const m = (at(mixed, 'A') * (at(mixed, 'h') / 1000) * at(mixed, 'ρ') * (1 - at(mixed, 'w'))) / at(mixed, 't');
  expect(m).toBeCloseTo(layerMasses(layer, 1.4, cards).mixedKg, 9);
});

test('a film explains itself, and a pot names its card’s origins', () => {
  sound(explainThickness(planFromTemplate('staged', start).sessions[0].layers[0], cards));
  const card = cardOf(cards, 'iso_lam');
  const pot = { massKg: 1, startK: 293.15, airK: 293.15, catalystPct: 1.5 };
  const explanation = explainPot(card, { massKg: 1, startC: 20, catalystPct: 1.5 }, simulateCup({ ...pot, card: card.kinetics }));
  sound(explanation);
  expect(explanation.inputs.find(({ symbol }) => symbol === 'H')?.origin).toBe('assumed');
});

test('a panel’s deflection can be recomputed from the inputs shown', () => {
  const design = { ...DEFAULT_DESIGN, loadKPa: 2 };
  const panel = explainPanel(design, { thicknessM: 0.008, modulusPa: 7e9, poisson: 0.33 });
  sound(panel);
  const at = (symbol: string): number => Number(panel.inputs.find((i) => i.symbol === symbol)?.value);
  const D = (at('E') * 1e9 * (at('t') / 1000) ** 3) / (12 * (1 - at('ν') ** 2));
  expect(at('D')).toBeCloseTo(D, 9);
  expect(Number(panel.result.value)).toBeCloseTo(((5 * at('q') * 1000 * (at('L') / 1000) ** 4) / (384 * D)) * 1000, 9);
});

test('symbols are replaced as whole words only', () => {
  const input = { symbol: 'h', name: 'height', value: 2, unit: 'mm', origin: 'plan', note: '' } as const;
  expect(fillFormula('h + htop · h', [input], ({ value }) => String(value))).toBe('2 + htop · 2');
});

test('a cure that the shop cannot reach is not said to be the card’s: the limit is then what can be reached', () => {
  const originAt = (meanC: number): string | undefined => {
    const plan = planFromTemplate('staged', { ...start, areaM2: 1 });
    const here = { ...plan, climate: { ...plan.climate, meanC, swingC: 0 } };
    const evaluation = evaluatePlan(here, cards);
    const verdict = evaluation.verdicts.find(({ id }) => id === 'demold-l4');
    if (!verdict) throw new Error('no verdict');
    return explainVerdict(verdict, { plan: here, cards, windows: evaluation.windows }).inputs.find(({ symbol }) => symbol === 'limit')?.origin;
  };
  expect(originAt(24)).toBe('assumed');
  expect(originAt(14)).toBe('rule');
});

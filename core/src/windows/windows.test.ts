import { prepareKinetics } from '../cure/kinetics.js';
import { followCure } from '../cure/follow-cure.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import { withValues } from '../materials/material-card.js';
import { resinCardOf, type ResinCard } from '../materials/resin-card.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { cardOf } from '../plan/card-library.js';
import { evaluatePlan } from '../judging/evaluate-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { cardThresholds } from './card-thresholds.js';
import { surfaceState } from './surface-state.js';

const cards = cardLibrary();
const gelCoat = cardOf(cards, 'gelcoat_iso');
const source = { origin: 'data sheet', note: '', date: null } as const;
const start = { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } };

/** A plan of one film at the card's own reference condition, and something laid on it a day later. */
function referencePlan(card: ResinCard, meanC: number): SectionPlan {
  const plan = planFromTemplate('staged', start);
  const [gel, , , bulk] = plan.sessions;
  const film = {
    ...gel.layers[0],
    cardId: card.id,
    wetFilmUm: card.limits.overlay?.filmUm ?? 600,
    catalystPct: card.limits.catalyst?.typicalPct ?? null,
  };
  return {
    ...plan,
    climate: { meanC, swingC: 0, warmestHour: 15, fan: false },
    sessions: [
      // Put on in a minute, so that no pot grows old over it.
      { ...gel, plyMin: 1, layers: [film] },
      { ...bulk, startMin: gel.startMin + 20 * 60 },
    ],
  };
}

test.each(['gelcoat_iso', 've_skin', 'epoxy_surface'])('%s: at its own reference condition the window opens after the minutes on the sheet', (id) => {
  const card = cardOf(cards, id);
  const overlay = card.limits.overlay!;
  const { windows } = evaluatePlan(referencePlan(card, overlay.atC), cards);
  const openMin = (windows[0].flat.opensS! - windows[0].laidS) / 60;
  // A skin's reference is a laminate, this one a film: a little warmer there.
  expect(Math.abs(openMin / overlay.afterMin - 1)).toBeLessThan(id === 've_skin' ? 0.12 : 0.02);
});

test('a colder shop opens later, a pocket later than the flat, and it decides only where the mold has some', () => {
  const warm = evaluatePlan(referencePlan(gelCoat, 23), cards).windows[0];
  const cold = evaluatePlan(referencePlan(gelCoat, 17), cards).windows[0];
  expect(cold.flat.opensS! - warm.flat.opensS!).toBeGreaterThan(1200);
  expect(warm.pocket.opensS! - warm.laidS).toBeGreaterThan(1.3 * (warm.flat.opensS! - warm.laidS));
  const plan = referencePlan(gelCoat, 23);
  const deep = evaluatePlan({ ...plan, shape: { panelMm: 1000, cornersDeg: [], pockets: true } }, cards).windows[0];
  expect(warm.opensS).toBe(warm.flat.opensS);
  expect(deep.opensS).toBe(deep.pocket.opensS);
});

test('a sheet with a longer wait gives a higher threshold; without one it opens at gel', () => {
  const longer = resinCardOf(withValues(gelCoat.sheet, { overlayAfterMin: 110 }, source));
  const none = resinCardOf(withValues(gelCoat.sheet, { overlayAfterMin: null, dryAfterMin: null }, source));
  expect(cardThresholds(longer).opens).toBeGreaterThan(cardThresholds(gelCoat).opens);
  expect(cardThresholds(none).opens).toBe(gelCoat.kinetics.a_gel);
});

test('hours on the card close the window whatever the cure', () => {
  const hasty = resinCardOf(withValues(gelCoat.sheet, { bondClosesH: 6 }, source));
  const { windows, verdicts } = evaluatePlan(referencePlan(hasty, 21), cardLibrary([hasty.sheet]));
  expect(windows[0].state).toBe('late');
  expect(windows[0].flat.surface).toBe('closed');
  expect(verdicts.find(({ kind }) => kind === 'window')?.remedy).toMatch(/abrade/);
});

test('the surface goes through the bench’s five names in order', () => {
  const thresholds = cardThresholds(gelCoat);
  const names = [0, 0.1, thresholds.opens + 0.01, thresholds.dry + 0.01].map((cure) => surfaceState(cure, gelCoat.kinetics.a_gel, thresholds, false));
  expect(names).toEqual(['wet', 'transfers', 'prints', 'dry']);
  expect(surfaceState(0.5, 0.03, thresholds, true)).toBe('closed');
});

test('green trim lies after gel and before hard, and earlier in a warm shop', () => {
  const trimOf = (meanC: number) => {
    const plan = planFromTemplate('staged', start);
    return evaluatePlan({ ...plan, climate: { ...plan.climate, meanC } }, cards);
  };
  const cool = trimOf(18);
  const warm = trimOf(24);
  for (const { trim, windows, result } of [cool, warm]) {
    const last = result.layers[result.layers.length - 1];
    expect(trim!.fromS).toBeGreaterThan(last.gelS!);
    expect(trim!.untilS - trim!.fromS).toBeGreaterThan(300);
    expect(windows[2].trim!.fromS).toBeGreaterThan(windows[2].laidS);
  }
  expect(warm.trim!.fromS).toBeLessThan(cool.trim!.fromS);
});

test('following a spot at the factor one gives the simulation’s own cure', () => {
  const plan = referencePlan(gelCoat, 21);
  const { result } = evaluatePlan(plan, cards);
  const { field } = result.segments.find((s) => s.sessionIndex === 0)!;
  const cell = result.layers.find((layer) => !layer.plug)!.end - 1;
  const temps = Array.from({ length: field.frames }, (_, f) => field.tempK[f * field.cells + cell]);
  const cure = followCure(prepareKinetics(gelCoat.kinetics, 2), field.timeS, temps, {
    slowdown: 1,
    inductionUsed: result.input.sessions[0].layers[0].plies![0].inductionUsed,
  });
  cure.forEach((alpha, f) => {
    expect(Math.abs(alpha - field.cure[f * field.cells + cell])).toBeLessThan(0.01);
  });
});

describe('post-cure', () => {
  const plan = planFromTemplate('staged', start);
  const warmed = (rampKPerH: number, holdC: number, afterH = 30): SectionPlan => {
    const startMin = plan.sessions[4].startMin + afterH * 60;
    return {
      ...plan,
      plug: { ...plan.plug, heatLimitC: 90 },
      demoldMin: startMin + 2600,
      postCure: { startMin, rampKPerH, holdC, holdMin: 12 * 60 },
    };
  };
  const level = (p: SectionPlan, id: string) => evaluatePlan(p, cards).verdicts.find((v) => v.id === id)?.level;

  test('a slow warm cure stays under the glass transition, raises cure, and the plug’s limit still counts', () => {
    const slow = evaluatePlan(warmed(5, 45), cards);
    expect(level(warmed(5, 45), 'post-cure-tg')).not.toBe('stop');
    const before = evaluatePlan(plan, cards);
    const cure = (e: typeof slow) => e.result.layers[e.result.layers.length - 1].cureMin;
    expect(cure(slow)).toBeGreaterThan(cure(before) + 0.03);
    const hot = evaluatePlan({ ...warmed(5, 45), plug: { ...plan.plug, heatLimitC: 42 } }, cards);
    expect(hot.verdicts.find(({ id }) => id === 'interface')?.level).toBe('stop');
  });

  test('too fast and too hot are each told', () => {
    expect(level(warmed(60, 120), 'post-cure-tg')).toBe('stop');
    expect(level(warmed(60, 45), 'post-cure-ramp')).toBe('stop');
    expect(() => evaluatePlan(warmed(5, 300), cards)).toThrow(/post-cure, hold/);
  });

  test('the energy balance closes through the oven', () => {
    expect(Math.abs(evaluatePlan(warmed(10, 50), cards).result.energyResidualRel)).toBeLessThan(1e-9);
  });
});

test('demolded warm is stopped', () => {
  const plan = planFromTemplate('low-profile', start);
  const hot = { ...plan, demoldMin: plan.sessions[2].startMin + 110 };
  expect(evaluatePlan(hot, cards).verdicts.find(({ id }) => id === 'demold-warm')?.level).toBe('stop');
  expect(simulateGrowth(evaluatePlan(plan, cards).result.input).status).toBe('converged');
});

import { caseLetGo } from './case-let-go.js';
import { reportCase } from '../formats/case-report.js';
import { readCase } from '../formats/case-file.js';
import type { FieldSegment } from '../growth/field-history.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import { evaluatePlan } from '../judging/evaluate-plan.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { caseFile, curvatureReference } from '../test-support/cases.js';
import { heldFlat, type SettingCell } from './held-flat.js';

interface Layer {
  readonly gpa: number;
  readonly mm: number;
  readonly shrink: number;
  readonly growing?: boolean;
}

const curvature = curvatureReference();
const GEL = 0.1;
const CELLS = 8;

/** Layers that cure one after another, each fully, at one temperature; the field as a simulation records it. */
function cureInTurn(layers: readonly Layer[], cellsEach = CELLS): { cells: SettingCell[]; fields: FieldSegment[] } {
  let base = 0;
  const cells = layers.flatMap(({ gpa, mm, shrink, growing = false }) => {
    const heightM = mm / 1000 / cellsEach;
    const bottom = base;
    base += mm / 1000;
    return Array.from({ length: cellsEach }, (_, k): SettingCell => ({
      centerM: bottom + (k + 0.5) * heightM,
      heightM,
      modulusPa: (_tempC, cure) => gpa * 1e9 * (growing ? (cure - GEL) / (1 - GEL) : 1),
      gelCure: GEL,
      shrink,
      lowProfile: null,
      expansion: 0,
    }));
  });
  const frames = 101;
  const fields = layers.map((_layer, l): FieldSegment => {
    const count = (l + 1) * cellsEach;
    const timeS = Float64Array.from({ length: frames }, (_t, f) => l * 1000 + f * 10);
    const cure = Float32Array.from({ length: frames * count }, (_c, j) => (j % count < l * cellsEach ? 1 : Math.floor(j / count) / (frames - 1)));
    return { cells: count, frames, timeS, tempK: new Float32Array(frames * count).fill(293.15), cure };
  });
  return { cells, fields };
}

const letGo = (layers: readonly Layer[], cellsEach?: number): number => {
  const { cells, fields } = cureInTurn(layers, cellsEach);
  return heldFlat(cells, fields, 0, layers.length * 1000).curvature;
};

const inert = { gpa: 8, mm: 3, shrink: 0 };

test('two elastic layers bend as a bimetal strip', () => {
  expect(letGo([inert, { gpa: 7, mm: 4, shrink: 0.002 }])).toBeCloseTo(-0.423428, 4);
});

test('three elastic layers lock in what the stack had shrunk by', () => {
  expect(
    letGo([
      { gpa: 4, mm: 0.6, shrink: 0 },
      { gpa: 8, mm: 2.4, shrink: 0.0015 },
      { gpa: 7, mm: 4, shrink: 0.0025 },
    ]),
  ).toBeCloseTo(-0.566524, 4);
});

test('a modulus that grows from nothing with the shrink on an inert layer', () => {
  expect(letGo([inert, { gpa: 7, mm: 4, shrink: 0.002, growing: true }])).toBeCloseTo(-0.265214, 3);
});

test('one layer alone stays flat, however it is cut into cells', () => {
  for (const cells of [1, 2, 8]) expect(Math.abs(letGo([{ gpa: 7, mm: 4, shrink: 0.003 }], cells))).toBeLessThan(1e-9);
});

test('let go before anything gelled: nothing', () => {
  const { cells, fields } = cureInTurn([inert]);
  expect(heldFlat(cells, fields, 0, 50)).toMatchObject({ curvature: 0, strain: 0 });
  expect(heldFlat(cells, fields, 0, 50).cells[0].gelC).toBeNaN();
});

/** Compensation is earned at the temperature of the curing; a later oven earns nothing. */
test.each<[string, (f: number) => number, number]>([
  ['cold', () => 20, 0.003],
  ['warm', () => 60, 0.0005],
  ['at its temperature', () => 40, 0.00175],
  ['cold, then a warm oven', (f) => (f < 100 ? 20 : 60), 0.003],
])('a low-profile resin cured %s', (_how, tempC, shrink) => {
  const { cells, fields } = cureInTurn([{ gpa: 7, mm: 4, shrink: 0.003 }], 1);
  const [field] = fields;
  const warm = { ...field, tempK: Float32Array.from(field.timeS, (_t, f) => tempC(f) + 273.15) };
  const low = cells.map((cell) => ({ ...cell, lowProfile: { shrink: 0.0005, fromC: 45 } }));
  const own = shrink === 0.00175 ? low.map((cell) => ({ ...cell, lowProfile: { shrink: 0.0005, fromC: 40 } })) : low;
  expect(-heldFlat(own, [warm], 0, 1000).cells[0].cureStrain).toBeCloseTo(shrink, 4);
});

describe.each(Object.entries(curvature.curvature))('%s', (name, { demold_h: demoldH, bow_mm_per_m: bow }) => {
  test('bends as the independent solver says', () => {
    const parsed = readCase({ ...caseFile(name), set: curvature.set, demold_h: demoldH });
    const result = simulateGrowth(parsed.growth);
    const report = reportCase(parsed, result, caseLetGo(parsed.setting!, result).curvature);
    expect(Math.abs((report.bow_mm_per_m ?? NaN) - bow)).toBeLessThan(Math.max(0.1, 0.03 * Math.abs(bow)));
  });
});

test('a session cut into two layers bends as the same session in one', () => {
  const plan = planFromTemplate('low-profile', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
  const cut = {
    ...plan,
    sessions: plan.sessions.map((session) => ({
      ...session,
      plyMin: 0,
      layers: session.layers.flatMap((layer) =>
        layer.laminate && layer.laminate.plies % 2 === 0
          ? ['a', 'b'].map((half) => ({ ...layer, id: layer.id + half, laminate: { ...layer.laminate!, plies: layer.laminate!.plies / 2 } }))
          : [layer],
      ),
    })),
  };
  const whole = { ...plan, sessions: plan.sessions.map((session) => ({ ...session, plyMin: 0 })) };
  const [one, two] = [whole, cut].map((p) => evaluatePlan(p, cardLibrary()).distortion!.bowPerMeterM * 1000);
  expect(cut.sessions.flatMap((s) => s.layers).length).toBeGreaterThan(plan.sessions.flatMap((s) => s.layers).length);
  expect(Math.abs(one - two)).toBeLessThan(0.1);
});

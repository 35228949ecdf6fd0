import fc from 'fast-check';
import { cardLibrary } from '../plan/built-in-library.js';
import { evaluatePlan } from '../judging/evaluate-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { DEFAULT_INTAKE } from '../plan/parts/plug-intake.js';
import { earliestBacking } from './backing.js';
import { boltPattern } from './bolt-pattern.js';
import { demoldGrade } from './demold.js';
import { designObjections } from './design-objections.js';
import { flangeNeedMm } from './flange-width.js';
import { handFinding } from './hand-guard.js';
import { checkPart } from '../plan/fields/check-part.js';
import { checkPartings, DEFAULT_DESIGN, designFields } from '../plan/parts/mold-design.js';
import { offsetPlan } from './offset.js';
import { panelDeflectionM, plateRigidity, widestSpanM } from './panel-deflection.js';
import { usualThickness } from './target-thickness.js';

const shell = { thicknessM: 0.008, modulusPa: 7e9, poisson: 0.33 };

test('panel deflection: closed forms of a strip, cube of thickness, fourth power of span', () => {
  // D = 7e9·0.008³/(12(1−0.33²)) = 335.2 N·m; 5·1000·0.5⁴/(384·335.2) = 2.43 mm
  expect(plateRigidity(shell)).toBeCloseTo(335.2, 1);
  const { supportedM, builtInM } = panelDeflectionM({ ...shell, spanM: 0.5, pressurePa: 1000 });
  expect(supportedM * 1000).toBeCloseTo(2.428, 3);
  expect(supportedM / builtInM).toBeCloseTo(5, 12);
  fc.assert(
    fc.property(fc.double({ min: 1e-4, max: 0.01, noNaN: true }), fc.double({ min: 100, max: 1e5, noNaN: true }), (sagM, pressurePa) => {
      const spanM = widestSpanM({ ...shell, pressurePa }, sagM);
      fc.pre(spanM > 0.01 && spanM < 10);
      expect(panelDeflectionM({ ...shell, pressurePa, spanM }).supportedM / sagM).toBeCloseTo(1, 9);
    }),
  );
});

test('a bagged flange needs what a bag needs, an infused one more, and smaller bolts a narrower one', () => {
  expect(flangeNeedMm('bolted', 10, 8)).toBe(58);
  expect(flangeNeedMm('bagged', 10, 8)).toBe(100);
  expect(flangeNeedMm('infused', 10, 8)).toBeGreaterThan(120);
});

test('bolts keep the pitch, dowels are two and never symmetric', () => {
  fc.assert(
    fc.property(fc.double({ min: 100, max: 9000, noNaN: true }), fc.double({ min: 60, max: 400, noNaN: true }), (length, spacing) => {
      const { boltsMm, pitchMm, dowelsMm } = boltPattern(length, spacing);
      // Two bolts at the least, however short the flange.
      expect(pitchMm <= spacing + 1e-9 || boltsMm.length === 2).toBe(true);
      expect(Math.min(...boltsMm)).toBeGreaterThan(0);
      expect(Math.max(...boltsMm)).toBeLessThan(length);
      expect(Math.abs(dowelsMm[0] - (length - dowelsMm[1]))).toBeGreaterThan(0.1 * pitchMm);
      expect(dowelsMm[1]).toBeLessThan(length);
      expect(dowelsMm[1] - dowelsMm[0]).toBeGreaterThan(0.35 * length);
      for (const dowel of dowelsMm) for (const bolt of boltsMm) expect(Math.abs(dowel - bolt)).toBeGreaterThan(0.2 * pitchMm);
    }),
  );
});

test.each([
  [4, 0, 'easy'],
  [2, 0, 'careful'],
  [0.5, 0, 'hard'],
  [-1, 0, 'split'],
  [5, 3, 'split'],
])('draft of %p° with %p mm behind: %p', (draftDeg, undercutMm, grade) => {
  expect(demoldGrade({ id: 'f', name: 'side', draftDeg, undercutMm, depthMm: 200, radiusMm: 10 }).grade).toBe(grade);
});

test('usual thickness follows size, use and part', () => {
  expect(usualThickness(400, 'open', 2)).toMatchObject({ fromMm: 5, toMm: 6 });
  expect(usualThickness(3000, 'heated', 4)).toMatchObject({ fromMm: 10, toMm: 15 });
  expect(usualThickness(400, 'open', 5).fromMm).toBe(10);
});

test('sheet wax comes in whole sheets and never eats the clearance', () => {
  expect(offsetPlan({ partMm: 4, clearanceMm: 2, sheetMm: 1.5 })).toMatchObject({ sheets: 4, reachedMm: 6, clearanceReachedMm: 2 });
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 20, noNaN: true }),
      fc.double({ min: 0, max: 10, noNaN: true }),
      fc.double({ min: 0.3, max: 5, noNaN: true }),
      (partMm, clearanceMm, sheetMm) => {
        expect(offsetPlan({ partMm, clearanceMm, sheetMm }).reachedMm).toBeGreaterThanOrEqual(partMm + clearanceMm / 2 - 1e-9);
      },
    ),
  );
});

describe('left and right', () => {
  const seat = { name: 'Seat, left half', hand: 'left' as const };
  test.each([
    ['the mirror with its own hand is right', { hand: 'right' as const, mirrorOf: seat.name }, null],
    ['the mirror with the same hand is stopped', { hand: 'left' as const, mirrorOf: seat.name }, 'stop'],
    ['a mirror without a hand is stopped', { hand: 'none' as const, mirrorOf: seat.name }, 'stop'],
    ['a twin that does not say so is asked', { hand: 'right' as const, mirrorOf: '' }, 'care'],
    ['two of one hand are asked', { hand: 'left' as const, mirrorOf: '' }, 'care'],
    ['none beside a left one is asked', { hand: 'none' as const, mirrorOf: '' }, 'care'],
  ])('%s', (_what, intake, level) => {
    expect(handFinding(intake, [seat])?.level ?? null).toBe(level);
  });
});

test('objections name the flange, the face, the frame; a sound design has none', () => {
  const sound = { ...DEFAULT_DESIGN, flange: { ...DEFAULT_DESIGN.flange, kind: 'bolted' as const }, loadKPa: 0.1 };
  expect(designObjections(sound, DEFAULT_INTAKE, shell)).toEqual([]);
  const bad = designObjections(
    {
      ...sound,
      loadKPa: 5,
      sections: [
        { id: 'a', name: 'A' },
        { id: 'b', name: 'B' },
      ],
      flange: { ...sound.flange, filletMm: 12 },
      faces: [{ id: 'f', name: 'Back rest', draftDeg: 0.2, undercutMm: 0, depthMm: 300, radiusMm: 1 }],
      backing: { ...sound.backing, kind: 'steel', softStrips: false },
    },
    { ...DEFAULT_INTAKE, use: 'bagged', hand: 'left' },
    shell,
  ).map(({ id }) => id);
  expect(bad).toEqual(['flange-vacuum', 'fillet-trim', 'no-parting', 'draft-f', 'radius-f', 'panel-sag', 'frame-hard', 'not-marked']);
});

test('a parting line between sections that are not there, or the wrong way round, is refused', () => {
  const sections = [
    { id: 'a', name: 'A' },
    { id: 'b', name: 'B' },
  ];
  const parting = { id: 'p', name: 'Keel', firstSectionId: 'b', secondSectionId: 'a', lengthMm: 900 };
  expect(() => {
    checkPartings({ ...DEFAULT_DESIGN, sections, partings: [parting] });
  }).toThrow(/Keel.*the one laid first named first/);
  expect(() => {
    checkPart(designFields, { ...DEFAULT_DESIGN, targetMm: 0.008 });
  }).toThrow(/0.008 m is 8 mm/);
});

test('a frame waits for hours, cure and cooling; a cold shop makes it wait longer', () => {
  const cards = cardLibrary();
  const plan = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 90 } });
  const at = (meanC: number): number | null => {
    const here = { ...plan, climate: { ...plan.climate, meanC }, demoldMin: plan.demoldMin + 5 * 1440 };
    return earliestBacking(here, evaluatePlan(here, cards).result, cards)?.earliestS ?? null;
  };
  const warm = at(24);
  expect(warm).not.toBeNull();
  expect((warm ?? 0) / 3600 - plan.sessions[4].startMin / 60).toBeGreaterThanOrEqual(24);
  expect(at(17) ?? Infinity).toBeGreaterThan(warm ?? Infinity);
});

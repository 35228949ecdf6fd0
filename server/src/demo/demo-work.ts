import {
  changeLayer,
  changeSection,
  DEFAULT_DESIGN,
  DEFAULT_INTAKE,
  DEFAULT_MIX,
  defaultRelease,
  planOf,
  sectionOf,
  withNewSection,
  withParting,
  withPatches,
  withSection,
  type CardLibrary,
  type PartingLine,
  type Patch,
  type PlanDocument,
  type SectionPlan,
  type PlugIntake,
} from '@pentimento/core/plan';
import { readinessChecks, withRelease, withSurfaces } from '@pentimento/core/plug';

const hour = (day: number, clock: number): number => ((day - 1) * 24 + clock) * 60;

const flat = (id: string, name: string, lengthMm: number, widthMm: number, more: Partial<Patch> = {}): Patch => ({
  id,
  name,
  place: 'flat',
  count: 1,
  form: { shape: 'flat', lengthMm, widthMm },
  ...more,
});

/** A tram seat's half: seat, back, the bend between them, sides, flange. */
export const seatPatches: readonly Patch[] = [
  flat('seat', 'Seat', 430, 440),
  flat('back', 'Back rest', 560, 440, { place: 'vertical' }),
  {
    id: 'bend',
    name: 'Bend of seat and back',
    place: 'inside corner',
    count: 1,
    form: { shape: 'cylinder', radiusMm: 90, arcDeg: 100, lengthMm: 440 },
  },
  flat('side', 'Side wing', 520, 130, { place: 'vertical', count: 1 }),
  { id: 'edge', name: 'Flange', place: 'flat', count: 1, form: { shape: 'flange strip', lengthMm: 2900, widthMm: 60 } },
];

/** A beehive's roof: a shallow dome in a square rim. */
export const roofPatches: readonly Patch[] = [
  { id: 'dome', name: 'Dome', place: 'flat', count: 1, form: { shape: 'dome', radiusMm: 270, heightMm: 60 } },
  { id: 'rim', name: 'Rim', place: 'vertical', count: 4, form: { shape: 'flat', lengthMm: 520, widthMm: 45 } },
  { id: 'edge', name: 'Flange', place: 'flat', count: 1, form: { shape: 'flange strip', lengthMm: 1900, widthMm: 45 } },
];

/** Everything ticked and signed by one person before release. */
function ready(plan: SectionPlan, intake: PlugIntake, cards: CardLibrary, by: string, doneMin: number): SectionPlan {
  const planned = { ...plan, intake };
  return { ...planned, intake: { ...intake, done: readinessChecks(planned, cards).map(({ id }) => ({ id, doneMin, by })) } };
}

/** Measured, ticked, and released the day before its gel coat. */
export function readyAndReleased(plan: SectionPlan, cards: CardLibrary, by: string, intake: Partial<PlugIntake> = {}): SectionPlan {
  const released = withRelease(plan, { ...defaultRelease(plan.areaM2), startMin: hour(0, 8) });
  return ready(released, { ...DEFAULT_INTAKE, ...intake }, cards, by, hour(-5, 15));
}

/** The well planned build: measured, ready, released in time, two colors, closed back. */
export function wellPrepared(plan: SectionPlan, cards: CardLibrary): SectionPlan {
  const measured = withPatches(plan, roofPatches);
  const design = {
    ...DEFAULT_DESIGN,
    longestSideMm: 560,
    targetMm: 7,
    loadKPa: 0.3,
    marked: true,
    backing: { ...DEFAULT_DESIGN.backing, spacingMm: 350 },
  };
  const release = { ...defaultRelease(measured.areaM2), startMin: hour(-2, 8) };
  const colored = changeLayer(
    changeLayer(
      changeLayer(withRelease({ ...measured, design, mix: { ...DEFAULT_MIX, scaleG: 0.1 } }, release), 'l1', {
        application: { method: 'brush', passes: 1, color: 'black' },
      }),
      'l2',
      {
        application: { method: 'brush', passes: 1, color: 'orange' },
      },
    ),
    'l5',
    { surface: 'additive' },
  );
  const intake: PlugIntake = { ...DEFAULT_INTAKE, pullsExpected: 120, partThicknessMm: 3, accuracyMm: 0.8 };
  return ready(colored, intake, cards, 'Ada Marsh', hour(-9, 15));
}

const seatIntake: PlugIntake = { ...DEFAULT_INTAKE, holes: 6, hardware: 'four threaded inserts', pullsExpected: 300, partThicknessMm: 3.5 };

/** Ids for what a demo's later sections are made of, the same at every start. */
function numbered(prefix: string): () => string {
  let made = 0;
  return () => `${prefix}${String(++made)}`;
}

/** A tram seat in two halves on one plug, bolted along its keel: the left one first, planned by `rush`, the right one as it should be. */
export function twoHalves(plan: SectionPlan, rush: (left: SectionPlan) => SectionPlan): PlanDocument {
  const measured = withSurfaces(withPatches(plan, seatPatches), ['print_abs', 'primer_two_pack']);
  const design = {
    ...DEFAULT_DESIGN,
    longestSideMm: 990,
    targetMm: 7,
    sections: [{ id: 'a', name: 'Left half' }],
    flange: { ...DEFAULT_DESIGN.flange, kind: 'bolted' as const },
    faces: [
      { id: 'back', name: 'Back rest', draftDeg: 4, depthMm: 560, undercutMm: 0, radiusMm: 12 },
      { id: 'wing', name: 'Side wing, outside', draftDeg: 3, depthMm: 130, undercutMm: 0, radiusMm: 8 },
    ],
    backing: { ...DEFAULT_DESIGN.backing, kind: 'wood' as const, spacingMm: 320 },
    loadKPa: 0.5,
    marked: true,
  };
  const release = { ...defaultRelease(measured.areaM2), startMin: hour(-2, 8) };
  const closed = changeLayer(withRelease({ ...measured, design, intake: seatIntake }, release), 'l5', {
    surface: 'additive',
    extras: { flangePlies: 1, cornerPlies: 1 },
  });
  const both = withNewSection(planOf(closed), numbered('r'));
  const right = both.sections[1].id;
  const named = changeSection(both, right, (section) => ({ ...section, name: 'Right half', patches: [...seatPatches] }));
  const joined = withParting(named, { id: 'keel', name: 'Keel', firstSectionId: 'a', secondSectionId: right, lengthMm: 1050 });
  return withSection(joined, 'a', rush(sectionOf(joined, 'a')));
}

/** A slide in three sections, each laid against the flange of the one before. */
export function threeSections(plan: SectionPlan): PlanDocument {
  const design = {
    ...DEFAULT_DESIGN,
    longestSideMm: 2600,
    targetMm: 8,
    sections: [{ id: 'a', name: 'Entry' }],
    backing: { ...DEFAULT_DESIGN.backing, kind: 'steel' as const, spacingMm: 350 },
    loadKPa: 0.4,
  };
  const next = numbered('n');
  const all = withNewSection(withNewSection(planOf({ ...plan, design }), next), next);
  const [, middle, exit] = all.sections;
  const named = changeSection(
    changeSection(all, middle.id, (section) => ({ ...section, name: 'Middle', areaM2: 1 })),
    exit.id,
    (section) => ({ ...section, name: 'Exit', areaM2: 0.7 }),
  );
  const joint = (id: string, name: string, firstSectionId: string, secondSectionId: string): PartingLine => ({
    id,
    name,
    firstSectionId,
    secondSectionId,
    lengthMm: 620,
  });
  return withParting(withParting(named, joint('upper', 'Upper joint', 'a', middle.id)), joint('lower', 'Lower joint', middle.id, exit.id));
}

/** Over an existing stone: enlarged with sheet wax. */
export function overStone(plan: SectionPlan): SectionPlan {
  return { ...plan, design: { ...DEFAULT_DESIGN, longestSideMm: 900, targetMm: 6, offset: { partMm: 4, clearanceMm: 2, sheetMm: 1.5 } } };
}

import { cardLibrary } from '../plan/built-in-library.js';
import { planToCase } from '../plan/plan-to-case.js';
import { simulateGrowth } from '../growth/simulate-growth.js';
import { DEFAULT_DESIGN } from '../plan/parts/mold-design.js';
import { DEFAULT_INTAKE } from '../plan/parts/plug-intake.js';
import { shellOf } from '../stack/tally.js';
import { kept } from '../test-support/kept.js';
import { manyPlans } from '../test-support/many-plans.js';
import { backingObjections, backingOf } from './backing.js';
import { boltPattern } from './bolt-pattern.js';
import { demoldGrade } from './demold.js';
import { designObjections } from './design-objections.js';
import { flangeNeedMm, flangeStrips } from './flange-width.js';
import { handFinding } from './hand-guard.js';
import { offsetPlan } from './offset.js';
import { panelDeflectionM, widestSpanM } from './panel-deflection.js';
import { usualThickness } from './target-thickness.js';

const cards = cardLibrary();
const named = (wanted: RegExp): typeof manyPlans => manyPlans.filter(([name]) => wanted.test(name));

test.each(named(/^split|^direct|^over|bonded|a neighbor/))('what objects to the design of %s is as it was', (_name, plan) => {
  const design = plan.design!;
  expect(kept(designObjections(design, plan.intake ?? DEFAULT_INTAKE, shellOf(plan, cards)))).toMatchSnapshot();
  expect(
    kept(designObjections(design, { ...DEFAULT_INTAKE, hand: 'right', use: 'bagged' }, null).map(({ id, level }) => [level, id])),
  ).toMatchSnapshot();
});

test.each(named(/bonded frame|^split|school (epoxy|low|small|pu)|cold|post-cured on|demolded at once/))(
  'when a frame can be bonded to %s',
  (_name, plan) => {
    const framed = {
      ...plan,
      design: { ...(plan.design ?? DEFAULT_DESIGN), backing: { ...(plan.design ?? DEFAULT_DESIGN).backing, kind: 'wood' as const } },
    };
    const time = backingOf(framed, simulateGrowth(planToCase(framed, cards)), cards);
    const planned = (bondMin: number | null): unknown =>
      backingObjections({ ...framed.design, backing: { ...framed.design.backing, bondMin } }, time);
    const earliest = time?.earliestS ?? null;
    const around = earliest === null ? [null] : [null, Math.round(earliest / 60) - 30, Math.round(earliest / 60) + 30];
    expect(kept({ time, objections: around.map(planned) })).toMatchSnapshot();
  },
);

test('bolts, flanges, offsets, thicknesses, panels and drafts over their ranges', () => {
  const lengths = [60, 300, 1050, 2400];
  const kinds = ['bolted', 'bagged', 'infused', 'trim only'] as const;
  const panel = { modulusPa: 9e9, poisson: 0.3, pressurePa: 2000 };
  expect(
    kept({
      bolts: lengths.flatMap((mm) => [60, 200, 450].map((spacing) => boltPattern(mm, spacing))),
      flanges: kinds.flatMap((kind) => [flangeStrips(kind, 10, 8), flangeNeedMm(kind, 25, 12)]),
      offsets: [offsetPlan({ partMm: 4, clearanceMm: 2, sheetMm: 1.5 }), offsetPlan({ partMm: 3, clearanceMm: 0, sheetMm: 1 })],
      thickness: [200, 700, 1500, 4000].flatMap((mm) => (['open', 'bagged', 'infused', 'heated'] as const).map((use) => usualThickness(mm, use, 5))),
      panels: [4, 9].flatMap((mm) => [
        panelDeflectionM({ ...panel, thicknessM: mm / 1000, spanM: 0.5 }),
        widestSpanM({ ...panel, thicknessM: mm / 1000 }, 0.0005),
      ]),
      drafts: [-3, 0, 0.4, 1, 2, 3, 6].flatMap((draftDeg) =>
        [20, 150, 600].map((depthMm) => demoldGrade({ id: 'f', name: 'f', draftDeg, depthMm, undercutMm: 0, radiusMm: 5 })),
      ),
      undercut: [0.5, 3, 20].map((undercutMm) => demoldGrade({ id: 'f', name: 'f', draftDeg: 3, depthMm: 100, undercutMm, radiusMm: 5 })),
    }),
  ).toMatchSnapshot();
});

test.each([
  ['none', '', []],
  ['left', '', [{ name: 'B', hand: 'right' as const }]],
  ['left', '', [{ name: 'B', hand: 'left' as const }]],
  ['left', 'B', [{ name: 'B', hand: 'left' as const }]],
  ['right', 'B', [{ name: 'B', hand: 'left' as const }]],
  ['none', 'B', [{ name: 'B', hand: 'left' as const }]],
  ['right', 'C', []],
] as const)('hand %s, mirror of "%s"', (hand, mirrorOf, siblings) => {
  expect(handFinding({ hand, mirrorOf }, siblings)).toMatchSnapshot();
});

import { cardLibrary } from '../plan/built-in-library.js';
import { libraryOf, type CardLibrary } from '../plan/card-library.js';
import { changeLayer } from '../plan/edit-plan.js';
import { withValues } from '../materials/material-card.js';
import { DEFAULT_DESIGN } from '../plan/parts/mold-design.js';
import { DEFAULT_INFUSION } from '../plan/parts/infusion.js';
import { DEFAULT_INTAKE } from '../plan/parts/plug-intake.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { infusedAtC, infusionOutcome } from '../plan/infusion-fill.js';
import { infusionObjections } from './plan-infusion.js';
import { stackObjections } from './stack-objections.js';
import { fitToThickness, stackTally } from './tally.js';

const cards = cardLibrary();
const start = { startDate: '2026-12-07', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 80 } };
const staged = planFromTemplate('staged', start);
const ids = (plan: SectionPlan, library: CardLibrary = cards): string[] => stackObjections(plan, library).map(({ id }) => id);
const intake = (change: Partial<typeof DEFAULT_INTAKE>) => ({ ...DEFAULT_INTAKE, ...change });
/** All of it of one resin. */
const only = (cardId: string, plan: SectionPlan = staged): SectionPlan =>
  plan.sessions.flatMap(({ layers }) => layers).reduce((rest, { id }) => changeLayer(rest, id, { cardId }), plan);

test.each<[string, SectionPlan, number, boolean]>([
  ['80 pulls of general resin', only('iso_lam'), 80, false],
  ['81 pulls of general resin', only('iso_lam'), 81, true],
  ['81 pulls of low profile', only('tooling_lp_1go'), 81, true],
  ['500 pulls with a vinyl ester skin', staged, 500, false],
  ['500 pulls with a barrier', changeLayer(only('iso_lam'), 'l1', { cardId: 'barrier_ve' }), 500, false],
  ['500 pulls of an epoxy', planFromTemplate('epoxy', start), 500, false],
])('%s: whether the face wants a barrier', (_what, plan, pullsExpected, wanted) => {
  expect(ids({ ...plan, intake: intake({ pullsExpected }) }).includes('barrier')).toBe(wanted);
});

describe('a heated mold', () => {
  const hdt = cards.resins.get('iso_lam')!.sheet.values.hdtC.value as number;
  const softens = (change: Partial<typeof DEFAULT_INTAKE>): string[] =>
    ids({ ...only('iso_lam'), intake: intake(change) }).filter((id) => id.startsWith('hdt-'));

  test('as hot as its resin stands is kept, a degree more is not, for every layer of it', () => {
    expect(softens({ use: 'heated', heatedToC: hdt })).toEqual([]);
    expect(softens({ use: 'heated', heatedToC: hdt + 1 })).toHaveLength(5);
  });

  test('without heat, or with nothing said, nothing softens', () => {
    expect(softens({ use: 'open', heatedToC: hdt + 20 })).toEqual([]);
    expect(softens({ use: 'heated', heatedToC: null })).toEqual([]);
  });

  test('a resin that states nothing is left alone', () => {
    const silent = libraryOf(
      [...cards.sheets.values()].map((card) => ({
        ...card,
        values: Object.fromEntries(Object.entries(card.values).filter(([key]) => key !== 'hdtC')),
      })),
    );
    expect(ids({ ...only('iso_lam'), intake: intake({ use: 'heated', heatedToC: 200 }) }, silent).filter((id) => id.startsWith('hdt-'))).toEqual([]);
  });
});

describe('thickness against the target', () => {
  const { laminateMm } = stackTally(staged, cards);
  const said = (targetMm: number): string[] => ids({ ...staged, design: { ...DEFAULT_DESIGN, targetMm } }).filter((id) => id.endsWith('-target'));
  test.each([
    [laminateMm / 0.98, []],
    [laminateMm / 0.96, ['under-target']],
    [laminateMm / 1.39, []],
    [laminateMm / 1.41, ['over-target']],
  ])('a target of %p mm', (targetMm, expected) => {
    expect(said(targetMm)).toEqual(expected);
  });

  test('a plan without a target has none to miss; one without bulk plies is not fitted', () => {
    expect(ids(staged).filter((id) => id.endsWith('-target'))).toEqual([]);
    const bare = { ...staged, sessions: staged.sessions.slice(0, 3) };
    expect(fitToThickness(bare, cards, 12)).toBe(bare);
    const fitted = fitToThickness(staged, cards, laminateMm);
    expect(stackTally(fitted, cards).laminateMm).toBeCloseTo(laminateMm, 9);
  });
});

describe('infusion at its limits', () => {
  const plan = planFromTemplate('infused', start);
  const infusion = plan.infusion ?? DEFAULT_INFUSION;
  const layer = plan.sessions.flatMap(({ layers }) => layers).find(({ cardId }) => cards.resins.get(cardId)!.family === 'infusion')!;
  const { fillS } = infusionOutcome(layer, infusion, cards, { gelS: null, tempC: infusedAtC(layer, plan) });
  const fills = (gelS: number): string[] =>
    infusionObjections(plan, cards, new Map([[layer.id, gelS]])).flatMap(({ id, level }) => (id.startsWith('fill-l') ? [level] : []));
  test.each<[string, number, string[]]>([
    ['filled in two thirds of its gel time', fillS / 0.66, []],
    ['in nearly three quarters', fillS / 0.74, ['care']],
    ['just before gel', fillS / 0.99, ['care']],
    ['just after', fillS / 1.01, ['stop']],
  ])('%s', (_what, gelS, levels) => {
    expect(fills(gelS)).toEqual(levels);
  });

  test('a cold shop fills slower, by its viscosity', () => {
    const at = (tempC: number): number => infusionOutcome(layer, infusion, cards, { gelS: null, tempC }).fillS;
    expect(at(13) / at(23)).toBeGreaterThan(1.4);
    expect(at(23)).toBeCloseTo(infusionOutcome(layer, infusion, cards, { gelS: 1, tempC: 23 }).fillS, 9);
  });

  const drop = (dropMbar: number | null): string[] =>
    infusionObjections({ ...plan, infusion: { ...infusion, dropMbar } }, cards, new Map()).flatMap(({ id, level }) =>
      id === 'drop-test' ? [level] : [],
    );
  test.each<[number | null, string[]]>([
    [null, ['note']],
    [5, []],
    [5.1, ['care']],
    [10, ['care']],
    [10.1, ['stop']],
  ])('a drop of %p mbar in ten minutes', (dropMbar, levels) => {
    expect(drop(dropMbar)).toEqual(levels);
  });

  test('what no card states is a note of its own; what all state is none; a plan without infused layers has nothing to say', () => {
    const assumed = (library: CardLibrary): number =>
      infusionObjections(plan, library, new Map()).filter(({ id }) => id.startsWith('fill-assumed')).length;
    const source = { origin: 'data sheet', note: '', date: null } as const;
    const stated = libraryOf(
      [...cards.sheets.values()].map((card) =>
        card.kind === 'resin'
          ? withValues(card, { viscosityPaS: 0.3 }, source)
          : card.kind === 'reinforcement'
            ? withValues(card, { permeabilityM2: 2e-9, thicknessMm: 1 }, source)
            : card,
      ),
    );
    const named = changeLayer(plan, layer.id, { fabricId: 'mat_450' });
    expect(infusionObjections(named, stated, new Map()).filter(({ id }) => id.startsWith('fill-assumed'))).toEqual([]);
    const silent = libraryOf(
      [...cards.sheets.values()].map((card) => ({
        ...card,
        values: Object.fromEntries(Object.entries(card.values).filter(([key]) => key !== 'viscosityPaS')),
      })),
    );
    expect([assumed(cards), assumed(silent)]).toEqual([0, 1]);
    expect(infusionObjections({ ...staged, infusion }, cards, new Map())).toEqual([]);
  });
});

import fc from 'fast-check';
import { cardLibrary } from '../plan/built-in-library.js';
import { changeLayer } from '../plan/edit-plan.js';
import { evaluatePlan } from '../judging/evaluate-plan.js';
import type { SectionPlan, PlanLayer } from '../plan/section-plan.js';
import { planFromTemplate, stackTemplates, withSchool } from '../plan/stack-templates.js';
import { builtInMaterials } from '../materials/built-in-materials.js';
import { withValues } from '../materials/material-card.js';
import { DEFAULT_DESIGN } from '../plan/parts/mold-design.js';
import { DEFAULT_INTAKE } from '../plan/parts/plug-intake.js';
import { schoolFigures, stackCost } from '../schools/compare-schools.js';
import { DEFAULT_INFUSION, fillTimeS, layeredPermeability } from '../plan/parts/infusion.js';
import { peopleFactor } from '../plan/laying.js';
import { layHours } from '../plan/laying.js';
import { infusedLayers, infusionOutcome } from '../plan/infusion-fill.js';
import { infusionObjections } from './plan-infusion.js';
import { stackObjections } from './stack-objections.js';
import { fitToThickness, laidMasses, stackTally } from './tally.js';

const cards = cardLibrary();
const start = { startDate: '2026-12-07', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 90 } };
const staged = planFromTemplate('staged', start);
const objections = (plan: SectionPlan): string[] => stackObjections(plan, cards).map(({ level, id }) => `${level} ${id}`);

test.each(stackTemplates.map(({ id }) => [id]))('school %s can be simulated, and nothing in its stack is stopped', (id) => {
  const plan = planFromTemplate(id, start);
  const { result, verdicts } = evaluatePlan(plan, cards);
  expect(result.status).toBe('converged');
  expect(stackObjections(plan, cards).filter(({ level }) => level === 'stop')).toEqual([]);
  expect(verdicts.filter(({ level, kind }) => level === 'stop' && kind !== 'activation').map(({ id: verdict }) => verdict)).toEqual([]);
});

describe('tally', () => {
  test('sums, and counts flange and corner plies by the measured patches', () => {
    const tally = stackTally(staged, cards);
    expect(tally.thicknessMm - tally.laminateMm).toBeCloseTo(0.8, 9);
    expect(tally.mixedKg).toBeGreaterThan(tally.resinKg);
    const patched = changeLayer(
      {
        ...staged,
        patches: [
          { id: 'a', name: 'field', place: 'flat', count: 1, form: { shape: 'flat', lengthMm: 1000, widthMm: 750 } },
          { id: 'b', name: 'edge', place: 'flat', count: 1, form: { shape: 'flange strip', lengthMm: 2500, widthMm: 100 } },
        ],
      },
      'l4',
      { extras: { flangePlies: 3, cornerPlies: 2 } },
    );
    const layer = patched.sessions[3].layers[0];
    // Three plies in the field over 1 m², three more over 0.25 m² of flange, no corners measured.
    expect(laidMasses(layer, patched, cards).glassKg).toBeCloseTo(3 * 0.45 + 3 * 0.25 * 0.45, 9);
  });

  test('bulk plies are fitted to a target, never under it, by at most a ply over', () => {
    fc.assert(
      fc.property(fc.double({ min: 4, max: 25, noNaN: true }), (target) => {
        const { laminateMm } = stackTally(fitToThickness(staged, cards, target), cards);
        expect(laminateMm).toBeGreaterThanOrEqual(target - 1e-6);
        expect(laminateMm).toBeLessThan(Math.max(target, 3.3) + 1.2);
      }),
      { numRuns: 25 },
    );
  });

  test('spray mixes more than brush for the same film', () => {
    const by = (method: 'brush' | 'cup gun'): number =>
      laidMasses({ ...staged.sessions[0].layers[0], application: { method, passes: 2, color: '' } }, staged, cards).mixedKg;
    expect(by('cup gun') / by('brush')).toBeCloseTo(0.945 / 0.72, 9);
  });
});

describe('rules that object', () => {
  const layer = (id: string, change: Partial<PlanLayer>): SectionPlan => changeLayer(staged, id, change);
  test.each<[string, SectionPlan, string]>([
    ['a thin coat', layer('l1', { wetFilmUm: 200 }), 'care thin-l1'],
    ['a thick coat', layer('l1', { wetFilmUm: 1200 }), 'care thick-l1'],
    ['coats of one color', staged, 'note two-colors'],
    ['no gel coat', { ...staged, sessions: staged.sessions.slice(2) }, 'care no-gelcoat'],
    ['heavy mats on gel coat', layer('l3', { laminate: { plies: 3, glassGsm: 450, resinToGlass: 2.4 } }), 'care no-skin'],
    ['a mat that is not the one named', layer('l4', { fabricId: 'mat_300' }), 'care gsm-l4'],
    ['a dry laminate', layer('l4', { laminate: { plies: 3, glassGsm: 450, resinToGlass: 1.2 } }), 'care ratio-l4'],
    ['a bond onto surface wax', layer('l4', { surface: 'additive' }), 'stop waxed-l5'],
    ['a tacky back', layer('l5', { surface: 'none' }), 'care tacky-back'],
    ['a thin mold', { ...staged, design: { ...DEFAULT_DESIGN, targetMm: 20 } }, 'care under-target'],
    ['a styrene-soluble mat in epoxy', changeLayer(planFromTemplate('epoxy', start), 'l3', { fabricId: 'mat_450' }), 'stop binder-l3'],
    ['a resin that softens in a heated mold', { ...staged, intake: { ...DEFAULT_INTAKE, use: 'heated', heatedToC: 120 } }, 'stop hdt-l4'],
  ])('%s', (_what, plan, expected) => {
    expect(objections(plan)).toContain(expected);
  });

  test('places ask for more: a thick coat runs on a vertical face, styrene lies in a pocket until air moves', () => {
    const at = (place: 'vertical' | 'deep pocket') => ({
      id: 'p',
      name: 'p',
      place,
      count: 1,
      form: { shape: 'flat' as const, lengthMm: 1000, widthMm: 1000 },
    });
    const thick = layer('l1', { wetFilmUm: 800 });
    expect(objections({ ...thick, patches: [at('vertical')] })).toContain('care runs-l1');
    expect(objections({ ...staged, patches: [at('vertical')] }).join()).not.toContain('runs');
    const pocket = { ...staged, patches: [at('deep pocket')] };
    expect(objections(pocket)).toContain('care styrene-pools');
    expect(objections({ ...pocket, climate: { ...pocket.climate, fan: true } })).not.toContain('care styrene-pools');
    expect(objections({ ...planFromTemplate('epoxy', start), patches: [at('deep pocket')] }).join()).not.toContain('styrene');
  });

  test('what was planned against them is quiet: two colors, additive last, abraded start', () => {
    const good = changeLayer(
      changeLayer(changeLayer(staged, 'l1', { application: { method: 'brush', passes: 1, color: 'black' } }), 'l5', { surface: 'additive' }),
      'l4',
      { surface: 'film' },
    );
    expect(objections(changeLayer(good, 'l5', { surface: 'additive', start: 'abraded' }))).toEqual([]);
  });
});

describe('infusion', () => {
  const infused = planFromTemplate('infused', start);
  test('Darcy: 0.65·0.3·0.5²/(2·1e-9·9e4) = 270.8 s; square of length, half the time at twice the permeability', () => {
    const base = { porosity: 0.65, viscosityPaS: 0.3, lengthM: 0.5, permeabilityM2: 1e-9, pressurePa: 9e4 };
    expect(fillTimeS(base)).toBeCloseTo(270.83, 2);
    expect(fillTimeS({ ...base, lengthM: 1 }) / fillTimeS(base)).toBeCloseTo(4, 12);
    expect(fillTimeS({ ...base, permeabilityM2: 2e-9 }) / fillTimeS(base)).toBeCloseTo(0.5, 12);
    expect(
      layeredPermeability([
        { permeabilityM2: 1e-9, thicknessM: 3 },
        { permeabilityM2: 5e-9, thicknessM: 1 },
      ]),
    ).toBeCloseTo(2e-9, 15);
  });

  test('resin let in before its dry stack can be there is said, with what it leaves no time for', () => {
    const said = (startMin: number): string[] =>
      infusionObjections(
        { ...infused, sessions: infused.sessions.map((session, at) => (at === 2 ? { ...session, startMin } : session)) },
        cards,
        new Map(),
      )
        .map(({ id }) => id)
        .filter((id) => id.startsWith('dry-'));
    expect(said(infused.sessions[2].startMin)).toEqual([]);
    expect(said(infused.sessions[1].startMin + 120)).toEqual(['dry-s3']);
    // Minute by minute there is one moment from which it can be there.
    const from = infused.sessions[1].startMin;
    const first = Array.from({ length: 2880 }, (_, minute) => from + minute).find((startMin) => said(startMin).length === 0) ?? NaN;
    expect(first).toBeGreaterThan(from + 120);
    expect(said(first - 1)).toEqual(['dry-s3']);
    expect(said(first)).toEqual([]);
  });

  test('a flow that gels before it is filled is stopped; so are a gassing hardener and a leak', () => {
    const [layer] = infusedLayers(infused, cards);
    const gelS = new Map([[layer.id, 3600]]);
    const of = (change: object): string[] =>
      infusionObjections({ ...infused, infusion: { ...DEFAULT_INFUSION, ...change } }, cards, gelS).map(({ level, id }) => `${level} ${id}`);
    expect(of({ dropMbar: 3 })).toEqual([]);
    expect(of({ flowLengthMm: 4000, meshId: null, dropMbar: 3 })).toContain(`stop fill-${layer.id}`);
    expect(of({ hardenerId: 'mekp' })).toContain('stop hardener-gasses');
    expect(of({ dropMbar: 25 })).toContain('stop drop-test');
    expect(of({})).toContain('note drop-test');
    expect(infusionObjections({ ...infused, infusion: null }, cards, gelS).map(({ id }) => id)).toEqual(['infusion-missing']);
  });

  test('what no card states is assumed, and said', () => {
    const [layer] = infusedLayers(infused, cards);
    const outcome = infusionOutcome({ ...layer, fabricId: undefined }, { ...DEFAULT_INFUSION, meshId: 'no-such-mesh' }, cards, {
      gelS: null,
      tempC: 23,
    });
    expect(outcome.assumed).toEqual(['permeability of the reinforcement', 'permeability of the mesh', 'thickness of the mesh']);
  });
});

describe('two schools for one mold', () => {
  const plan = { ...staged, design: { ...DEFAULT_DESIGN, targetMm: 7 } };
  test('each reaches the target, with figures of its own', () => {
    const a = schoolFigures(plan, cards, 'staged');
    const b = schoolFigures(plan, cards, 'pu-dough');
    for (const one of [a, b]) {
      expect(one.laminateMm).toBeGreaterThanOrEqual(7 - 1e-6);
      expect(one.massKg).toBeGreaterThan(5);
      expect(one.cost).toBeNull();
      expect(one.noCost.length).toBeGreaterThan(0);
    }
    expect(b.days).toBeLessThan(a.days / 3);
    expect(schoolFigures(plan, cards, null).plan.sessions).toBe(plan.sessions);
    expect(withSchool(plan, 'no such school')).toBe(plan);
    expect(schoolFigures({ ...plan, sessions: [] }, cards, null)).toMatchObject({ days: 0, peakC: null, interfaceC: null, massKg: 0 });
  });

  test('cost is known once every card states one', () => {
    const source = { origin: 'own test', note: '', date: null } as const;
    const priced = cardLibrary(
      builtInMaterials.map((card) =>
        card.kind === 'resin'
          ? withValues(card, { costPerKg: 5 }, source)
          : card.kind === 'reinforcement'
            ? withValues(card, { costPerM2: 3 }, source)
            : card,
      ),
    );
    const { mixedKg } = stackTally(staged, priced);
    expect(stackCost(staged, priced).cost).toBeCloseTo(5 * mixedKg + 3 * 7, 6);
  });

  test('more people take fewer hours at the work, but more person-hours', () => {
    expect(peopleFactor(2)).toBe(1);
    expect(peopleFactor(4)).toBeLessThan(2);
    const mix = { people: 4, containersG: [1000], fillShare: 0.8, potShare: 0.6, measure: 'weight' as const, scaleG: 1, gunKgPerMin: 1 };
    const hands = (people: number): number =>
      staged.sessions.flatMap(({ layers }) => layers).reduce((sum, layer) => sum + people * layHours(layer, staged, cards, people), 0);
    expect(hands(mix.people)).toBeGreaterThan(hands(2));
  });
});

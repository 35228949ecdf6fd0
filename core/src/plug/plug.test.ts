import fc from 'fast-check';
import { cardLibrary } from '../plan/built-in-library.js';
import { evaluatePlan } from '../judging/evaluate-plan.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { DEFAULT_DESIGN } from '../plan/parts/mold-design.js';
import { faceLimitC, planCompatibility, withDesign, withRelease, withSurfaces } from './plan-compatibility.js';
import { compatibilityRules } from './compatibility-rules.js';
import { compatibility, weakestHeat } from './compatibility.js';
import { finishPlan } from './finish-ladder.js';
import { defaultRelease } from '../plan/parts/release-plan.js';
import { substances } from '../materials/substances.js';

describe('compatibility', () => {
  const said = (...ids: string[]): string[] => compatibility(ids).map(({ rule }) => `${rule.level} ${rule.id}`);

  test.each<[string[], string]>([
    [['foam_ps', 'resin_styrene'], 'stop styrene-polystyrene'],
    [['epoxy_undercured', 'resin_styrene'], 'stop radical-amine'],
    [['clay_sulfur', 'resin_styrene'], 'stop radical-sulfur'],
    [['board_bare', 'resin_styrene'], 'stop radical-wood'],
    [['lacquer_acrylic', 'resin_styrene'], 'stop styrene-lacquer'],
    [['polyolefin', 'primer_two_pack'], 'stop coating-polyolefin'],
    [['release_film', 'release_semi'], 'stop film-semi'],
    [['release_semi', 'release_wax'], 'stop semi-wax'],
    [['silicone', 'resin_epoxy'], 'stop silicone-resin'],
    [['print_pla', 'resin_styrene'], 'warn styrene-crazes'],
    [['hot_glue', 'aluminum'], 'warn glue-metal'],
  ])('%p: %s', (ids, expected) => {
    expect(said(...ids)).toContain(expected);
    // The order in which things are named does not matter.
    expect(new Set(said(...[...ids].reverse()))).toEqual(new Set(said(...ids)));
  });

  test('epoxy on polystyrene foam, and a sealed board under polyester, have nothing against them', () => {
    expect(said('foam_ps', 'resin_epoxy')).toEqual([]);
    expect(said('board_sealed', 'primer_two_pack', 'release_wax', 'release_film', 'resin_styrene')).toEqual([]);
  });

  test('every rule can fire, names what exists, and says why and what to do', () => {
    const traits = new Set(substances.flatMap((s) => s.traits));
    for (const rule of compatibilityRules) {
      expect(traits).toContain(rule.acts);
      expect(traits).toContain(rule.on);
      expect(rule.mechanism.length).toBeGreaterThan(10);
      expect(rule.remedy.length).toBeGreaterThan(10);
    }
    expect(new Set(compatibilityRules.map(({ id }) => id)).size).toBe(compatibilityRules.length);
    const all = compatibility(substances.map(({ id }) => id));
    expect(new Set(all.map(({ rule }) => rule.id)).size).toBe(compatibilityRules.length);
    expect(all[0].rule.level).toBe('stop');
    expect(all[all.length - 1].rule.level).toBe('note');
  });

  test('the weakest thing gives the heat limit; metal alone gives none', () => {
    expect(weakestHeat(['foam_pu', 'primer_two_pack', 'wax_fillet'])).toMatchObject({ heatLimitC: 52, substance: { id: 'wax_fillet' } });
    expect(weakestHeat(['aluminum', 'release_semi'])).toBeNull();
    expect(() => compatibility(['cheese'])).toThrow(/substance/);
  });
});

describe('in a plan', () => {
  const cards = cardLibrary();
  const plan = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 80 } });

  test('its resins meet what is on the plug, and the weakest surface limits the interface by itself', () => {
    const clay = withSurfaces(plan, ['board_sealed', 'primer_two_pack', 'clay_sulfur']);
    expect(planCompatibility(clay, cards).map(({ rule }) => rule.id)).toContain('radical-sulfur');
    expect(clay.plug.heatLimitC).toBe(45);
    expect(evaluatePlan(clay, cards).verdicts.find(({ id }) => id === 'interface')?.limit).toBe(45);
    const foam = withSurfaces(planFromTemplate('epoxy', { startDate: '2026-11-30', areaM2: 1, plug: plan.plug }), ['foam_ps']);
    expect(planCompatibility(foam, cards)).toEqual([]);
    expect(withSurfaces(plan, ['aluminum']).plug.heatLimitC).toBe(80);
    // Wax softens: it limits the face as soon as it is planned, and no longer once it is not.
    const waxed = withRelease(plan, { ...defaultRelease(1), zones: [{ ...defaultRelease(1).zones[0], programId: 'paste-wax' }] });
    expect(waxed.plug.heatLimitC).toBe(60);
    const semi = withRelease(waxed, { ...defaultRelease(1), zones: [{ ...defaultRelease(1).zones[0], programId: 'semi-permanent' }] });
    expect(semi.plug.heatLimitC).toBe(90);
    expect(withRelease(clay, defaultRelease(1)).plug.heatLimitC).toBe(45);
  });

  test('a surface that is none is refused', () => {
    expect(() => evaluatePlan(withUnknown(plan), cards)).toThrow(/substance/);
  });
});

function withUnknown(plan: SectionPlan): SectionPlan {
  return { ...plan, plug: { ...plan.plug, surfaces: ['cheese'] } };
}

describe('finish ladder', () => {
  test('no jump beyond a factor two, the last grit always, from any scratch', () => {
    fc.assert(
      fc.property(fc.integer({ min: 24, max: 1400 }), fc.constantFrom('gloss' as const, 'show' as const), (from, wanted) => {
        const { rungs } = finishPlan(from, wanted, 1);
        let last = from;
        for (const { grit } of rungs) {
          if (grit === null) continue;
          expect(grit).toBeLessThanOrEqual(2 * last);
          last = grit;
        }
        expect(last).toBe(wanted === 'gloss' ? 1500 : 2000);
      }),
    );
  });

  test('labor is area × minutes × shape, and show finish costs more than satin', () => {
    // Both worked out by hand in docs/worked-example-finish-ladder.md.
    const board = finishPlan(80, 'gloss', 2.4);
    expect(board.rungs.map(({ id }) => id)).toEqual(['p120', 'p240', 'p400', 'p800', 'p1500', 'coarse', 'medium']);
    expect(board.minutes).toBeCloseTo(266.4, 9);
    const filled = finishPlan(36, 'satin', 0.8, 2);
    expect(filled.rungs.map(({ id }) => id)).toEqual(['p60', 'p120', 'p240', 'p400', 'p800']);
    expect(filled.minutes).toBeCloseTo(163.2, 9);
    const satin = finishPlan(240, 'satin', 2);
    expect(satin.minutes).toBeCloseTo(2 * satin.rungs.reduce((sum, r) => sum + r.minutesPerM2, 0), 9);
    expect(finishPlan(240, 'satin', 2, 2).minutes).toBeCloseTo(2 * satin.minutes, 9);
    expect(finishPlan(240, 'show', 2).minutes).toBeGreaterThan(satin.minutes);
    expect(
      finishPlan(240, 'show', 1)
        .rungs.slice(-3)
        .map(({ id }) => id),
    ).toEqual(['coarse', 'medium', 'fine']);
  });

  test('a surface that is finer already says so', () => {
    expect(() => finishPlan(1000, 'satin', 1)).toThrow(/coarser than grit 800/);
    expect(() => finishPlan(240, 'satin', 0)).toThrow(/area to finish/);
  });
});

describe('the plug itself and its release', () => {
  const cards = cardLibrary();
  const plug = { materialId: 'abs', thicknessMm: 6, heatLimitC: 85 };
  const plan = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug });
  const ids = (one: SectionPlan): string[] => planCompatibility(one, cards).map(({ rule }) => rule.id);

  test('a printed plug crazes under polyester though nobody named its substance; a named substrate takes its place', () => {
    expect(ids(plan)).toContain('styrene-crazes');
    expect(ids(withSurfaces(plan, ['board_sealed']))).not.toContain('styrene-crazes');
  });

  test('release agents meet what is on the plug, but zones do not meet each other', () => {
    const zone = (id: string, programId: string) => ({ id, name: id, areaM2: 1, programId, already: 'bare' as const });
    const release = { ...defaultRelease(1), zones: [zone('a', 'paste-wax'), zone('b', 'semi-permanent')] };
    expect(ids({ ...plan, release })).not.toContain('semi-wax');
    const onPaint = withSurfaces({ ...plan, release }, ['board_sealed', 'paint_fresh_pu']);
    expect(planCompatibility(onPaint, cards).some(({ acting, on }) => acting.id === 'release_wax' && on.id === 'paint_fresh_pu')).toBe(true);
    const onWax = withSurfaces({ ...plan, release }, ['wax_sheet']);
    expect(planCompatibility(onWax, cards).filter(({ on }) => on.id === 'wax_sheet').length).toBeGreaterThan(0);
  });
});

describe('what a seal changes', () => {
  const foam = planFromTemplate('staged', {
    startDate: '2026-11-30',
    areaM2: 1,
    plug: { materialId: 'pu_foam', thicknessMm: 50, heatLimitC: 70, surfaces: ['foam_ps'] },
  });
  const hits = (seal: SectionPlan['plug']['seal']): string[] =>
    planCompatibility({ ...foam, plug: { ...foam.plug, seal } }, cardLibrary()).map(({ rule }) => `${rule.level} ${rule.id}`);

  test.each<[string, SectionPlan['plug']['seal'], string[]]>([
    ['bare', undefined, ['stop styrene-polystyrene']],
    ['one coat', { coats: 1, curedH: 48, testPatch: true }, ['stop styrene-polystyrene']],
    ['not cured', { coats: 2, curedH: 23, testPatch: true }, ['stop styrene-polystyrene']],
    ['sealed', { coats: 2, curedH: 24, testPatch: false }, ['warn styrene-polystyrene']],
    ['sealed, test patch passed', { coats: 2, curedH: 24, testPatch: true }, []],
  ])('polystyrene foam under polyester, %s', (_what, seal, expected) => {
    expect(hits(seal)).toEqual(expected);
  });

  test('a seal is no help against silicone', () => {
    const dirty = { ...foam, plug: { ...foam.plug, surfaces: ['silicone'], seal: { coats: 3, curedH: 48, testPatch: true } } };
    expect(planCompatibility(dirty, cardLibrary()).some(({ rule }) => rule.id === 'silicone-resin')).toBe(true);
  });

  test.each([
    [['epoxy_cured', 'resin_styrene'], 'warn radical-epoxy'],
    [['foam_ps', 'filler_polyester'], 'stop filler-polystyrene'],
    [['plastic_unknown', 'resin_styrene'], 'stop styrene-unknown'],
  ])('%p: %s', (ids, expected) => {
    expect(compatibility(ids).map(({ rule }) => `${rule.level} ${rule.id}`)).toContain(expected);
  });
});

describe('wax, clay and sheets give the face their limit wherever they are switched on', () => {
  const plain = planFromTemplate('epoxy', {
    startDate: '2026-11-30',
    areaM2: 1,
    plug: { materialId: 'aluminium', thicknessMm: 10, heatLimitC: 150 },
  });

  test('offset on: the sheet wax’s limit, in the plan and whatever the plan’s number says', () => {
    const offset = { ...DEFAULT_DESIGN, offset: { partMm: 4, clearanceMm: 2, sheetMm: 1.5 } };
    expect(withDesign(plain, offset).plug.heatLimitC).toBe(50);
    expect(faceLimitC({ ...plain, design: offset })).toBe(50);
    expect(faceLimitC(plain)).toBe(150);
    expect(withDesign(plain, { ...DEFAULT_DESIGN, targetMm: 12 }).plug.heatLimitC).toBe(150);
  });

  test.each([
    ['wax_fillet', 52],
    ['clay_plain', 45],
    ['tape_masking', 150],
  ])('%s on the plug: %p °C', (id, limitC) => {
    expect(faceLimitC({ ...plain, plug: { ...plain.plug, surfaces: [id] } })).toBe(limitC);
  });

  test('a lower number of the plan stays', () => {
    expect(faceLimitC({ ...plain, plug: { ...plain.plug, heatLimitC: 40, surfaces: ['wax_fillet'] } })).toBe(40);
  });
});

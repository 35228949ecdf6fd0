import fc from 'fast-check';
import { DEFAULT_DESIGN } from '../plan/parts/mold-design.js';
import { DEFAULT_INTAKE } from '../plan/parts/plug-intake.js';
import { already, defaultRelease } from '../plan/parts/release-plan.js';
import { plugReleasePrograms } from '../materials/release-steps.js';
import { fillAmounts } from '../units/amounts.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { keepCardVersions } from '../plan/card-library.js';
import { checkPlan } from '../plan/check-plan.js';
import { changeLayer, withPatches, withRole } from '../plan/edit-plan.js';
import { planStages, worstFirst, worstObjection, type Objection } from '../plan/objection.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { ALONE, planObjections } from './plan-objections.js';
import { planFromTemplate, stackTemplates } from '../plan/stack-templates.js';

const cards = cardLibrary();
const start = { startDate: '2026-12-07', areaM2: 1, plug: { materialId: 'abs', thicknessMm: 6, heatLimitC: 85 } };

const one = (stage: Objection['stage'], level: Objection['level'], id: string): Objection => ({ stage, level, id, title: '', why: '', remedy: '' });

test('worst first, what is equal in the trade’s order', () => {
  const some = [one('kit', 'note', 'a'), one('mix', 'stop', 'b'), one('plug', 'stop', 'c')];
  expect(worstFirst(some).map(({ id }) => id)).toEqual(['c', 'b', 'a']);
  expect(worstObjection(some)).toBe('stop');
  expect(worstObjection([])).toBeNull();
});

test('whatever is planned, every objection says what, why and what to do, once, without an amount left unfilled', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...stackTemplates.map(({ id }) => id)),
      fc.constantFrom(...plugReleasePrograms.map(({ id }) => id)),
      fc.constantFrom(...already.choices),
      fc.constantFrom('open' as const, 'bagged' as const, 'infused' as const, 'heated' as const),
      fc.integer({ min: 5, max: 100 }),
      fc.double({ min: -5, max: 8, noNaN: true }),
      fc.double({ min: 2, max: 30, noNaN: true }),
      fc.constantFrom('none' as const, 'left' as const, 'right' as const),
      (school, programId, already, use, humidityPct, draftDeg, targetMm, hand) => {
        const base = planFromTemplate(school, start);
        const plan: SectionPlan = {
          ...base,
          intake: { ...DEFAULT_INTAKE, use, hand, heatedToC: use === 'heated' ? 90 : null, mirrorOf: hand === 'right' ? 'Twin' : '' },
          design: { ...DEFAULT_DESIGN, targetMm, faces: [{ id: 'f', name: 'Side', draftDeg, depthMm: 200, undercutMm: 0, radiusMm: 1 }] },
          release: { ...defaultRelease(1), humidityPct, zones: [{ ...defaultRelease(1).zones[0], programId, already }] },
        };
        checkPlan(plan);
        const found = planObjections(plan, cards, { ...ALONE, siblings: [{ name: 'Twin', hand: 'left' }] });
        expect(new Set(found.map(({ id }) => id)).size).toBe(found.length);
        for (const { stage, title, why, remedy } of found) {
          expect(planStages).toContain(stage);
          for (const words of [title, why, remedy]) {
            const said = fillAmounts(words, 'us');
            expect(said.length).toBeGreaterThan(3);
            expect(said).not.toMatch(/[{}]|NaN|undefined|Infinity/);
          }
        }
      },
    ),
    { numRuns: 60 },
  );
});

test('a plan keeps the versions of everything it is made of, reinforcement, release and infusion too', () => {
  const infused = { ...planFromTemplate('infused', start), release: defaultRelease(1) };
  const newest = [...cards.sheets.values()].map((card) => ({ ...card, version: 3 }));
  expect(Object.keys(keepCardVersions(infused, newest).cardVersions ?? {}).sort()).toEqual(
    ['abs', 'biax_600', 'cumene', 'film_soluble', 'flow_mesh', 'gelcoat_iso', 'mat_450', 've_infusion', 've_skin', 'wax_paste'].sort(),
  );
});

describe('edits', () => {
  const plan = planFromTemplate('staged', start);
  test('a layer in another role is one the plan accepts, and going back keeps what was there', () => {
    const [film] = plan.sessions[0].layers;
    for (const role of ['gelcoat', 'barrier', 'skin', 'bulk', 'core'] as const) checkPlan(changeLayer(plan, 'l1', withRole(film, role)));
    expect(withRole(withRole(film, 'barrier'), 'gelcoat').wetFilmUm).toBe(film.wetFilmUm);
    expect(withRole(film, 'core').wetFilmUm).toBe(5000);
    expect(withRole(plan.sessions[3].layers[0], 'skin').laminate).toEqual(plan.sessions[3].layers[0].laminate);
  });

  test('measured patches become the area, a deep pocket slows the windows; without patches the area stays', () => {
    const patch = (place: 'flat' | 'deep pocket') => ({
      id: 'p',
      name: 'p',
      place,
      count: 2,
      form: { shape: 'flat' as const, lengthMm: 1000, widthMm: 500 },
    });
    const flat = withPatches({ ...plan, areaM2: 7 }, [patch('flat')]);
    expect(flat.areaM2).toBeCloseTo(1, 12);
    expect(flat.shape?.pockets ?? false).toBe(false);
    expect(withPatches(plan, [patch('deep pocket')]).shape?.pockets).toBe(true);
    expect(withPatches({ ...plan, areaM2: 7 }, []).areaM2).toBe(7);
    checkPlan(flat);
    expect(() => {
      checkPlan({ ...flat, areaM2: 3 });
    }).toThrow(/sum of its patches/);
  });
});

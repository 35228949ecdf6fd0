import fc from 'fast-check';
import { cardLibrary } from './built-in-library.js';
import { checkDocument } from './check-document.js';
import { changeLayer, withPatches, withPostCure } from './edit-plan.js';
import { jointsOf, planOf } from './lift-plan.js';
import { pliesArrive } from './laying.js';
import { DEFAULT_DESIGN } from './parts/mold-design.js';
import type { PlanDocument, PlanSection } from './plan-document.js';
import { planToCase } from './plan-to-case.js';
import { readPlan } from './read-plan.js';
import type { SectionPlan } from './section-plan.js';
import { sectionOf, withSection } from './section-view.js';
import { planFromTemplate, stackTemplates } from './stack-templates.js';
import { fieldOf, zoneOf } from './zone-view.js';
import { newZone, withZoneLayer, zoneAreaM2 } from './zones.js';

const cards = cardLibrary();
const start = { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 80 } };
const staged = planFromTemplate('staged', start);
const oven = { startMin: staged.demoldMin - 30 * 60, rampKPerH: 10, holdC: 45, holdMin: 240 };
const design = { ...DEFAULT_DESIGN, backing: { ...DEFAULT_DESIGN.backing, kind: 'wood' as const } };
const flat = { id: 'p', name: 'side', place: 'flat' as const, count: 1, form: { shape: 'flat' as const, lengthMm: 1000, widthMm: 1000 } };

/** Everything that a plan of format 1 could say beside its stack. */
const said: readonly (readonly [string, SectionPlan])[] = [
  ...stackTemplates.map(({ id }) => [id, planFromTemplate(id, start)] as const),
  ['pockets', { ...staged, shape: { panelMm: 700, cornersDeg: [80], pockets: true } }],
  ['a shape without pockets', { ...staged, shape: { panelMm: 700, cornersDeg: [80], pockets: false } }],
  ['extras', changeLayer(staged, 'l4', { extras: { flangePlies: 2, cornerPlies: 1 } })],
  ['a frame and a design', { ...staged, design }],
  ['patches', withPatches(staged, [flat])],
  ['an oven', withPostCure(staged, oven)],
  ['a sealed plug', { ...staged, plug: { ...staged.plug, surfaces: ['wax_fillet'], seal: { coats: 2, curedH: 24, testPatch: false } } }],
];

/** Null, empty and left out say the same. */
const plain = (view: SectionPlan): unknown => JSON.parse(JSON.stringify({ ...view, postCure: view.postCure ?? undefined }));

test.each(said)('a plan of format 1 with %s is lifted and seen as it was', (_what, view) => {
  const { plan } = readPlan(JSON.parse(JSON.stringify(view)));
  expect(plan.formatVersion).toBe(2);
  checkDocument(plan);
  expect(plain(sectionOf(plan, 'a'))).toEqual(plain(view));
});

test.each(said)('an edit that changes nothing changes nothing: %s', (_what, view) => {
  const plan = planOf(view);
  expect(withSection(plan, 'a', sectionOf(plan, 'a'))).toEqual(plan);
});

test('plies more on the flange and in corners are zones, and come back', () => {
  const plan = planOf(changeLayer(staged, 'l4', { extras: { flangePlies: 2, cornerPlies: 1 } }));
  expect(plan.sections[0].zones.map(({ kind, layers }) => [kind, layers])).toEqual([
    ['flange', [{ layerId: 'l4', plies: 2, out: false }]],
    ['inside corner', [{ layerId: 'l4', plies: 1, out: false }]],
  ]);
  const fewer = withSection(plan, 'a', changeLayer(sectionOf(plan, 'a'), 'l4', { extras: { flangePlies: 0, cornerPlies: 1 } }));
  expect(fewer.sections[0].zones[0].layers).toEqual([]);
  const gone = withSection(plan, 'a', { ...sectionOf(plan, 'a'), sessions: sectionOf(plan, 'a').sessions.slice(0, 2) });
  expect(gone.sections[0].zones.map(({ layers }) => layers)).toEqual([[], []]);
});

test('a deep pocket said in the shape is a zone that goes with it', () => {
  const shape = { panelMm: 1000, cornersDeg: [90, 90] };
  const plan = withSection(planOf(staged), 'a', { ...staged, shape: { ...shape, pockets: true } });
  expect(plan.sections[0].zones.map(({ kind }) => kind)).toEqual(['deep pocket']);
  expect(fieldOf(plan, 'a').shape?.pockets).toBe(false);
  const without = withSection(plan, 'a', { ...sectionOf(plan, 'a'), shape: { ...shape, pockets: false } });
  expect(without.sections[0].zones).toEqual([]);
});

/** A mold of two halves: the right one against the left one's flange. */
function twoHalves(change: Partial<PlanSection> = {}): PlanDocument {
  const left = planOf({ ...staged, design });
  const [section] = left.sections;
  const right: PlanSection = {
    ...section,
    id: 'b',
    name: 'Right',
    after: 'a',
    face: [...section.face, { ...section.face[0], id: 'neighbor', name: 'Left’s flange', kind: 'neighbor flange', sectionId: 'a' }],
    zones: [{ ...newZone('flange', []), faceId: 'neighbor' }],
    sessions: section.sessions.map((session) => ({
      ...session,
      id: `b-${session.id}`,
      startMin: session.startMin + 5 * 1440,
      layers: session.layers.map((layer) => ({ ...layer, id: `b-${layer.id}` })),
    })),
    ...change,
  };
  const parting = { id: 'p', name: 'Parting', firstSectionId: 'a', secondSectionId: 'b', lengthMm: 1200 };
  return {
    ...left,
    mold: { ...left.mold, design: { ...(left.mold.design ?? DEFAULT_DESIGN), partings: [parting] } },
    sections: [section, right],
    joints: jointsOf(parting),
    demolds: [{ id: 'off', sectionIds: ['a', 'b'], atMin: staged.demoldMin + 6 * 1440 }],
  };
}

test('a school laid in a second section gets ids of its own', () => {
  const plan = withSection(twoHalves(), 'b', { ...sectionOf(twoHalves(), 'b'), sessions: staged.sessions });
  checkDocument({ ...plan, demolds: [{ id: 'off', sectionIds: ['a', 'b'], atMin: staged.demoldMin }] });
  expect(plan.sections[1].sessions[0]).toMatchObject({ id: 'b-s1', layers: [{ id: 'b-l1' }] });
});

test('a section has its own stack and times, and shares shop, design and demolding', () => {
  const plan = twoHalves();
  checkDocument(plan);
  const [left, right] = ['a', 'b'].map((id) => sectionOf(plan, id));
  expect(right.sessions[0].startMin).toBe(left.sessions[0].startMin + 5 * 1440);
  expect(right.demoldMin).toBe(left.demoldMin);
  expect(right.design?.sections.map(({ name }) => name)).toEqual(['Whole mold', 'Right']);
  const colder = withSection(plan, 'b', { ...right, climate: { ...right.climate, meanC: 15 }, areaM2: 2, demoldMin: right.demoldMin + 60 });
  expect(sectionOf(colder, 'a').climate.meanC).toBe(15);
  expect(sectionOf(colder, 'a').areaM2).toBe(1);
  expect(sectionOf(colder, 'a').demoldMin).toBe(right.demoldMin + 60);
});

test('an oven planned at one section is for all that come off with it, and is taken away from one alone', () => {
  const plan = twoHalves();
  const at = sectionOf(plan, 'b').demoldMin - 40 * 60;
  const warm = withSection(plan, 'b', { ...sectionOf(plan, 'b'), postCure: { ...oven, startMin: at } });
  expect(warm.postCures.map(({ sectionIds }) => sectionIds)).toEqual([['a', 'b']]);
  expect(sectionOf(warm, 'a').postCure?.startMin).toBe(at);
  const one = withSection(warm, 'a', { ...sectionOf(warm, 'a'), postCure: null });
  expect([sectionOf(one, 'a').postCure, sectionOf(one, 'b').postCure?.startMin]).toEqual([null, at]);
  expect(withSection(one, 'b', { ...sectionOf(one, 'b'), postCure: null }).postCures).toEqual([]);
});

test.each<[string, PlanDocument, RegExp]>([
  ['a section of the same id', { ...twoHalves(), sections: [twoHalves().sections[0], twoHalves().sections[0]] }, /section 2 .*id/],
  ['a layer that two sections share', twoHalves({ sessions: staged.sessions }), /session 6 .*id/],
  ['a section after none', twoHalves({ after: 'z' }), /section 2 \(Right\), after: got "z", expected one of a/],
  ['a zone on no face', twoHalves({ zones: [{ ...newZone('flange', []), faceId: 'z' }] }), /laid against: got "z"/],
  ['a flange of no section', twoHalves({ face: [{ ...twoHalves().sections[1].face[1], sectionId: undefined }] }), /of section: got ""/],
  ['no demolding', { ...twoHalves(), demolds: [{ id: 'off', sectionIds: ['a'], atMin: 1 }] }, /section "Right", demolding/],
  ['demolded twice', { ...twoHalves(), demolds: [{ id: 'off', sectionIds: ['a', 'b', 'a'], atMin: 1 }] }, /each section in one of them/],
  ['an oven for no section', { ...twoHalves(), postCures: [{ id: 'o', sectionIds: ['z'], ...oven }] }, /post-cure, section: got "z"/],
  ['a joint at no parting', { ...twoHalves(), joints: jointsOf({ id: 'q', name: 'Q' }) }, /joint step 1 .*parting line: got "q", expected one of p/],
  ['a parting the wrong way', { ...twoHalves(), sections: twoHalves().sections.toReversed() }, /laid first named first/],
  ['a session of no use in the second section', twoHalves({ areaM2: 0 }), /section 2 \(Right\).*area/],
])('refuses %s', (_what, plan, words) => {
  expect(() => {
    checkDocument(plan);
  }).toThrow(words);
});

describe('zones', () => {
  const plan = twoHalves();
  const withZone = (zone: PlanSection['zones'][number]): PlanDocument => ({
    ...plan,
    sections: [{ ...plan.sections[0], zones: [zone] }, plan.sections[1]],
  });
  const flange = newZone('flange', []);

  test('more plies, fewer, none; a thinner film; a leaner laminate', () => {
    const thick = zoneOf(withZone(withZoneLayer(flange, { layerId: 'l4', plies: 3, out: false, resinToGlass: 3 })), 'a', 'flange');
    expect(thick.sessions[3].layers[0].laminate).toMatchObject({ plies: 6, resinToGlass: 3 });
    const thin = zoneOf(withZone(withZoneLayer(flange, { layerId: 'l1', plies: 0, out: false, filmFactor: 0.5 })), 'a', 'flange');
    expect(thin.sessions[0].layers[0].wetFilmUm).toBe(200);
    for (const layer of [
      { layerId: 'l4', plies: -3, out: false },
      { layerId: 'l4', plies: 0, out: true },
    ])
      expect(zoneOf(withZone(withZoneLayer(flange, layer)), 'a', 'flange').sessions.map(({ id }) => id)).toEqual(['s1', 's2', 's3', 's5']);
    expect(() => zoneOf(plan, 'a', 'nowhere')).toThrow(/zone of "Whole mold": got "nowhere", expected field/);
  });

  test('what a layer has as in the field is not kept', () => {
    const changed = withZoneLayer(flange, { layerId: 'l4', plies: 1, out: false });
    expect(withZoneLayer(changed, { layerId: 'l4', plies: 0, out: false })).toEqual(flange);
    expect(newZone('flange', [flange])).toMatchObject({ id: 'flange-2', name: 'Flange 2' });
  });

  test('on a neighbor’s flange the plug is that flange', () => {
    const zone = zoneOf(plan, 'b', 'flange', { thicknessMm: 7, heatLimitC: 66 });
    expect(zone.plug).toEqual({ materialId: 'cured_frp', thicknessMm: 7, heatLimitC: 66 });
    expect(planToCase(zone, cards).plug.layers[0].thicknessM).toBeCloseTo(0.007, 9);
    expect(zoneOf(plan, 'b', 'flange').plug.heatLimitC).toBe(60);
  });

  test('plies of the field come when they come there; those of the zone alone after its last', () => {
    const view = zoneOf(withZone(withZoneLayer({ ...flange, areaM2: 0.25 }, { layerId: 'l4', plies: 2, out: false })), 'a', 'flange');
    const [field, zone] = [view.zone!.field, view].map((one) => pliesArrive(one.sessions[3], one, cards, 'first')[0]);
    expect(zone.slice(0, 3)).toEqual(field);
    const ply = field[1] - field[0];
    expect(zone.slice(3).map((s) => s - field[2])).toEqual([ply * 0.25, ply * 0.5].map((s) => expect.closeTo(s, 6)));
  });

  test('a pocket cures by its resins’ cards slower, another zone by what is said', () => {
    const k1 = (zone: PlanSection['zones'][number]): number => planToCase(zoneOf(withZone(zone), 'a', zone.id), cards).sessions[3].layers[0].card.k1;
    const field = planToCase(fieldOf(plan, 'a'), cards).sessions[3].layers[0].card.k1;
    expect(k1(newZone('deep pocket', []))).toBeCloseTo(field / 1.6, 12);
    expect(k1(newZone('steep wall', []))).toBe(field);
    expect(k1({ ...newZone('steep wall', []), slow: 2 })).toBeCloseTo(field / 2, 12);
  });

  test('the area of a zone: said, its patches, or a tenth', () => {
    const strip = { ...flat, id: 'q', name: 'rim', form: { shape: 'flange strip' as const, lengthMm: 4000, widthMm: 100 } };
    expect(zoneAreaM2({ areaM2: 2 }, flange)).toEqual({ areaM2: 0.2, assumed: true });
    expect(zoneAreaM2({ areaM2: 2, patches: [flat] }, flange)).toEqual({ areaM2: 0.2, assumed: true });
    expect(zoneAreaM2({ areaM2: 1.4, patches: [flat, strip] }, flange)).toEqual({ areaM2: expect.closeTo(0.4, 9), assumed: false });
    expect(zoneAreaM2({ areaM2: 2 }, { ...flange, areaM2: 0.3 })).toEqual({ areaM2: 0.3, assumed: false });
  });
});

test('whatever zones say of extras, a view shows it and gives it back', () => {
  const number = fc.integer({ min: 0, max: 5 });
  fc.assert(
    fc.property(number, number, number, (flangePlies, cornerPlies, next) => {
      const plan = planOf(changeLayer(staged, 'l4', { extras: { flangePlies, cornerPlies } }));
      const view = changeLayer(sectionOf(plan, 'a'), 'l4', { extras: { flangePlies: next, cornerPlies } });
      const seen = sectionOf(withSection(plan, 'a', view), 'a').sessions[3].layers[0].extras;
      expect(seen ?? { flangePlies: 0, cornerPlies: 0 }).toEqual({ flangePlies: next, cornerPlies });
    }),
    { numRuns: 40 },
  );
});

import { checkDocument } from './check-document.js';
import {
  changeSection,
  firstRelease,
  mirroredText,
  mirroredTwin,
  planLike,
  withNewSection,
  withParting,
  withSectionAt,
  withSectionEarlier,
  withoutParting,
  withoutSection,
} from './edit-document.js';
import { planOf } from './lift-plan.js';
import { DEFAULT_INFUSION } from './parts/infusion.js';
import { DEFAULT_DESIGN } from './parts/mold-design.js';
import { DEFAULT_INTAKE } from './parts/plug-intake.js';
import { defaultRelease } from './parts/release-plan.js';
import type { PlanDocument } from './plan-document.js';
import { readPlan } from './read-plan.js';
import { sectionOf } from './section-view.js';
import { planFromTemplate } from './stack-templates.js';
import { newZone, withZoneLayer } from './zones.js';

let made = 0;
const newId = (): string => `n${String(++made)}`;
const staged = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 80 } });
const single = changeSection(planOf({ ...staged, release: { ...defaultRelease(1), override: { by: 'Ada', reason: 'a test' } } }), 'a', (section) => ({
  ...section,
  zones: [withZoneLayer(newZone('flange', []), { layerId: 'l4', plies: 2, out: false })],
}));
const two = withNewSection(single, newId);
const [, second] = two.sections;
const line = { id: 'p', name: 'Keel', firstSectionId: 'a', secondSectionId: second.id, lengthMm: 1500 };
const joined = withParting(two, line);

test('a second section is laid like the first two days after it, or on the next open days, with ids of its own and nothing signed', () => {
  checkDocument(two);
  expect(second).toMatchObject({ name: 'Section 2', after: 'a', areaM2: 1 });
  expect(second.sessions.map(({ startMin }) => startMin)).toEqual(staged.sessions.map(({ startMin }) => startMin + 7 * 1440));
  expect(second.zones[0].layers[0].layerId).toBe(second.sessions[3].layers[0].id);
  expect(second.release).toMatchObject({ override: null, passed: [], startMin: defaultRelease(1).startMin + 7 * 1440 });
  expect(sectionOf(two, 'a').demoldMin).toBe(staged.demoldMin + 7 * 1440);
});

test('what was planned or tested of the first section is not so of the next, nor of a build like it', () => {
  const done = changeSection(single, 'a', (section) => ({
    ...section,
    backing: { ...DEFAULT_DESIGN.backing, kind: 'wood', bondMin: 6000 },
    infusion: { ...DEFAULT_INFUSION, dropMbar: 3 },
  }));
  const [, next] = withNewSection(done, newId).sections;
  expect([next.backing?.bondMin, next.infusion?.dropMbar]).toEqual([6000 + 7 * 1440, null]);
  const intake = { ...DEFAULT_INTAKE, done: [{ id: 'wash', doneMin: 0, by: 'Ada' }] };
  const like = planLike({ ...done, mold: { ...done.mold, intake }, cardVersions: { mdf: 1 } }, '2027-03-01');
  checkDocument(like);
  expect(like).toMatchObject({ startDate: '2027-03-01', mold: { intake: { done: [] } } });
  expect(like).not.toHaveProperty('cardVersions');
  expect(like.sections[0]).toMatchObject({ infusion: { dropMbar: null }, release: { override: null }, backing: { bondMin: 6000 } });
});

test('a parting line brings four joint steps, the neighbor’s flange as face, zone and release zone; taken away, they go', () => {
  checkDocument(joined);
  expect(readPlan(JSON.parse(JSON.stringify(joined)))).toEqual({ plan: JSON.parse(JSON.stringify(joined)), notes: [] });
  expect(joined.joints.map(({ kind }) => kind)).toEqual(['parting up', 'parting away', 'flange released', 'drilled']);
  const [, right] = joined.sections;
  expect(right.face.map(({ kind, sectionId }) => [kind, sectionId])).toEqual([
    ['plug', undefined],
    ['neighbor flange', 'a'],
  ]);
  expect(right.zones.at(-1)).toMatchObject({ kind: 'flange', faceId: right.face[1].id, areaM2: (1500 * 60) / 1e6 });
  expect(right.release?.zones.at(-1)).toMatchObject({ id: 'flange-p', areaM2: (1500 * 60) / 1e6 });
  expect(withoutParting(joined, 'p')).toEqual(two);
});

test('a section’s first release names the flanges it is laid against, the day before it begins', () => {
  expect(firstRelease(joined, 'a')).toEqual(defaultRelease(1));
  const right = firstRelease(joined, second.id);
  expect(right.zones.map(({ id }) => id)).toEqual(['plug', 'flange-p']);
  expect(right.startMin).toBe(defaultRelease(1).startMin + 7 * 1440);
});

test('sections change places: the line that meets them is turned, and the flange is the other one’s', () => {
  const turned = withSectionEarlier(joined, 1);
  expect(turned.sections.map(({ id }) => id)).toEqual([second.id, 'a']);
  expect(turned.mold.design?.partings[0]).toMatchObject({ firstSectionId: second.id, secondSectionId: 'a' });
  expect(turned.sections[1].face.at(-1)).toMatchObject({ kind: 'neighbor flange', sectionId: second.id });
  expect(turned.sections[0].face).toHaveLength(1);
  expect(turned.joints).toHaveLength(4);
  const three = withNewSection(joined, newId);
  expect(withSectionAt(three, 2, 0).sections.map(({ id }) => id)).toEqual([three.sections[2].id, 'a', second.id]);
  expect(withSectionAt(three, 0, 9).sections[2].id).toBe('a');
});

test('a section that goes takes its lines, joints and places in ovens with it; the last one stays', () => {
  const without = withoutSection(joined, second.id);
  expect(without.sections.map(({ id }) => id)).toEqual(['a']);
  expect([without.joints, without.mold.design?.partings, without.demolds[0].sectionIds]).toEqual([[], [], ['a']]);
  checkDocument(without);
  expect(withoutSection(joined, 'a').sections[0]).not.toHaveProperty('after');
  expect(withoutSection(single, 'a')).toBe(single);
});

test.each([
  ['Left half', 'Right half'],
  ['rib, right of LEFT', 'rib, left of RIGHT'],
  ['Bright upleft', 'Bright upleft'],
])('%s mirrored is %s, and twice it is as before', (text, mirrored) => {
  expect(mirroredText(text)).toBe(mirrored);
  expect(mirroredText(mirrored)).toBe(text);
});

test('a mirrored twin has the other hand and names, later times, and nothing done yet', () => {
  const intake = { ...DEFAULT_INTAKE, hand: 'left' as const, hardware: 'insert at left', done: [{ id: 'wash', doneMin: 0, by: 'Ada' }] };
  const left: PlanDocument = {
    ...changeSection(joined, 'a', (section) => ({ ...section, name: 'Left wing', patches: undefined })),
    mold: { ...joined.mold, intake },
  };
  const twin = mirroredTwin(left, 'Seat, left', 7);
  checkDocument(twin);
  expect(twin.mold.intake).toMatchObject({ hand: 'right', mirrorOf: 'Seat, left', hardware: 'insert at right', done: [] });
  expect(twin.mold.design?.marked).toBe(false);
  expect(twin.sections[0].name).toBe('Right wing');
  expect(twin.sections[0].sessions[0].startMin).toBe(left.sections[0].sessions[0].startMin + 7 * 1440);
  expect(twin.sections[0].release).toMatchObject({ passed: [], override: null });
  expect(twin.demolds[0].atMin).toBe(left.demolds[0].atMin + 7 * 1440);
});

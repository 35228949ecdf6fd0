import { edgesComeNearerM } from '../distortion/section-line.js';
import { cardLibrary } from '../plan/built-in-library.js';
import { changeSection, withNewSection, withParting } from '../plan/edit-document.js';
import { moveSession } from '../plan/edit-plan.js';
import { planOf } from '../plan/lift-plan.js';
import { sectionOf, withSection } from '../plan/section-view.js';
import { newZone, withZoneLayer } from '../plan/zones.js';
import { judgedPanelMm } from '../plan/section-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { twoHalves } from '../test-support/two-halves.js';
import { evaluateMold, evaluateOne, FIELD, mergeZones, knownZones } from './evaluate-mold.js';
import { evaluatePlan } from './evaluate-plan.js';
import { moldObjections } from './mold-objections.js';
import type { Verdict } from './verdicts/verdict.js';
import { aroundMold } from './worst-of-plan.js';

const cards = cardLibrary();
const view = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
const thick = changeSection(planOf(view), 'a', (section) => ({
  ...section,
  zones: [withZoneLayer(newZone('flange', []), { layerId: 'l5', plies: 5, out: false })],
}));

test('a thick flange fails alone: the limit says in which zone, and the field is as without it', () => {
  const [section] = evaluateMold(thick, cards);
  const [field, flange] = section.zones;
  // Plies meet a little later in the field, because the crew lays the flange's as well.
  const levels = (verdicts: readonly Verdict[]): string[] =>
    verdicts.flatMap(({ id, kind, level }) => (kind === 'ply-joint' ? [] : [`${level} ${id}`])).sort();
  expect(levels(field.evaluation.verdicts)).toEqual(levels(evaluatePlan(view, cards).verdicts));
  expect(field.evaluation.verdicts.filter(({ level }) => level === 'stop')).toEqual([]);
  expect(flange.evaluation.verdicts.filter(({ level }) => level === 'stop').length).toBeGreaterThan(0);
  const [worst] = section.verdicts;
  expect(worst).toMatchObject({ level: 'stop', zone: { id: 'flange', name: 'Flange' } });
  expect(section.verdicts.map(({ id }) => id).sort()).toEqual(field.evaluation.verdicts.map(({ id }) => id).sort());
});

test('a zone is begun from the field: what both share is not computed again, and the answer is the same', () => {
  const [section] = evaluateMold(thick, cards);
  const [, flange] = section.zones;
  expect(flange.evaluation.result.newSteps).toBeLessThan(flange.evaluation.result.steps);
  const alone = evaluatePlan(flange.plan, cards);
  expect(flange.evaluation.verdicts.map(({ id, level }) => [id, level])).toEqual(alone.verdicts.map(({ id, level }) => [id, level]));
  const known = knownZones([section]);
  expect(evaluateOne({ plan: thick, cards, sectionId: 'a', zoneId: 'flange' }, known).evaluation).toBe(flange.evaluation);
  const later = withSection(thick, 'a', moveSession(sectionOf(thick, 'a'), 4, view.sessions[4].startMin + 30));
  const again = evaluateOne({ plan: later, cards, sectionId: 'a', zoneId: 'flange' }, known).evaluation.result;
  expect(again.newSteps).toBeLessThan(0.7 * again.steps);
});

test('a pocket slows the cure itself: it gels later and its window opens later than in the field', () => {
  const pocket = changeSection(planOf(view), 'a', (section) => ({ ...section, zones: [newZone('deep pocket', [])] }));
  const [{ zones }] = evaluateMold(pocket, cards);
  const gel = zones.map(({ evaluation }) => evaluation.result.layers.filter(({ plug }) => !plug)[0].gelS!);
  expect(gel[1]).toBeGreaterThan(gel[0] + 300);
  const opens = zones.map(({ evaluation }) => evaluation.windows[0].opensS!);
  expect(opens[1]).toBeGreaterThan(opens[0]);
});

test('corners close as their own zone does, panels as the field', () => {
  const cornered = changeSection(planOf(view), 'a', (section) => ({
    ...section,
    zones: [withZoneLayer(newZone('inside corner', []), { layerId: 'l5', plies: 4, out: false })],
  }));
  const [{ zones, distortion }] = evaluateMold(cornered, cards);
  expect(distortion!.corners).toEqual(zones[1].evaluation.distortion!.corners.map((corner) => ({ ...corner, zone: 'Inside corners' })));
  expect(distortion!.bowPerMeterM).toBe(zones[0].evaluation.distortion!.bowPerMeterM);
});

test('of several corner zones each corner is the one that moves most, end walls bend as the flange, and the edges come together by all of it', () => {
  const stack = (kind: 'inside corner' | 'outside corner' | 'flange', plies: number): ReturnType<typeof newZone> =>
    withZoneLayer(newZone(kind, []), { layerId: 'l5', plies, out: false });
  const zonesOf = [stack('inside corner', 4), { ...stack('outside corner', 1), id: 'out' }, stack('flange', 3)];
  const [{ zones, distortion }] = evaluateMold(
    changeSection(planOf(view), 'a', (section) => ({ ...section, zones: zonesOf })),
    cards,
  );
  const closing = zones.slice(1, 3).map(({ evaluation }) => Math.abs(evaluation.distortion!.corners[0].closesDeg));
  const alone = evaluateMold(planOf(view), cards)[0].distortion!;
  expect(alone.corners.every(({ zone }) => zone === undefined)).toBe(true);
  expect(Math.abs(distortion!.corners[0].closesDeg)).toBe(Math.max(...closing));
  expect(distortion!.corners[0].zone).toBe(closing[0] > closing[1] ? 'Inside corners' : 'Outside corners');
  expect(distortion!.endCurvature).toBe(zones[3].evaluation.distortion!.curvature);
  expect(alone.endCurvature).toBe(alone.curvature);
  expect(distortion!.edgesNearerM).toBe(
    edgesComeNearerM({
      panelM: judgedPanelMm(view) / 1000,
      curvature: distortion!.curvature,
      endCurvature: distortion!.endCurvature,
      corners: distortion!.corners,
    }),
  );
});

test('the second half’s flange lies on the first one’s laminate, as thick and as heat-proof as that became', () => {
  const halves = twoHalves();
  const [left, right] = evaluateMold(halves, cards);
  const flange = right.zones.find(({ plan }) => plan.zone?.kind === 'flange')!;
  const laid = left.zones[0].evaluation.result.layers.filter(({ plug }) => !plug).reduce((sum, { thicknessM }) => sum + thicknessM, 0);
  expect(flange.plan.plug).toMatchObject({ materialId: 'cured_frp', thicknessMm: expect.closeTo(laid * 1000, 6) });
  expect(flange.plan.plug.heatLimitC).toBeGreaterThan(40);
  expect(flange.plan.plug.heatLimitC).toBeLessThan(130);
  const one = evaluateOne({ plan: halves, cards, sectionId: right.id, zoneId: flange.id });
  expect(one.plan.plug).toEqual(flange.plan.plug);
});

test('of three in a row the third lies on the second one’s own flange, not on the one that lies on the first; alone and in the whole', () => {
  let made = 0;
  const three = withNewSection(twoHalves(), () => `c${String(++made)}`);
  const [, second, third] = three.sections;
  const thicker = changeSection(three, second.id, (section) => ({
    ...section,
    zones: [...section.zones, withZoneLayer(newZone('flange', section.zones), { layerId: section.sessions[4].layers[0].id, plies: 3, out: false })],
  }));
  const joined = withParting(thicker, { id: 'rim', name: 'Rim', firstSectionId: second.id, secondSectionId: third.id, lengthMm: 800 });
  const [, b, c] = evaluateMold(joined, cards);
  const own = b.zones.find(({ id }) => id === 'flange-2')!.evaluation.result.layers.filter(({ plug }) => !plug);
  const onRim = c.zones.find(({ name }) => name === 'Flange at Rim')!;
  expect(onRim.plan.plug.thicknessMm).toBeCloseTo(own.reduce((sum, { thicknessM }) => sum + thicknessM, 0) * 1000, 6);
  expect(evaluateOne({ plan: joined, cards, sectionId: c.id, zoneId: onRim.id }).plan.plug.thicknessMm).toBeCloseTo(onRim.plan.plug.thicknessMm, 9);
});

test('what two sections say alike of the plug is said once, what is a section’s own names it', () => {
  const halves = twoHalves('staged', { materialId: 'abs', thicknessMm: 6, heatLimitC: 80 });
  const sections = evaluateMold(halves, cards);
  const found = moldObjections(halves, cards, aroundMold(sections, cards, []));
  const plug = found.filter(({ stage }) => stage === 'plug').map(({ id }) => id);
  expect(new Set(plug).size).toBe(plug.length);
  expect(plug.length).toBeGreaterThan(0);
  const colors = found.filter(({ id }) => id === 'two-colors').map(({ section }) => section?.name);
  expect(colors).toEqual(['Left', 'Right']);
});

test('limits of zones merged: the worse level, then the smaller margin, only zones are named', () => {
  const verdict = { ...evaluatePlan(view, cards).verdicts[0], level: 'ok' as const, margin: 5 };
  const of = (id: string, change: Partial<typeof verdict>): { id: string; name: string; verdicts: (typeof verdict)[] } => ({
    id,
    name: id,
    verdicts: [{ ...verdict, ...change }],
  });
  expect(mergeZones([of(FIELD, {}), of('x', {})])[0].zone).toBeUndefined();
  expect(mergeZones([of(FIELD, {}), of('x', { margin: 4 })])[0]).toMatchObject({ margin: 4, zone: { id: 'x' } });
  expect(mergeZones([of(FIELD, { margin: 1 }), of('x', { margin: 3 })])[0]).toMatchObject({ margin: 1 });
  expect(mergeZones([of(FIELD, { margin: 1 }), of('x', { margin: 3, id: 'other' })])).toHaveLength(2);
});

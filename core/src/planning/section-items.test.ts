import { cardLibrary } from '../plan/built-in-library.js';
import { changeSection } from '../plan/edit-document.js';
import { planOf } from '../plan/lift-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { newZone, withZoneLayer } from '../plan/zones.js';
import { SectionHours } from './section-hours.js';
import { AS_PLANNED, chosenSessions, movedCatalyst, sectionItems, sizesAfter, type Way } from './section-items.js';
import { WEIGHTS, type LimitClass } from './task.js';

const cards = cardLibrary();
const plan = changeSection(
  planOf(planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } })),
  'a',
  (section) => ({
    ...section,
    zones: [withZoneLayer(withZoneLayer(newZone('flange', []), { layerId: 'l4', plies: 2, out: false }), { layerId: 'l5', plies: 0, out: true })],
  }),
);
const [section] = plan.sections;
const S = 60;

test('sessions stay whole where plies may not move; else each ply is by itself, films never', () => {
  expect(sectionItems(section, false).map(({ layers }) => layers.length)).toEqual([1, 1, 1, 1, 1]);
  const items = sectionItems(section, true);
  expect(items).toHaveLength(2 + 1 + 3 + 3);
  expect(items.slice(2).every(({ layers }) => layers[0].laminate?.plies === 1)).toBe(true);
  expect(sizesAfter(items, 0)).toEqual([1]);
  expect(sizesAfter(items, 3)).toEqual([1, 2, 3, 4, 5, 6]);
  expect(sizesAfter(items, 8)).toEqual([1]);
});

test('as they were: the same sessions, layers and zones', () => {
  const items = sectionItems(section, true);
  const choices = section.sessions.map(({ startMin, layers }) => ({ startS: startMin * S, count: layers[0].laminate?.plies ?? 1 }));
  expect(chosenSessions(section, items, choices, [AS_PLANNED], cards)).toEqual({ sessions: section.sessions, zones: section.zones });
});

test('a layer in two sessions: keys of their own, plies named, what the zone has more with the first part, what it leaves out with each', () => {
  const items = sectionItems(section, true);
  const chosen = chosenSessions(
    section,
    items,
    [1, 1, 1, 2, 2, 2].map((count, i) => ({ startS: (i + 8) * 3600, count })),
    [AS_PLANNED],
    cards,
  );
  const layers = chosen.sessions.map((session) => session.layers.map(({ id, name, laminate }) => [id, name, laminate?.plies ?? null]));
  expect(layers.slice(3)).toEqual([
    [['l4', 'Bulk mat 1, plies 1–2', 2]],
    [
      ['l4-p3', 'Bulk mat 1, ply 3', 1],
      ['l5', 'Bulk mat 2, ply 1', 1],
    ],
    [['l5-p2', 'Bulk mat 2, plies 2–3', 2]],
  ]);
  expect(new Set(chosen.sessions.map(({ id }) => id)).size).toBe(6);
  expect(chosen.sessions.map(({ name }) => name).slice(3)).toEqual(['Bulk 1', 'Bulk 1, rest', 'Bulk 2']);
  expect(chosen.zones[0].layers).toEqual([
    { layerId: 'l4', plies: 2, out: false },
    { layerId: 'l4-p3', plies: 0, out: false },
    { layerId: 'l5', plies: 0, out: true },
    { layerId: 'l5-p2', plies: 0, out: true },
  ]);
});

test('a way: abraded first, catalyst inside the range, people', () => {
  const ways: Way[] = [AS_PLANNED, { catalystPct: 0.25, abraded: true, people: 3 }];
  const items = sectionItems(section, false);
  const { sessions } = chosenSessions(
    section,
    items,
    [0, 0, 0, 1, 0].map((way, i) => ({ startS: i * 3600, count: 1, way })),
    ways,
    cards,
  );
  expect(sessions[3]).toMatchObject({ people: 3, layers: [{ start: 'abraded', catalystPct: section.sessions[3].layers[0].catalystPct! + 0.25 }] });
  expect(sessions[2]).toEqual({ ...section.sessions[2], startMin: 120 });
});

test('catalyst is moved up to the edge of the card’s range and not over it', () => {
  const [layer] = section.sessions[3].layers;
  const { maxPct, minPct } = cards.resins.get(layer.cardId)!.limits.catalyst!;
  expect(movedCatalyst(layer, maxPct - layer.catalystPct!, cards)).toBeCloseTo(maxPct, 9);
  expect(movedCatalyst(layer, maxPct - layer.catalystPct! + 0.01, cards)).toBeNull();
  expect(movedCatalyst(layer, minPct - layer.catalystPct!, cards)).toBeCloseTo(minPct, 9);
  expect(movedCatalyst({ ...layer, catalystPct: null }, 0.1, cards)).toBeNull();
});

test('what a sheet forbids of one session is not tried, and said; without rules everything is', () => {
  const lowProfile = planOf(
    planFromTemplate('low-profile', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } }),
  );
  const before = lowProfile.sections[0].sessions.slice(0, 2).reduce((sum, { layers }) => sum + layers.length, 0);
  const hours = (lifted: readonly LimitClass[]): SectionHours =>
    new SectionHours({
      ...{ plan: lowProfile, cards, sectionId: lowProfile.sections[0].id, done: [], spells: () => [[0, 1e5]], fromMin: 0, releaseMin: null },
      ...{ horizonMin: 1e4, gridMin: 30, pliesMayMove: true, locked: new Set(), ways: [AS_PLANNED], weights: WEIGHTS.earliest, ends: 'demolding' },
      ...{ clear: 0, lifted: new Set(lifted), scenarios: null, accept: () => 'yes' as const },
    });
  const sizes = (of: SectionHours): number[] => of.nexts(before).map(({ count }) => count);
  // Its sheet asks for three plies at once: two are too few by a third, which is more than stretched.
  const ruled = hours([]);
  expect(sizes(ruled)[0]).toBe(3);
  expect([...ruled.ruledOut.values()].map(({ level }) => level)).toEqual(['stop']);
  expect(sizes(hours(['rules']))[0]).toBe(1);
});

import { drawnSections } from '../../shared/section-drawing';
import { placeInPlan, tracedOf } from './use-diagnosis';

test('a mold’s zone leads back to section and zone of its plan', () => {
  expect(placeInPlan(undefined)).toEqual({ sectionId: null, zoneId: null });
  expect(placeInPlan('a')).toEqual({ sectionId: 'a', zoneId: null });
  expect(placeInPlan('a:flange')).toEqual({ sectionId: 'a', zoneId: 'flange' });
});

test('pulls and treatments with what was said, and nothing where nothing was', () => {
  const { pulls, treatments } = tracedOf({
    pulls: [
      { at: '2026-11-01T08:00:00Z', ease: 3, data: { zones: { rim: 3, field: 1 }, peakC: 58 } },
      { at: '2026-11-02T08:00:00Z', ease: null, data: null },
    ],
    coats: [
      { at: '2026-10-01T08:00:00Z', kind: 'full', data: { waitKept: false, zones: ['rim'] } },
      { at: '2026-10-02T08:00:00Z', kind: 'touch-up', data: null },
    ],
  });
  expect(pulls).toMatchObject([
    { ease: 3, peakC: 58, zones: { rim: 3, field: 1 } },
    { ease: null, peakC: null, zones: {} },
  ]);
  expect(treatments).toMatchObject([
    { kind: 'full', waitKept: false, zones: ['rim'] },
    { kind: 'touch-up', waitKept: null },
  ]);
  expect(treatments[1].zones).toBeUndefined();
});

test('zones are drawn by section, in their order', () => {
  const zone = (id: string, section: string) => ({ id, name: id, section, kind: 'field' as const });
  expect(drawnSections([zone('a', 'Left'), zone('b', 'Right'), zone('c', 'Left')])).toEqual([
    { name: 'Left', zones: [zone('a', 'Left'), zone('c', 'Left')] },
    { name: 'Right', zones: [zone('b', 'Right')] },
  ]);
  expect(drawnSections([])).toEqual([]);
});

import { serviceEvidence, type ServiceContext, type TracedPull, type TracedTreatment } from './service-evidence.js';

const at = (day: number): string => `2026-10-${String(day).padStart(2, '0')}T08:00:00.000Z`;
const pull = (day: number, more: Partial<TracedPull> = {}): TracedPull => ({
  id: `p${String(day)}`,
  at: at(day),
  ease: 2,
  reverses: null,
  peakC: null,
  zones: {},
  ...more,
});
const coat = (day: number, more: Partial<TracedTreatment> = {}): TracedTreatment => ({
  id: `t${String(day)}`,
  kind: 'touch-up',
  at: at(day),
  reverses: null,
  waitKept: null,
  ...more,
});
const of = (more: Partial<ServiceContext>, id: string) =>
  serviceEvidence({ programId: 'paste-wax', pulls: [], treatments: [], zoneId: null, at: at(30), ...more }).find((one) => one.id === id)?.so;

const six = [1, 2, 3, 4, 5, 6].map((day) => pull(day));

test('overdue once more pulls than the program asks came on one coat, in the zone', () => {
  expect(of({ pulls: six, treatments: [coat(1)] }, 'release overdue')).toBe(false);
  expect(of({ pulls: [...six, pull(7)], treatments: [coat(1)] }, 'release overdue')).toBe(true);
  expect(of({ pulls: [...six, pull(7)], treatments: [coat(1), coat(4, { zones: ['rim'] })], zoneId: 'rim' }, 'release overdue')).toBe(false);
  expect(of({ pulls: [...six, pull(7)], treatments: [coat(1), coat(4, { zones: ['rim'] })], zoneId: 'field' }, 'release overdue')).toBe(true);
});

test('what came after it was found does not count', () => {
  expect(of({ pulls: [...six, pull(7)], treatments: [coat(1)], at: at(6) }, 'release overdue')).toBe(false);
});

test('the wait of the last coat: kept, not kept, not said', () => {
  const said = (waitKept: boolean | null) => of({ pulls: six, treatments: [coat(1, { waitKept })] }, 'wait not kept');
  expect([said(true), said(false), said(null)]).toEqual([false, true, null]);
});

test('a part over 60 degrees is hot, at 60 it is not, and none logged is not known', () => {
  const with_ = (peakC: number | null) => of({ pulls: [pull(1, { peakC })] }, 'hot part');
  expect([with_(61), with_(60), with_(null)]).toEqual([true, false, null]);
});

test('it fought before: in its zone, where zones were graded, and not at the pull itself', () => {
  const pulls = [pull(1, { ease: 4, zones: { rim: 4, field: 2 } }), pull(2, { ease: 5 })];
  expect(of({ pulls, zoneId: 'rim' }, 'fought before')).toBe(true);
  expect(of({ pulls, zoneId: 'field' }, 'fought before')).toBe(false);
  expect(of({ pulls: [pull(1, { ease: 3 }), pull(2, { ease: 5 })] }, 'fought before')).toBe(false);
  expect(of({ pulls: [pull(2, { ease: 5 })] }, 'fought before')).toBeNull();
});

test('without a pull nothing of it is known', () => {
  expect(serviceEvidence({ programId: 'paste-wax', pulls: [], treatments: [], zoneId: null, at: at(1) }).every(({ so }) => so === null)).toBe(true);
});

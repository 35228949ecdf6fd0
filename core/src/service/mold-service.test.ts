import { moldServiceState, releaseCycles, type PullEntry, type TreatmentEntry } from './mold-service.js';

const day = (n: number, hour = 8): string => new Date(Date.UTC(2026, 0, n, hour)).toISOString();
const pull = (n: number, ease: number | null = 2): PullEntry => ({ id: `p${String(n)}`, at: day(n), ease, reverses: null });
const full = (n: number): TreatmentEntry => ({ id: `f${String(n)}`, kind: 'full', at: day(n, 6), reverses: null });
const coat = (n: number): TreatmentEntry => ({ id: `c${String(n)}`, kind: 'touch-up', at: day(n, 6), reverses: null });
const pulls = (count: number, ease = 2): PullEntry[] => Array.from({ length: count }, (_, i) => pull(i + 2, ease));

test('a mold without treatment is stopped', () => {
  expect(moldServiceState('paste-wax', [], [])).toMatchObject({ level: 'stop', pullsSinceNew: 0 });
});

test('semi-permanent: fine, then care, then stop as the coat is used up; a coat starts it again', () => {
  const state = (count: number, extra: TreatmentEntry[] = []): string =>
    moldServiceState('semi-permanent', [full(1), coat(2), coat(3), ...extra], pulls(count)).level;
  expect(state(4)).toBe('ok');
  expect(state(8)).toBe('care');
  expect(state(14)).toBe('stop');
  expect(state(14, [coat(16)])).toBe('ok');
});

test('paste wax wants a coat before each of the first pulls', () => {
  expect(moldServiceState('paste-wax', [full(1)], [pull(2)]).reason).toContain('a coat before each');
  expect(moldServiceState('paste-wax', [full(1), coat(3)], [pull(2)]).level).toBe('ok');
});

test('pulls that get hard stop the mold before its interval does', () => {
  const state = moldServiceState('semi-permanent', [full(1), coat(9)], pulls(8, 4));
  expect(state).toMatchObject({ level: 'stop', recentEase: 4 });
});

test('a pull taken back does not count, and the rest does', () => {
  const counter: PullEntry = { id: 'x', at: day(20), ease: null, reverses: 'p3' };
  expect(moldServiceState('semi-permanent', [full(1)], [...pulls(5), counter]).pullsSinceNew).toBe(4);
});

test('strokes are split at full treatments and know which pulls followed a coat', () => {
  const cycles = releaseCycles([full(1), coat(4), full(6)], pulls(8));
  expect(cycles.map((cycle) => cycle.pulls.length)).toEqual([4, 4]);
  expect(cycles[0].touchUpsBefore).toEqual([2]);
});

test('an unknown program is refused', () => {
  expect(() => moldServiceState('axle grease', [], [])).toThrow(/release program/);
});

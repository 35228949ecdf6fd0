import { counted, moldServiceState, releaseCycles, type PullEntry, type TreatmentEntry } from './mold-service.js';
import { releasePrograms } from './release-programs.js';

const moment = (n: number): string => new Date(Date.UTC(2026, 0, 1, 0, n)).toISOString();
const pull = (n: number, ease: number | null = null, reverses: string | null = null): PullEntry => ({
  id: `p${String(n)}`,
  at: moment(n),
  ease,
  reverses,
});
const full = (n: number): TreatmentEntry => ({ id: `f${String(n)}`, kind: 'full', at: moment(n), reverses: null });
const coat = (n: number): TreatmentEntry => ({ id: `c${String(n)}`, kind: 'touch-up', at: moment(n), reverses: null });
const pulls = (from: number, count: number, ease: number | null = null): PullEntry[] => Array.from({ length: count }, (_, i) => pull(from + i, ease));

test('the intervals are those of the table', () => {
  expect(releasePrograms.map(({ id, breakInPulls, touchUpFrom, touchUpBy, stripBy }) => [id, breakInPulls, touchUpFrom, touchUpBy, stripBy])).toEqual(
    [
      ['paste-wax', 4, 3, 6, 25],
      ['wax-film', 1, 1, 1, 25],
      ['semi-permanent', 3, 5, 12, 80],
    ],
  );
});

/** A mold past its break-in: pulls long ago, a full treatment at 1000, coats and pulls after it. */
const settled = (program: string, sinceFull: number, sinceCoat: number): { level: string; reason: string } => {
  const before = pulls(1, 10);
  const early = pulls(1001, sinceFull - sinceCoat);
  const treatments = [full(1000), ...(sinceFull > sinceCoat ? [coat(2000)] : [])];
  return moldServiceState(program, treatments, [...before, ...early, ...pulls(2001, sinceCoat)]);
};

test.each([
  // program, pulls since full, pulls since coat, level, words
  ['semi-permanent', 4, 4, 'ok', '8 pulls left on this coat.'],
  ['semi-permanent', 5, 5, 'care', '5 pulls on this coat, touch up from 5.'],
  ['semi-permanent', 11, 11, 'care', '11 pulls on this coat, touch up from 5.'],
  ['semi-permanent', 12, 12, 'stop', '12 pulls on this coat, touch up by 12.'],
  ['semi-permanent', 79, 0, 'ok', '12 pulls left on this coat.'],
  ['semi-permanent', 80, 0, 'stop', '80 pulls since the full treatment, strip by 80.'],
  ['paste-wax', 2, 2, 'ok', '4 pulls left on this coat.'],
  ['paste-wax', 3, 3, 'care', '3 pulls on this coat, touch up from 3.'],
  ['paste-wax', 5, 5, 'care', '5 pulls on this coat, touch up from 3.'],
  ['paste-wax', 6, 6, 'stop', '6 pulls on this coat, touch up by 6.'],
  ['paste-wax', 24, 0, 'ok', '6 pulls left on this coat.'],
  ['paste-wax', 25, 0, 'stop', '25 pulls since the full treatment, strip by 25.'],
  ['wax-film', 0, 0, 'ok', '1 pull left on this coat.'],
  ['wax-film', 1, 1, 'stop', '1 pulls on this coat, touch up by 1.'],
])('%s after %p pulls since the treatment, %p on the coat: %s', (program, sinceFull, sinceCoat, level, reason) => {
  expect(settled(program, sinceFull, sinceCoat)).toMatchObject({ level, reason, pullsSinceFull: sinceFull, pullsSinceCoat: sinceCoat });
});

test.each([
  // pulls of a new semi-permanent mold, coat before each or not
  [1, false, 'stop'],
  [2, false, 'stop'],
  [3, false, 'ok'],
  [2, true, 'ok'],
])('a new mold after %p pulls, coated since: %p, is %s', (count, coated, level) => {
  const state = moldServiceState('semi-permanent', [full(0), ...(coated ? [coat(500)] : [])], pulls(1, count));
  expect(state.level).toBe(level);
  if (level === 'stop') expect(state.reason).toBe('New mold: a coat before each of the first 3 pulls.');
});

test.each<[number[], number | null, string]>([
  [[4, 4], null, 'ok'],
  [[4, 4, 4], 4, 'stop'],
  [[3, 4, 4, 3, 4], 3.6, 'stop'],
  [[3, 4, 3, 4, 3], 3.4, 'care'],
  [[3, 3, 2, 3, 3], 2.8, 'care'],
  [[3, 3, 2, 3, 2], 2.6, 'ok'],
  // Only the last five count.
  [[5, 5, 5, 1, 1, 1, 1, 1], 1, 'ok'],
])('ease %p over the last pulls is %p: %s', (eases, recentEase, level) => {
  const graded = eases.map((ease, i) => pull(10 + i, ease));
  const state = moldServiceState('semi-permanent', [full(0), coat(500)], graded);
  expect(state.recentEase === null ? null : Number(state.recentEase.toFixed(9))).toBe(recentEase);
  expect(state.level).toBe(level);
});

test('pulls without a grade do not count for the ease', () => {
  expect(moldServiceState('semi-permanent', [full(0), coat(500)], [pull(1, 4), pull(2), pull(3, 4), pull(4), pull(5, 4)]).recentEase).toBe(4);
});

test('a coat counts as the last one even when it was a full treatment, whatever the order they were entered in', () => {
  const state = moldServiceState('semi-permanent', [coat(20), full(10)], [...pulls(11, 4), ...pulls(21, 2)]);
  expect(state).toMatchObject({ pullsSinceFull: 6, pullsSinceCoat: 2, pullsSinceNew: 6 });
  const other = moldServiceState('semi-permanent', [full(20), coat(10)], [...pulls(11, 4), ...pulls(21, 2)]);
  expect(other).toMatchObject({ pullsSinceFull: 2, pullsSinceCoat: 2 });
});

test('a pull at the very minute of a treatment is after it', () => {
  expect(moldServiceState('semi-permanent', [full(10)], [pull(10)])).toMatchObject({ pullsSinceFull: 1, pullsSinceCoat: 1 });
  expect(releaseCycles([full(10)], [pull(10), pull(9)]).map((cycle) => cycle.pulls.map(({ id }) => id))).toEqual([['p9'], ['p10']]);
});

test('counted pulls come oldest first, without those taken back and without the counter-entries', () => {
  expect(counted([pull(3), pull(1), pull(2), pull(9, null, 'p2')]).map(({ id }) => id)).toEqual(['p1', 'p3']);
});

test('cycles: before the first treatment only where there were pulls, a touch-up belongs to the pull after it', () => {
  expect(releaseCycles([], [])).toEqual([]);
  expect(releaseCycles([full(5)], []).map(({ treatedAt }) => treatedAt)).toEqual([moment(5)]);
  expect(releaseCycles([], [pull(1)]).map(({ treatedAt }) => treatedAt)).toEqual([null]);
  const treatments = [full(20), coat(12), full(5), coat(22), coat(30)];
  const [before, first, second] = releaseCycles(treatments, [pull(1), pull(10), pull(12), pull(13), pull(21), pull(22), pull(23)]);
  expect([before, first, second].map(({ treatedAt, touchUpsBefore }) => [treatedAt, touchUpsBefore])).toEqual([
    [null, []],
    [moment(5), [1]],
    [moment(20), [1]],
  ]);
});

test.each<[string, number, TreatmentEntry[], string, RegExp]>([
  ['stuck', 5, [], 'stop', /stuck/],
  ['stuck, then only touched up', 5, [coat(3000)], 'stop', /stuck/],
  ['stuck, then stripped and treated', 5, [full(3000)], 'ok', /left on this coat/],
  ['a fight', 4, [], 'care', /fight/],
  ['a fight, then touched up', 4, [coat(3000)], 'ok', /left on this coat/],
  ['wedges and air', 3, [], 'ok', /left on this coat/],
])('the last pull was graded %s: at once, without waiting for a mean', (_what, ease, after, level, words) => {
  const state = moldServiceState('semi-permanent', [full(1000), ...after], [...pulls(1, 10), pull(2001, 1), pull(2002, ease)]);
  expect(state.level).toBe(level);
  expect(state.reason).toMatch(words);
});

test('a treatment that was taken back does not count', () => {
  const taken = { ...full(3000), id: 'slip' };
  const back = { ...full(3100), id: 'back', reverses: 'slip' };
  expect(moldServiceState('semi-permanent', [full(1000), taken, back], pulls(2001, 4)).pullsSinceFull).toBe(4);
  expect(releaseCycles([full(1000), taken, back], pulls(2001, 4))).toHaveLength(1);
});

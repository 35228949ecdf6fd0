import { DomainError } from '../errors/domain-error.js';
import { Calendar } from './calendar.js';
import { everyPlan } from './exhaustive.js';
import { readProblem } from './problem.js';
import { caseOf } from './prefix.js';
import { randomProblem } from './random-problem.js';
import { planReport } from './report.js';
import { searchPlan } from './search.js';

const gel = { name: 'gel', resin: 'gelcoat_iso', cat_pct: 2, mm: 0.6, glass_w: 0, T_lay_C: 20, lay_min: 20, group: 'gel' };
const mat = (name: string): object => ({
  name,
  resin: 'iso_lam',
  cat_pct: 1.5,
  glass_gsm: 450,
  glass_w: 0.3,
  T_lay_C: 20,
  lay_min: 20,
  group: 'bulk',
});
const problem = {
  name: 'by hand',
  grid_min: 30,
  horizon_h: 72,
  demold_min_h: 20,
  face_max_C: 60,
  rules: {
    gelcoat_iso: { open_cure: 0.45, close_h: 24, max_C: 60, demold_cure: 0.7 },
    iso_lam: { open_cure: 0.45, restart_C: 32, close_h: 24, max_C: 90, min_items: 1, max_items: 8, demold_cure: 0.7 },
  },
  case: { air: 20, top: { h: 9 }, plug: { layers: [{ material: 'mdf', mm: 18 }], back: { h: 5 }, Rc: 2.5e-4, T0_C: 20 } },
  open_h: [
    [8, 12],
    [32, 36],
    [56, 60],
  ],
  items: [gel, mat('a'), mat('b')],
};
const changed = (change: object): ReturnType<typeof readProblem> => readProblem({ ...problem, ...change });
const rules = (resin: 'iso_lam' | 'gelcoat_iso', change: object): object => ({
  rules: { ...problem.rules, [resin]: { ...problem.rules[resin], ...change } },
});

describe('what the calendar allows', () => {
  const calendar = new Calendar(readProblem(problem));

  test('a session ends within its spell, its end included; starts lie on the grid', () => {
    expect(calendar.starts(1, 2, 0, Infinity).map((s) => s / 3600)).toEqual([
      8, 8.5, 9, 9.5, 10, 10.5, 11, 32, 32.5, 33, 33.5, 34, 34.5, 35, 56, 56.5, 57, 57.5, 58, 58.5, 59,
    ]);
    expect(calendar.starts(0, 1, 9.1 * 3600, 10 * 3600).map((s) => s / 3600)).toEqual([9.5, 10]);
  });

  test('no remainder smaller than a session may be, no session larger, none over two groups', () => {
    const of = (least: number, most: number): number[] =>
      new Calendar(changed({ ...rules('iso_lam', { min_items: least, max_items: most }), items: [gel, ...'abcdef'.split('').map(mat)] })).sizes(1);
    expect(of(1, 8)).toEqual([1, 2, 3, 4, 5, 6]);
    expect(of(1, 2)).toEqual([1, 2]);
    expect(of(3, 8)).toEqual([3, 6]);
    expect(calendar.sizes(0)).toEqual([1]);
  });

  test('a group of two resins is never said to take more sessions than it does', () => {
    const mixed = changed({
      rules: { ...problem.rules, ve_skin: { max_items: 1 } },
      items: [{ ...mat('first'), resin: 've_skin' }, ...'abcdef'.split('').map(mat)],
    });
    // One of the first by itself, all others together.
    expect(new Calendar(mixed).fewestSessions(0)).toBeLessThanOrEqual(2);
    expect(new Calendar(mixed).sizes(0)).toEqual([1]);
    expect(new Calendar(mixed).sizes(1)).toContain(6);
  });

  test('every item is laid at its own moment and temperature', () => {
    const warm = changed({ items: [gel, mat('a'), { ...mat('b'), T_lay_C: 30 }] });
    const { sessions } = caseOf(warm, [
      { startS: 8 * 3600, count: 1 },
      { startS: 10 * 3600, count: 2 },
    ]);
    expect(sessions.map(({ startS, layK }) => [startS / 60, Math.round(layK - 273.15)])).toEqual([
      [480, 20],
      [600, 20],
      [620, 30],
    ]);
  });

  test('by hand: gel at 8, both mats from 8.5, the last one 20 min later; off at the first grid time 20 h after it that is open', () => {
    const lastS = calendar.lastArrivalS(0, 0);
    expect(lastS / 3600).toBeCloseTo(8.5 + 20 / 60, 9);
    expect(calendar.soonestDemoldS(lastS) / 3600).toBe(32);
    expect(calendar.soonestDemoldS(12 * 3600) / 3600).toBe(32);
    expect(calendar.soonestDemoldS(16.1 * 3600) / 3600).toBe(56);
    expect(calendar.soonestDemoldS(41 * 3600)).toBe(Infinity);
    expect(calendar.fewestSessions(0)).toBe(2);
  });
});

test('a small problem: every plan tried and the search agree, and the search simulates far less', () => {
  const read = readProblem(problem);
  const all = everyPlan(read);
  const found = searchPlan(read);
  expect(found).toMatchObject({ status: 'optimal', demoldS: all.demoldS });
  expect(found.sessions).toHaveLength(all.sessions);
  expect(found.evaluated).toBeLessThan(all.evaluated / 5);
  expect(planReport(read, found)).toMatchObject({ gap: 0, sessions: [{ start_h: 8, items: ['gel'] }, { items: ['a', 'b'] }] });
});

test.each(Array.from({ length: 8 }, (_, seed) => seed))('random problem %p: the search finds what trying everything finds', (seed) => {
  const read = readProblem(randomProblem(seed));
  const all = everyPlan(read);
  const found = searchPlan(read);
  expect(found.status).toBe(all.demoldS === null ? 'infeasible' : 'optimal');
  expect([found.demoldS, found.sessions.length]).toEqual([all.demoldS, all.sessions]);
});

test('what cannot be is proved: a face that stands nothing, a bond that closes before it opens, a resin that never gets warm', () => {
  for (const impossible of [changed({ face_max_C: 20 }), changed(rules('gelcoat_iso', { close_h: 0.1 })), changed(rules('iso_lam', { act_C: 80 }))])
    expect(searchPlan(impossible)).toMatchObject({ status: 'infeasible', demoldS: null, boundS: Infinity });
});

test('stopped midway it says what it has, and what no plan can beat', () => {
  const read = readProblem(problem);
  let asked = 0;
  const stopped = searchPlan(read, { shouldStop: () => ++asked > 1 });
  expect(['feasible', 'stopped']).toContain(stopped.status);
  const whole = searchPlan(read);
  expect(stopped.boundS).toBeLessThanOrEqual(whole.demoldS ?? Infinity);
  expect(searchPlan(read, { shouldStop: () => true })).toMatchObject({ status: 'stopped', demoldS: null, evaluated: 1 });
});

test('each better plan is told as it is found, the last one is the answer', () => {
  const told: number[] = [];
  const found = searchPlan(readProblem(problem), { onBetter: (demoldS) => told.push(demoldS) });
  expect(told.at(-1)).toBe(found.demoldS);
  expect([...told].sort((a, b) => b - a)).toEqual(told);
});

test('later limits move the answer the right way', () => {
  const h = (change: object): number => (searchPlan(changed(change)).demoldS ?? Infinity) / 3600;
  expect(h({ demold_min_h: 30 })).toBeGreaterThanOrEqual(h({}));
  expect(h(rules('iso_lam', { demold_cure: 0.8 }))).toBeGreaterThanOrEqual(h({}));
  expect(
    h({
      open_h: [
        [32, 36],
        [56, 60],
      ],
    }),
  ).toBeGreaterThan(h({}));
});

test.each<[string, object, RegExp]>([
  ['no items', { items: undefined }, /items/],
  ['a spell that ends before it begins', { open_h: [[12, 8]] }, /from before to/],
  ['a grid of nothing', { grid_min: 0 }, /grid_min/],
  ['an unknown resin', { items: [{ ...gel, resin: 'honey' }] }, /honey/],
  ['a resin without a rule', { rules: { iso_lam: {} } }, /rules.gelcoat_iso/],
  ['laying that takes no time', { items: [{ ...gel, lay_min: 0 }] }, /lay_min/],
])('refuses %s', (_what, change, words) => {
  expect(() => changed(change)).toThrow(DomainError);
  expect(() => changed(change)).toThrow(words);
});

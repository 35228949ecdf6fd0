import { cardLibrary } from '../plan/built-in-library.js';
import { planOf } from '../plan/lift-plan.js';
import { withPostCure } from '../plan/edit-plan.js';
import { planFromTemplate } from '../plan/stack-templates.js';
import { usualShop, type ShopCalendar, type ShopPerson } from '../shop/shop-calendar.js';
import { dateOf, dayNumber } from '../shop-time/shop-clock.js';
import {
  BuildsTogether,
  openDays,
  planOfWay,
  wayPlanned,
  waysMoved,
  type BuildWay,
  type SharingBuild,
  type TogetherSchedule,
} from './builds-together.js';
import { conflictsOn } from './wall-conflicts.js';
import { wallOf } from './wall.js';

const cards = cardLibrary();
const view = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
const plan = planOf(view);
const crewed = (...crew: string[]) =>
  planOf({ ...view, mix: { people: 2, crew, containersG: [1000], fillShare: 0.8, potShare: 0.5, measure: 'weight', scaleG: 1, gunKgPerMin: 0.6 } });
const build = (id: string, change: Partial<SharingBuild> = {}): SharingBuild => ({ id, name: id, plan, wantedBy: null, fixed: false, ...change });
const person = (name: string): ShopPerson => ({ id: name, name, skills: [], absent: [] });
const shop = (people: number, change: Partial<ShopCalendar> = {}): ShopCalendar => ({
  ...usualShop(),
  people: ['a', 'b', 'c', 'd', 'e', 'f'].slice(0, people).map(person),
  ...change,
});
const days = openDays(usualShop(), '2026-11-30', 15);
const together = (builds: readonly SharingBuild[], of: ShopCalendar, ways?: Record<string, BuildWay[]>): BuildsTogether =>
  new BuildsTogether(builds, ways ?? Object.fromEntries(builds.map((one) => [one.id, waysMoved(one, of, cards, days)])), of, () => cards);
const dates = ({ builds }: TogetherSchedule): Record<string, string> => Object.fromEntries(builds.map(({ id, startDate }) => [id, startDate]));
/** Nothing that stands together is said to be impossible by the wall. */
const onTheWall = (schedule: TogetherSchedule, builds: readonly SharingBuild[], of: ShopCalendar): string[] =>
  conflictsOn(
    wallOf(
      builds.map(({ id, name, plan: asIs, fixed }) => {
        const way = schedule.builds.find((one) => one.id === id);
        return { id, name, plan: way && !fixed ? planOfWay(asIs, way) : asIs };
      }),
      cards,
    ),
    of,
  ).map(({ words }) => words);

test('days on which the shop is open: no weekend, no closed day', () => {
  expect(openDays(usualShop(), '2026-11-27', 3)).toEqual(['2026-11-27', '2026-11-30', '2026-12-01']);
  expect(openDays({ ...usualShop(), closed: [{ from: '2026-11-30', to: '2026-11-30', why: '' }] }, '2026-11-27', 2)).toEqual([
    '2026-11-27',
    '2026-12-01',
  ]);
  expect(openDays({ ...usualShop(), openings: [] }, '2026-11-27', 2)).toEqual([]);
});

test('a build of one week begins, as it is, on a Monday; where hands are too few or somebody is away, not at all', () => {
  const mondays = waysMoved(build('a'), shop(2), cards, days).map(({ startDate }) => startDate);
  expect(mondays.length).toBeGreaterThan(1);
  for (const date of mondays)
    expect(
      onTheWall({ builds: [{ id: 'a', startDate: date, plan: null, endMin: 0, lateMin: 0 }], without: [], latenessMin: 0 }, [build('a')], shop(2)),
    ).toEqual([]);
  expect(waysMoved(build('a'), shop(1), cards, days)).toEqual([]);
});

test('two builds that want the same two people are not on the same days; with four people they are', () => {
  const two = [build('a', { wantedBy: '2026-12-04' }), build('b', { wantedBy: '2026-12-11' })];
  const apart = together(two, shop(2)).inOrder([0, 1]);
  expect(apart.without).toEqual([]);
  expect(dates(apart).a).not.toBe(dates(apart).b);
  expect(onTheWall(apart, two, shop(2))).toEqual([]);
  const side = together(two, shop(4)).inOrder([0, 1]);
  expect(dates(side).a).toBe(dates(side).b);
  expect(onTheWall(side, two, shop(4))).toEqual([]);
});

test('who is named is at one build at a time, though others are free', () => {
  const two = ['a', 'b'].map((id) => build(id, { plan: crewed('a', 'b') }));
  const schedule = together(two, shop(6)).inOrder([0, 1]);
  expect(dates(schedule).a).not.toBe(dates(schedule).b);
  expect(onTheWall(schedule, two, shop(6))).toEqual([]);
});

test('one oven: the second waits until it is cold again; two ovens: at once', () => {
  const cured = planOf(withPostCure({ ...view, demoldMin: 7 * 1440 + 540 }, { startMin: 5 * 1440 + 480, rampKPerH: 10, holdC: 45, holdMin: 720 }));
  const two = ['a', 'b'].map((id) => build(id, { plan: cured }));
  const oven = (id: string): ShopCalendar['places'][number] => ({ id, name: id, kind: 'oven' });
  const one = together(two, shop(6, { places: [oven('x')] })).inOrder([0, 1]);
  expect(dates(one).a).not.toBe(dates(one).b);
  const both = together(two, shop(6, { places: [oven('x'), oven('y')] })).inOrder([0, 1]);
  expect(dates(both).a).toBe(dates(both).b);
});

test('one bench: the second begins when the first is off its plug; two benches: at once', () => {
  const two = ['a', 'b'].map((id) => build(id));
  const bench = (id: string): ShopCalendar['places'][number] => ({ id, name: id, kind: 'bench' });
  const of = shop(6, { places: [bench('x')] });
  const one = together(two, of).inOrder([0, 1]);
  expect(dates(one).b > dateOf(dayNumber(dates(one).a) + 3)).toBe(true);
  expect(onTheWall(one, two, of)).toEqual([]);
  const both = together(two, shop(6, { places: [bench('x'), bench('y')] })).inOrder([0, 1]);
  expect(dates(both).a).toBe(dates(both).b);
});

test('what has begun stays where it is, and the others go around it', () => {
  const begun = build('begun', { fixed: true });
  const schedule = together([begun, build('b')], shop(2)).inOrder([0]);
  expect(dates(schedule)).toEqual({ b: waysMoved(build('b'), shop(2), cards, days)[1].startDate });
});

test('late is what ends after the day on which it is wanted; no day free, and it is said', () => {
  const one = together([build('a', { wantedBy: '2026-12-04' })], shop(2)).inOrder([0]);
  const endMin = one.builds[0].endMin;
  const day = (min: number): string => new Date(min * 60_000).toISOString().slice(0, 10);
  expect(together([build('a', { wantedBy: day(endMin) })], shop(2)).inOrder([0]).latenessMin).toBe(0);
  expect(together([build('a', { wantedBy: day(endMin - 1440) })], shop(2)).inOrder([0]).latenessMin).toBeGreaterThan(0);
  const none = together([build('a', { wantedBy: '2026-12-04' })], shop(1)).inOrder([0]);
  expect(none.without).toEqual(['a']);
  expect(none.latenessMin).toBeGreaterThan(28 * 1440);
});

test('where the order by due dates is late, another one is found that is less late; the same seed finds the same', () => {
  // The long build is due first by a day, and would keep all short ones waiting.
  const short = planOf({ ...view, sessions: view.sessions.slice(0, 1), demoldMin: view.sessions[0].startMin + 1740 });
  const builds = [
    build('long', { wantedBy: '2026-12-02' }),
    ...[1, 2, 3, 4].map((n) => build(`short ${String(n)}`, { plan: short, wantedBy: '2026-12-03' })),
  ];
  const all = together(builds, shop(2));
  const rule = all.inOrder(all.dueOrder);
  const found = all.search({ seed: 1, most: 200 });
  expect(found.schedule.latenessMin).toBeLessThan(rule.latenessMin);
  expect(onTheWall(found.schedule, builds, shop(2))).toEqual([]);
  expect(all.search({ seed: 1, most: 200 })).toEqual(found);
  // Another process goes on from what was kept.
  const half = all.search({ seed: 1, most: 3 });
  expect(all.search({ seed: 1, most: 200 }, half).schedule.latenessMin).toBeLessThanOrEqual(half.schedule.latenessMin);
});

test('planned anew, a build begins on a day on which it could not as it is, and nothing of it stops', () => {
  const wednesday = '2026-12-02';
  expect(waysMoved(build('a'), shop(2), cards, [wednesday])).toEqual([]);
  const way = wayPlanned(build('a'), shop(2), cards, wednesday, { timeLimitS: 60, elapsedS: () => 0, seed: 1 });
  expect(way?.startDate).toBe(wednesday);
  const made = way?.plan ?? plan;
  expect(made.startDate).toBe(wednesday);
  expect(conflictsOn(wallOf([{ id: 'a', name: 'a', plan: made }], cards), shop(2))).toEqual([]);
});

test('a build of which nothing is planned yet takes nothing, moves nowhere, and does not keep the others from being planned', () => {
  const empty = build('empty', {
    plan: { ...plan, sections: plan.sections.map((section) => ({ ...section, sessions: [] })), demolds: [] },
    wantedBy: '2026-12-01',
  });
  expect(waysMoved(empty, shop(2), cards, days)).toEqual([]);
  expect(wayPlanned(empty, shop(2), cards, '2026-12-02', { timeLimitS: 1, elapsedS: () => 0, seed: 1 })).toBeNull();
  const all = together([empty, build('a'), { ...empty, id: 'begun', fixed: true }], shop(2));
  expect(all.dueOrder).toEqual([0]);
  const { schedule } = all.search({ seed: 1, most: 10 });
  expect(Object.keys(dates(schedule))).toEqual(['a']);
  expect(schedule).toMatchObject({ without: [], latenessMin: 0 });
});

import { DAY_MIN } from '../shop-time/shop-clock.js';
import {
  earliestDueFirst,
  planWholeShop,
  randomShop,
  scheduleInOrder,
  type SharedShop,
  type ShopJob,
  type ShopSchedule,
  type ShopTask,
} from './whole-shop.js';

const shop: SharedShop = {
  spells: [0, 1, 2, 3, 4].map((d) => [d * DAY_MIN + 480, d * DAY_MIN + 960] as const),
  people: 2,
  booths: 1,
  ovens: 1,
  gridMin: 30,
};
const task = (id: string, change: Partial<ShopTask> = {}): ShopTask => ({
  id,
  minutes: 120,
  people: 2,
  place: null,
  waitMin: 0,
  closesMin: null,
  ...change,
});
const job = (id: string, tasks: readonly ShopTask[], dueMin = 0): ShopJob => ({ id, fromMin: 0, dueMin, tasks });
const starts = ({ tasks }: ShopSchedule): number[] => tasks.map(({ startMin }) => startMin);

test('work begins when the shop opens, ends within its spell, and waits as long as it must', () => {
  const one = job('a', [task('gel'), task('skin', { waitMin: 90 }), task('bulk', { minutes: 300 })]);
  expect(starts(scheduleInOrder(shop, [one], [0]))).toEqual([480, 690, DAY_MIN + 480]);
});

test('two people are not at two builds at once; one is', () => {
  const of = (people: number): number[] =>
    starts(
      scheduleInOrder(
        shop,
        ['a', 'b'].map((id) => job(id, [task('gel', { people })])),
        [0, 1],
      ),
    );
  expect(of(2)).toEqual([480, 600]);
  expect(of(1)).toEqual([480, 480]);
});

test('one booth and one oven take one build at a time; an oven runs through the night', () => {
  const inPlace = (place: 'booth' | 'oven', minutes: number, people: number): number[] =>
    starts(
      scheduleInOrder(
        shop,
        ['a', 'b'].map((id) => job(id, [task('x', { place, minutes, people })])),
        [0, 1],
      ),
    );
  expect(inPlace('booth', 60, 1)).toEqual([480, 540]);
  expect(inPlace('oven', 1000, 0)).toEqual([0, 1020]);
});

test('what would come too late for its window has what is before it begin later', () => {
  const late = job('a', [task('gel', { minutes: 60 }), task('skin', { minutes: 450, closesMin: 120 })]);
  // Both do not go into one day: the skin is first thing in the morning, and the gel coat cannot be the evening before.
  expect(scheduleInOrder(shop, [late], [0])).toMatchObject({ latenessMin: Infinity });
  const fits = job('a', [task('gel', { minutes: 60 }), task('skin', { minutes: 420, closesMin: 1080 })]);
  expect(starts(scheduleInOrder(shop, [fits], [0]))).toEqual([480, 540]);
  const busy = job('b', [task('other', { minutes: 240 })]);
  const [other, gel, skin] = starts(scheduleInOrder(shop, [busy, fits], [0, 1]));
  expect([other, gel, skin]).toEqual([480, 780, DAY_MIN + 480]);
});

test('lateness is counted from the end of the last work, and never below nothing', () => {
  expect(scheduleInOrder(shop, [job('a', [task('gel')], 600)], [0]).latenessMin).toBe(0);
  expect(scheduleInOrder(shop, [job('a', [task('gel')], 599)], [0]).latenessMin).toBe(1);
});

test('nothing fits: more hands than there are', () => {
  expect(scheduleInOrder(shop, [job('a', [task('gel', { people: 3 })])], [0]).latenessMin).toBe(Infinity);
});

describe('made-up shops', () => {
  test.each([0, 5, 11])('seed %p: at least a tenth less late than by due dates, and nothing shared twice', (seed) => {
    const { shop: shared, jobs } = randomShop(seed);
    const byDue = earliestDueFirst(shared, jobs);
    const { schedule } = planWholeShop(shared, jobs, { seed: 1, most: 1500 });
    expect(schedule.latenessMin).toBeLessThan(0.9 * byDue.latenessMin);
    for (const { tasks, latenessMin } of [byDue, schedule]) {
      expect(latenessMin).toBeLessThan(Infinity);
      expect(tasks).toHaveLength(jobs.reduce((sum, one) => sum + one.tasks.length, 0));
      const known = new Map(jobs.flatMap((one) => one.tasks.map((own) => [`${one.id} ${own.id}`, own] as const)));
      for (const { startMin } of tasks) {
        const now = tasks
          .filter((other) => other.startMin <= startMin && other.endMin > startMin)
          .map(({ jobId, taskId }) => known.get(`${jobId} ${taskId}`)!);
        expect(now.reduce((sum, { people }) => sum + people, 0)).toBeLessThanOrEqual(shared.people);
        for (const place of ['booth', 'oven'] as const) expect(now.filter((own) => own.place === place).length).toBeLessThanOrEqual(1);
      }
      for (const { id, tasks: own } of jobs)
        own.slice(1).forEach(({ id: taskId, waitMin, closesMin }, i) => {
          const at = (name: string): ShopSchedule['tasks'][number] => tasks.find((one) => one.jobId === id && one.taskId === name)!;
          const gap = at(taskId).startMin - at(own[i].id).endMin;
          expect(gap).toBeGreaterThanOrEqual(waitMin);
          expect(gap).toBeLessThanOrEqual(closesMin ?? Infinity);
        });
    }
  });

  test('the same seed, the same order; stopped and gone on with, never worse', () => {
    const { shop: shared, jobs } = randomShop(3);
    const once = planWholeShop(shared, jobs, { seed: 2, most: 300 });
    expect(planWholeShop(shared, jobs, { seed: 2, most: 300 }).order).toEqual(once.order);
    let asked = 0;
    const half = planWholeShop(shared, jobs, { seed: 2, most: 300, shouldStop: () => ++asked > 100 });
    expect(half.looked).toBe(100);
    expect(planWholeShop(shared, jobs, { seed: 2, most: 300 }, half).schedule.latenessMin).toBeLessThanOrEqual(half.schedule.latenessMin);
  });
});

import { SeededRandom } from '../numerics/seeded-random.js';
import { DAY_MIN } from '../shop-time/shop-clock.js';
import { without, type Spell } from '../shop/shop-hours.js';
import { searchOrders, type OrderOptions, type OrderState } from './search-orders.js';
import { Taken } from './taken.js';

/** One piece of work of a build: hands, or an oven, or both, for a while. */
export interface ShopTask {
  readonly id: string;
  /** How long [min]; hands are there within one spell, an oven runs through the night */
  readonly minutes: number;
  /** Hands wanted; 0: nobody stands at it */
  readonly people: number;
  /** Taken while it lasts; null: the bench */
  readonly place: 'booth' | 'oven' | null;
  /** After the end of the task before it: no sooner and no later than so long [min]; null: it keeps */
  readonly waitMin: number;
  readonly closesMin: number | null;
}

/** A build as a chain of work, with the day it is wanted on. */
export interface ShopJob {
  readonly id: string;
  /** Not before [min] */
  readonly fromMin: number;
  readonly dueMin: number;
  readonly tasks: readonly ShopTask[];
}

/** What builds share. */
export interface SharedShop {
  /** When hands are there [min]; in order, apart */
  readonly spells: readonly Spell[];
  readonly people: number;
  readonly booths: number;
  readonly ovens: number;
  readonly gridMin: number;
}

export interface PlacedTask {
  readonly jobId: string;
  readonly taskId: string;
  readonly startMin: number;
  readonly endMin: number;
}

/** A schedule of a whole shop. */
export interface ShopSchedule {
  readonly tasks: readonly PlacedTask[];
  /** Sum over builds of how late each is [min]; Infinity: some build has no place */
  readonly latenessMin: number;
}

const place = { booth: 'booths', oven: 'ovens' } as const;

class Board {
  private readonly hands: Taken;
  private readonly places: Readonly<Record<'booth' | 'oven', Taken>>;

  constructor(private readonly shop: SharedShop) {
    this.hands = new Taken(shop.people);
    this.places = { booth: new Taken(shop[place.booth]), oven: new Taken(shop[place.oven]) };
  }

  /** First start on the grid at which a task has hands, spell and place; null: not until then. */
  firstStart({ minutes, people, place: where }: ShopTask, fromMin: number, untilMin: number): number | null {
    const { gridMin, spells } = this.shop;
    let at = Math.ceil(fromMin / gridMin) * gridMin;
    while (at <= untilMin) {
      if (people > 0) {
        const now = at;
        const spell = spells.find(([, closes]) => closes >= now + minutes);
        if (!spell) return null;
        if (spell[0] > at) {
          at = Math.ceil(spell[0] / gridMin) * gridMin;
          continue;
        }
      }
      const blocks = [this.hands.blockedUntil(at, at + minutes, people), ...(where ? [this.places[where].blockedUntil(at, at + minutes, 1)] : [])];
      const latest = blocks.reduce<number | null>((most, one) => (one === null ? most : Math.max(most ?? 0, one)), null);
      if (latest === null) return at;
      if (!Number.isFinite(latest)) return null;
      at = Math.max(at + gridMin, Math.ceil(latest / gridMin) * gridMin);
    }
    return null;
  }

  take({ minutes, people, place: where }: ShopTask, startMin: number): void {
    this.hands.add(startMin, startMin + minutes, people);
    if (where) this.places[where].add(startMin, startMin + minutes, 1);
  }
}

/** Days after the last spell in which an oven may still run [min]. */
const BEYOND_MIN = 14 * DAY_MIN;
/** A chain whose window closes begins later, this often, before it is given up. */
const MOST_TRIES = 400;

/** One build after the other in an order, each as early as what is taken allows, all its windows kept. */
export function scheduleInOrder(shop: SharedShop, jobs: readonly ShopJob[], order: readonly number[]): ShopSchedule {
  const board = new Board(shop);
  const endMin = (shop.spells.at(-1)?.[1] ?? 0) + BEYOND_MIN;
  const tasks: PlacedTask[] = [];
  let latenessMin = 0;
  for (const index of order) {
    const job = jobs[index];
    const placed = placeJob(board, job, endMin);
    if (!placed) return { tasks: [], latenessMin: Infinity };
    for (const [i, startMin] of placed.entries()) {
      const task = job.tasks[i];
      board.take(task, startMin);
      tasks.push({ jobId: job.id, taskId: task.id, startMin, endMin: startMin + task.minutes });
    }
    const last = job.tasks.length - 1;
    if (last >= 0) latenessMin += Math.max(0, placed[last] + job.tasks[last].minutes - job.dueMin);
  }
  return { tasks, latenessMin };
}

/** Starts of a build's tasks; where one comes too late for its window, what is before it begins later. */
function placeJob(board: Board, { tasks, fromMin }: ShopJob, endMin: number): number[] | null {
  const starts: number[] = [];
  const notBefore = tasks.map(() => fromMin);
  let [i, tries] = [0, 0];
  while (i < tasks.length) {
    if (++tries > MOST_TRIES) return null;
    const task = tasks[i];
    const before = i > 0 ? starts[i - 1] + tasks[i - 1].minutes : fromMin;
    const at = board.firstStart(task, Math.max(notBefore[i], before + (i > 0 ? task.waitMin : 0)), endMin);
    if (at === null) return null;
    if (i > 0 && task.closesMin !== null && at > before + task.closesMin) {
      // The one before begins so much later that this one is in time.
      notBefore[i - 1] = Math.max(starts[i - 1] + 1, at - task.closesMin - tasks[i - 1].minutes);
      i -= 1;
      continue;
    }
    starts[i] = at;
    i += 1;
  }
  return starts;
}

/** Builds in the order in which they are due: the rule of most walls. */
export function earliestDueFirst(shop: SharedShop, jobs: readonly ShopJob[]): ShopSchedule {
  return scheduleInOrder(shop, jobs, inDueOrder(jobs));
}

const inDueOrder = (jobs: readonly ShopJob[]): number[] => jobs.map((_, i) => i).sort((a, b) => jobs[a].dueMin - jobs[b].dueMin || a - b);

/**
 * Looks for an order of builds with less lateness in all than by due dates: `searchOrders`.
 * @param from what another process found before
 */
export function planWholeShop(
  shop: SharedShop,
  jobs: readonly ShopJob[],
  options: OrderOptions<ShopSchedule>,
  from?: OrderState<ShopSchedule>,
): OrderState<ShopSchedule> {
  return searchOrders((order) => scheduleInOrder(shop, jobs, order), inDueOrder(jobs), options, from);
}

/** A made-up shop: twelve builds, six people, a booth and an oven for four weeks; the same seed, the same shop. */
export function randomShop(seed: number): { readonly shop: SharedShop; readonly jobs: readonly ShopJob[] } {
  const random = new SeededRandom(seed * 7919 + 13);
  for (let i = 0; i < 4; i++) random.uniform();
  const between = (from: number, to: number): number => from + random.uniform() * (to - from);
  const days = Array.from({ length: 28 }, (_, d) => d).filter((d) => d % 7 < 5);
  const spells = without(
    days.map((d): Spell => [d * DAY_MIN + 420, d * DAY_MIN + 1080]),
    [],
  );
  const jobs = Array.from({ length: 12 }, (_, j): ShopJob => {
    const people = random.uniform() < 0.4 ? 3 : 2;
    const coat = (id: string, waitMin: number): ShopTask => ({
      id,
      minutes: Math.round(between(40, 90)),
      people,
      place: 'booth',
      waitMin,
      closesMin: id === 'gel 1' ? null : 1440,
    });
    const bulks = 1 + Math.floor(random.uniform() * 4);
    const tasks: ShopTask[] = [
      coat('gel 1', 0),
      ...(random.uniform() < 0.6 ? [coat('gel 2', 60)] : []),
      { id: 'skin', minutes: Math.round(between(60, 150)), people, place: null, waitMin: 90, closesMin: 1440 },
      ...Array.from({ length: bulks }, (_b, k): ShopTask => ({
        id: `bulk ${String(k + 1)}`,
        minutes: Math.round(between(90, 300)),
        people,
        place: null,
        waitMin: 150,
        closesMin: 2160,
      })),
      ...(random.uniform() < 0.5
        ? [{ id: 'oven', minutes: Math.round(between(900, 2000)), people: 0, place: 'oven' as const, waitMin: 600, closesMin: null }]
        : []),
      { id: 'demold', minutes: 120, people: 2, place: null, waitMin: 1440, closesMin: null },
    ];
    const fromMin = Math.floor(between(0, 8)) * DAY_MIN;
    return { id: `build ${String(j + 1)}`, fromMin, dueMin: fromMin + Math.round(between(3, 9)) * DAY_MIN, tasks };
  });
  return { shop: { spells, people: 6, booths: 1, ovens: 1, gridMin: 30 }, jobs };
}

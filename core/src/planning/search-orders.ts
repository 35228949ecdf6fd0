import { SeededRandom } from '../numerics/seeded-random.js';

export interface OrderOptions<Schedule> {
  readonly seed: number;
  /** Orders looked at, at most */
  readonly most: number;
  readonly shouldStop?: () => boolean;
  readonly onBetter?: (schedule: Schedule, looked: number) => void;
}

/** What is kept of a search, so that another process goes on from there. */
export interface OrderState<Schedule> {
  readonly order: readonly number[];
  readonly schedule: Schedule;
  readonly looked: number;
}

/** So often a worse order is gone on with, at the beginning, against how much worse it is [of the lateness]. */
const WARM = 0.08;

/**
 * Looks for an order whose schedule is late by less in all: one elsewhere in the order, or two exchanged, cooled down slowly.
 * The same seed looks at the same orders; nothing is proved.
 * @param schedule of an order; Infinity late: it cannot be
 * @param first the order to begin with
 */
export function searchOrders<Schedule extends { readonly latenessMin: number }>(
  schedule: (order: readonly number[]) => Schedule,
  first: readonly number[],
  { seed, most, shouldStop, onBetter }: OrderOptions<Schedule>,
  from?: OrderState<Schedule>,
): OrderState<Schedule> {
  const random = new SeededRandom(seed + (from?.looked ?? 0));
  let order = [...(from?.order ?? first)];
  let current = from?.schedule ?? schedule(order);
  let best: OrderState<Schedule> = { order, schedule: current, looked: from?.looked ?? 0 };
  for (let looked = best.looked + 1; looked <= most && best.schedule.latenessMin > 0; looked++) {
    if (shouldStop?.()) return { ...best, looked: looked - 1 };
    const next = changed(order, random);
    const tried = schedule(next);
    const heat = WARM * (1 - looked / most) * (best.schedule.latenessMin + 1);
    const worse = tried.latenessMin - current.latenessMin;
    if (worse <= 0 || random.uniform() < Math.exp(-worse / Math.max(1, heat))) [order, current] = [next, tried];
    if (tried.latenessMin < best.schedule.latenessMin) {
      best = { order: next, schedule: tried, looked };
      onBetter?.(tried, looked);
    }
  }
  return { ...best, looked: most };
}

function changed(order: readonly number[], random: SeededRandom): number[] {
  const next = [...order];
  const at = (): number => Math.min(order.length - 1, Math.floor(random.uniform() * order.length));
  const [a, b] = [at(), at()];
  if (random.uniform() < 0.5) [next[a], next[b]] = [next[b], next[a]];
  else next.splice(b, 0, ...next.splice(a, 1));
  return next;
}

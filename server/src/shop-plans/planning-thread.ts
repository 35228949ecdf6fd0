import { libraryOf } from '@pentimento/core/plan';
import type { MaterialCard } from '@pentimento/core/materials';
import {
  BuildsTogether,
  wayPlanned,
  waysMoved,
  type BuildWay,
  type OrderState,
  type SharingBuild,
  type TogetherSchedule,
} from '@pentimento/core/planning';
import type { ShopCalendar } from '@pentimento/core/shop';

/** What a thread is asked: plain data that can be sent across. */
export interface BuildWithCards extends SharingBuild {
  readonly cards: readonly MaterialCard[];
}

export function moved({ builds, shop, days }: MovedTask): Record<string, BuildWay[]> {
  return Object.fromEntries(builds.map((build) => [build.id, waysMoved(build, shop, libraryOf(build.cards), days)]));
}
export interface MovedTask {
  readonly builds: readonly BuildWithCards[];
  readonly shop: ShopCalendar;
  readonly days: readonly string[];
}

export interface PlannedTask {
  readonly build: BuildWithCards;
  readonly shop: ShopCalendar;
  readonly startDate: string;
  readonly timeLimitS: number;
}

export function planned({ build, shop, startDate, timeLimitS }: PlannedTask): BuildWay | null {
  const begun = performance.now();
  return wayPlanned(build, shop, libraryOf(build.cards), startDate, {
    timeLimitS,
    seed: 1,
    elapsedS: () => (performance.now() - begun) / 1000,
  });
}

export interface OrdersTask {
  readonly builds: readonly BuildWithCards[];
  readonly shop: ShopCalendar;
  readonly ways: Readonly<Record<string, readonly BuildWay[]>>;
  readonly from: OrderState<TogetherSchedule> | null;
  readonly most: number;
  readonly timeLimitS: number;
}

export interface OrdersFound {
  readonly byDue: TogetherSchedule;
  readonly search: OrderState<TogetherSchedule>;
}

export function orders({ builds, shop, ways, from, most, timeLimitS }: OrdersTask): OrdersFound {
  const begun = performance.now();
  const libraries = new Map(builds.map(({ id, cards }) => [id, libraryOf(cards)]));
  const together = new BuildsTogether(builds, ways, shop, (id) => libraries.get(id) ?? libraryOf([]));
  const shouldStop = (): boolean => (performance.now() - begun) / 1000 > timeLimitS;
  return {
    byDue: together.inOrder(together.dueOrder),
    search: together.search({ seed: 1, most, shouldStop }, from ?? undefined),
  };
}

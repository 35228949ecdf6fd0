import { Inject, Injectable, Logger, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import { openDays } from '@pentimento/core/planning';
import { availableParallelism } from 'node:os';
import { setTimeout as wait } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import type PgBoss from 'pg-boss';
import { DataSource, In } from 'typeorm';
import { BuildVersion } from '../builds/build-version.entity.js';
import { Build } from '../builds/build.entity.js';
import { CardsService } from '../cards/cards.service.js';
import { SERVER_CONFIG, type ServerConfig } from '../config.js';
import { ShopService } from '../shop/shop.service.js';
import { Threads } from '../threads/threads.js';
import type { BuildWithCards, MovedTask, OrdersFound, OrdersTask, PlannedTask, moved, planned } from './planning-thread.js';
import { openQueue, SHOP_PLANS_QUEUE } from './queue.js';
import { ShopPlan, type AskedShopPlan, type ShopPlanState } from './shop-plan.entity.js';

/** Built server: a thread runs no TypeScript. */
const ENTRY = fileURLToPath(new URL('../../dist/shop-plans/planning-thread.js', import.meta.url));

/** Open days from the first on that a build may begin on, and of them those for which it is planned anew. */
const DAYS = 25;
const DAYS_PLANNED = 10;
/** One build for one day [s]. */
const PLAN_S = 4;
/** Of the time, for planning builds anew; the rest is for their order. */
const PLANNING_SHARE = 0.6;
const MOST_ORDERS = 20_000;
/** Orders are looked at so long before what was found is kept [s]. */
const ORDERS_S = 3;
/** A worker keeps a plan so long before it gives it back to the queue [ms]. */
const SLICE_MS = 15_000;
const PAUSE_MS = 1000;
const AGAIN_MS = 5000;
/** What goes wrong so often goes wrong again. */
const MOST_TRIES = 4;

const NOTHING_YET: ShopPlanState = { ways: {}, todo: [], planned: 0, usedS: 0, byDue: null, search: null };

/** Works at plans of the shop piece by piece, each piece kept, so that any process can go on with it. */
@Injectable()
export class ShopPlansWorker implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly logger = new Logger('Shop plans');
  private readonly movings = new Threads<MovedTask, ReturnType<typeof moved>>(ENTRY, 'moved');
  private readonly plannings = new Threads<PlannedTask, ReturnType<typeof planned>>(ENTRY, 'planned');
  private readonly orderings = new Threads<OrdersTask, OrdersFound>(ENTRY, 'orders');
  private readonly boss: PgBoss;
  private readonly ending = new AbortController();
  private running: Promise<void> = Promise.resolve();
  private opened: () => void = () => undefined;
  /** The queue can be written to */
  private readonly open = new Promise<void>((resolve) => {
    this.opened = resolve;
  });

  constructor(
    @Inject(SERVER_CONFIG) config: ServerConfig,
    private readonly database: DataSource,
    private readonly cards: CardsService,
    private readonly shop: ShopService,
  ) {
    this.boss = openQueue(config.databaseUrl);
    this.boss.on('error', (error) => {
      // The database away: it is asked again by itself.
      this.logger.warn(error.message);
    });
  }

  onApplicationBootstrap(): void {
    this.running = this.run();
  }

  /** Takes what waits, one after the other, until the process ends; a database that is away is asked again later. */
  private async run(): Promise<void> {
    let started = false;
    while (!this.closed) {
      let pauseMs = PAUSE_MS;
      try {
        if (!started) await this.boss.start();
        started = true;
        this.opened();
        const job = (await this.boss.fetch<{ id: string }>(SHOP_PLANS_QUEUE, { includeMetadata: true })).at(0);
        if (job) {
          await this.take(job);
          continue;
        }
      } catch (error) {
        this.logger.warn(error instanceof Error ? error.message : String(error));
        pauseMs = AGAIN_MS;
      }
      await this.pause(pauseMs);
    }
  }

  /** What goes wrong gives the job back to the queue, for another try or process. */
  private async take({ id, data, retryCount }: PgBoss.JobWithMetadata<{ id: string }>): Promise<void> {
    try {
      await this.workAt(data.id);
      await this.boss.complete(SHOP_PLANS_QUEUE, id);
    } catch (error) {
      const words = error instanceof Error ? error.message : String(error);
      this.logger.warn(`${data.id}: ${words}`);
      if (retryCount >= MOST_TRIES)
        await this.database
          .getRepository(ShopPlan)
          .update(
            { id: data.id, status: In(['waiting', 'at work']) },
            { status: 'failed', words: 'It could not be worked out. Leave builds out one by one to see which.', endedAt: new Date() },
          );
      await this.boss.fail(SHOP_PLANS_QUEUE, id, { words });
    }
  }

  private async pause(ms: number): Promise<void> {
    await wait(ms, undefined, { signal: this.ending.signal }).catch(() => undefined);
  }

  private get closed(): boolean {
    return this.ending.signal.aborted;
  }

  /** Puts a plan in the queue, for whichever process is free. */
  async queue(id: string): Promise<void> {
    await this.open;
    await this.boss.send(SHOP_PLANS_QUEUE, { id });
  }

  private async workAt(id: string): Promise<void> {
    const untilMs = performance.now() + SLICE_MS;
    const plans = this.database.getRepository(ShopPlan);
    const first = await plans.createQueryBuilder('plan').addSelect('plan.state').where('plan.id = :id', { id }).getOne();
    if (!first || (first.status !== 'waiting' && first.status !== 'at work')) return;
    const { asked } = first;
    let { edition } = first;
    let state = first.state ?? NOTHING_YET;
    const builds = await this.buildsOf(asked);
    if (!builds) {
      await plans.update(
        { id, edition },
        { status: 'failed', words: 'A build was changed or finished meanwhile. Load the wall anew and ask again.', endedAt: new Date() },
      );
      return;
    }
    for (;;) {
      if (this.closed) throw new Error('the process ends: another one goes on');
      const begunMs = performance.now();
      const next = await this.further(asked, builds, state);
      const usedS = state.usedS + (performance.now() - begunMs) / 1000;
      const done = next === null;
      state = { ...(next ?? state), usedS };
      const { affected } = await plans.update(
        { id, edition, status: In(['waiting', 'at work']) },
        {
          status: done ? 'done' : 'at work',
          state: done ? null : state,
          result: state.search?.schedule ?? null,
          progress: {
            planned: state.planned,
            toPlan: state.planned + state.todo.length,
            orders: state.search?.looked ?? 0,
            byDueMin: state.byDue?.latenessMin ?? null,
            foundMin: state.search?.schedule.latenessMin ?? null,
          },
          ...(done ? { endedAt: new Date() } : {}),
        },
      );
      // Stopped, or another worker was faster.
      if (affected !== 1 || done) return;
      edition += 1;
      if (performance.now() > untilMs) {
        await this.boss.send(SHOP_PLANS_QUEUE, { id });
        return;
      }
    }
  }

  /** One piece more; null: it is done. */
  private async further(asked: AskedShopPlan, builds: readonly BuildWithCards[], state: ShopPlanState): Promise<ShopPlanState | null> {
    const { calendar: shop } = await this.shop.current();
    const free = builds.filter(({ fixed }) => !fixed);
    if (Object.keys(state.ways).length === 0) {
      const days = openDays(shop, asked.from, DAYS);
      const ways = await this.movings.run({ builds: free, shop, days });
      // Day by day, so that every build has early ways first.
      const todo = asked.replan
        ? days
            .slice(0, DAYS_PLANNED)
            .flatMap((startDate) =>
              free.filter(({ id }) => !ways[id].some((way) => way.startDate === startDate)).map(({ id }) => ({ id, startDate })),
            )
        : [];
      return { ...state, ways, todo };
    }
    if (state.todo.length > 0 && state.usedS < asked.seconds * PLANNING_SHARE) {
      const now = state.todo.slice(0, Math.max(1, availableParallelism() - 1));
      const made = await Promise.all(
        now.map(async ({ id, startDate }) => {
          const build = free.find((one) => one.id === id);
          return build ? { id, way: await this.plannings.run({ build, shop, startDate, timeLimitS: PLAN_S }) } : null;
        }),
      );
      const ways = { ...state.ways };
      for (const one of made) if (one?.way) ways[one.id] = [...ways[one.id], one.way];
      return { ...state, ways, todo: state.todo.slice(now.length), planned: state.planned + now.length };
    }
    const looked = state.search?.looked ?? 0;
    if (state.search && (state.usedS >= asked.seconds || looked >= MOST_ORDERS || state.search.schedule.latenessMin === 0)) return null;
    const timeLimitS = Math.max(0.5, Math.min(ORDERS_S, asked.seconds - state.usedS));
    const { byDue, search } = await this.orderings.run({ builds, shop, ways: state.ways, from: state.search, most: MOST_ORDERS, timeLimitS });
    return { ...state, byDue, search };
  }

  /** Builds as they were when the plan was asked for; null: one was changed since. */
  private async buildsOf(asked: AskedShopPlan): Promise<BuildWithCards[] | null> {
    const found: BuildWithCards[] = [];
    for (const { id, version, wantedBy, fixed } of asked.builds) {
      const build = await this.database.getRepository(Build).findOneBy({ id });
      const saved = await this.database.getRepository(BuildVersion).findOneBy({ buildId: id, number: version });
      if (!build || !saved || build.status === 'finished' || build.currentVersion !== version) return null;
      const { plan } = saved.read();
      const { sheets } = await this.cards.libraryFor(plan);
      found.push({ id, name: build.name, plan, wantedBy, fixed, cards: [...sheets.values()] });
    }
    return found;
  }

  async onModuleDestroy(): Promise<void> {
    this.ending.abort();
    await this.running;
    await this.boss.stop({ graceful: false }).catch(() => undefined);
    await Promise.all([this.movings.destroy(), this.plannings.destroy(), this.orderings.destroy()]);
  }
}

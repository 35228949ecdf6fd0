import { Injectable } from '@nestjs/common';
import { DataSource, In, LessThan } from 'typeorm';
import { Build } from '../builds/build.entity.js';
import { idTaken, notFound, ProblemException } from '../errors/problem.js';
import type { Person } from '../people/person.entity.js';
import { sameJson } from '../wire/same-json.js';
import { ShopPlan, type AskedShopPlan } from './shop-plan.entity.js';
import type { NewShopPlanDto } from './shop-plans.dto.js';

/** Plans that are kept to be looked at. */
const LISTED = 10;
/** Plans of everybody that wait or are at work, at most. */
const MOST_OPEN = 5;
const OPEN = In(['waiting', 'at work']);
/** What nobody works at any more is told so after so long [min]. */
const GIVEN_UP_MIN = 60;

@Injectable()
export class ShopPlansService {
  constructor(private readonly database: DataSource) {}

  private get plans() {
    return this.database.getRepository(ShopPlan);
  }

  list(): Promise<ShopPlan[]> {
    return this.plans.find({ relations: { askedBy: true }, order: { askedAt: 'DESC', id: 'ASC' }, take: LISTED });
  }

  /** With what was found. */
  async get(id: string): Promise<ShopPlan> {
    const plan = await this.plans
      .createQueryBuilder('plan')
      .addSelect('plan.result')
      .innerJoinAndSelect('plan.askedBy', 'askedBy')
      .where('plan.id = :id', { id })
      .getOne();
    if (!plan) throw notFound('plan of the shop');
    return plan;
  }

  /**
   * Keeps what is asked; the same asked twice is one plan.
   * @returns whether it is new, and so has to be worked out
   */
  async ask({ id, builds, from, replan, seconds }: NewShopPlanDto, by: Person): Promise<boolean> {
    if (new Set(builds.map((one) => one.id)).size < builds.length) throw new ProblemException(422, 'invalid-fields', 'Name each build once.');
    const stored = await this.database
      .getRepository(Build)
      .find({ where: { id: In(builds.map((one) => one.id)) }, select: { id: true, status: true, currentVersion: true } });
    const asked: AskedShopPlan = {
      builds: builds.map((one) => {
        const build = stored.find((other) => other.id === one.id);
        if (!build || build.status === 'finished')
          throw new ProblemException(422, 'not-open', 'One of the builds is finished or gone. Load the wall anew.');
        return { ...one, version: build.currentVersion, fixed: one.fixed || build.status !== 'planned' };
      }),
      from,
      replan,
      seconds,
    };
    if (asked.builds.every(({ fixed }) => fixed))
      throw new ProblemException(422, 'nothing-free', 'Every one of these builds has begun or stays where it is: there is nothing to plan.');
    await this.plans.update(
      { status: OPEN, askedAt: LessThan(new Date(Date.now() - GIVEN_UP_MIN * 60_000)) },
      { status: 'failed', words: 'Nobody worked at it for an hour.', endedAt: new Date() },
    );
    return this.database.transaction(async (tx) => {
      // Two that are asked at once are counted one after the other.
      await tx.query('lock table shop_plan in share row exclusive mode');
      const kept = await tx.findOneBy(ShopPlan, { id });
      if (kept) {
        if (kept.askedById !== by.id || !sameJson(kept.asked, asked)) throw idTaken('plan of the shop');
        return false;
      }
      if ((await tx.countBy(ShopPlan, { status: OPEN })) >= MOST_OPEN)
        throw new ProblemException(409, 'too-many', `${String(MOST_OPEN)} plans of the shop are being worked out. Wait for one, or stop it.`);
      await tx.insert(ShopPlan, {
        id,
        asked,
        askedById: by.id,
        askedAt: new Date(),
        status: 'waiting',
        progress: { planned: 0, toPlan: 0, orders: 0, byDueMin: null, foundMin: null },
      });
      return true;
    });
  }

  /** Stops it; what was found until then stays to be taken. */
  async stop(id: string): Promise<void> {
    const { affected } = await this.plans.update({ id, status: OPEN }, { status: 'stopped', endedAt: new Date() });
    if (affected === 0) await this.get(id);
  }
}

import { Injectable, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { Sibling } from '@pentimento/core/design';
import { headOf } from '@pentimento/core/plan';
import { DataSource, In, IsNull, Not, Repository, type EntityManager } from 'typeorm';
import { signedPlan } from '../build-log/signed-plan.js';
import { BuildVersion } from '../builds/build-version.entity.js';
import { Build } from '../builds/build.entity.js';
import { CardsService } from '../cards/cards.service.js';
import { Mold } from '../molds/mold.entity.js';
import { ThreadsService } from './threads.service.js';

/** Builds that are judged at once, as many as there may be threads for them and one to come. */
const AT_ONCE = 3;
const AGAIN_MS = 5000;

/**
 * What lists show of builds, worked out when a version is saved and kept with the build: its head at once, the worst that speaks against it and its
 * moments by a thread soon after. What was judged by other rules, or beside other hands of its part, is judged anew.
 */
@Injectable()
export class JudgmentsService implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly waiting = new Set<string>();
  private running = 0;
  private closed = false;
  /** Ends when nothing is left to judge */
  private rest: Promise<void> = Promise.resolve();

  constructor(
    @InjectRepository(Build) private readonly builds: Repository<Build>,
    private readonly database: DataSource,
    private readonly cards: CardsService,
    private readonly threads: ThreadsService,
  ) {}

  /** Rules that judge now. */
  get rules(): string {
    return this.threads.rulesVersion;
  }

  /** Other builds of a part, and molds that came from none, with their hands. */
  async siblings(part: string, but: string): Promise<Sibling[]> {
    const [builds, molds] = await Promise.all([
      this.builds.find({ where: { part, id: Not(but) }, select: { name: true, head: true }, order: { createdAt: 'ASC', id: 'ASC' } }),
      this.database.getRepository(Mold).find({ where: { part, buildId: IsNull() }, select: { number: true, hand: true }, order: { number: 'ASC' } }),
    ]);
    return [
      ...builds.map(({ name, head }): Sibling => ({ name, hand: head?.hand ?? 'none' })),
      ...molds.map(({ number, hand }): Sibling => ({ name: number, hand })),
    ];
  }

  /** Has builds judged whose judgment is open; whoever asks does not wait. */
  judgeSoon(buildIds: readonly string[]): void {
    if (this.closed) return;
    for (const id of buildIds) this.waiting.add(id);
    this.rest = this.work();
  }

  /** Open builds of a part are judged beside each other: one that came, or changed its hand, opens the others' judgments. */
  async reopenPart(tx: EntityManager, part: string): Promise<void> {
    await tx.update(Build, { part, status: Not('finished') }, { judgedBy: null });
  }

  /** Makes the heads that nobody made yet: of an older program, or of builds put in by a script. */
  async onApplicationBootstrap(): Promise<void> {
    const open = await this.builds.find({ where: { head: IsNull() }, select: { id: true, currentVersion: true } });
    for (const { id, currentVersion } of open) {
      const version = await this.database.getRepository(BuildVersion).findOneBy({ buildId: id, number: currentVersion });
      if (!version) continue;
      const { plan } = version.read();
      await this.builds.update({ id }, { head: headOf(plan, await this.cards.libraryFor(plan)) });
    }
  }

  private async work(): Promise<void> {
    const runs: Promise<void>[] = [];
    while (this.running < AT_ONCE && this.waiting.size > 0) {
      this.running += 1;
      runs.push(
        this.workOff().finally(() => {
          this.running -= 1;
        }),
      );
    }
    await Promise.all([this.rest, ...runs]);
  }

  private async workOff(): Promise<void> {
    for (const id of this.waiting) {
      if (this.closed) return;
      this.waiting.delete(id);
      try {
        await this.judge(id);
      } catch {
        // Too busy, or the database away: once more in a while.
        setTimeout(() => {
          this.judgeSoon([id]);
        }, AGAIN_MS).unref();
      }
    }
  }

  private async judge(id: string): Promise<void> {
    const build = await this.builds.findOneBy({ id });
    if (!build || build.status === 'finished') return;
    // Asked for by a list that was read while it was being judged.
    if (build.judgedBy === this.rules) return;
    const version = await this.database.getRepository(BuildVersion).findOneByOrFail({ buildId: id, number: build.currentVersion });
    const plan = await signedPlan(this.database.manager, id, version.read().plan);
    const { sheets } = await this.cards.libraryFor(plan);
    const { worst, moments } = await this.threads.judge({ plan, cards: [...sheets.values()], siblings: await this.siblings(build.part, id) });
    // Saved or reopened meanwhile: this judgment is of what was, and another one is on its way.
    await this.builds.update(
      { id, edition: build.edition, status: In(['planned', 'under way']) },
      { worst, moments: [...moments], judgedBy: this.rules },
    );
  }

  async onModuleDestroy(): Promise<void> {
    this.closed = true;
    this.waiting.clear();
    await this.rest;
  }
}

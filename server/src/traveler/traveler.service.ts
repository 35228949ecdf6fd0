import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { Sibling } from '@pentimento/core/design';
import type { UnitSystem } from '@pentimento/core/units';
import { fileURLToPath } from 'node:url';
import { Repository } from 'typeorm';
import { BuildsService, type BuildWithPlan } from '../builds/builds.service.js';
import { CardsService } from '../cards/cards.service.js';
import { ProblemException } from '../errors/problem.js';
import { Mold } from '../molds/mold.entity.js';
import { Threads } from '../threads/threads.js';
import type { Made, PrintTask, TravelerTask } from './print-thread.js';
import type { Paper } from './traveler-document.js';

/** Built server: a thread runs no TypeScript. */
const ENTRY = fileURLToPath(new URL('../../dist/traveler/print-thread.js', import.meta.url));

/** Sheets and calendars of a saved plan, made in threads; nothing unsaved goes on the wall. */
@Injectable()
export class TravelerService implements OnModuleDestroy {
  private readonly prints = new Threads<PrintTask, Made<Uint8Array>>(ENTRY, 'print');
  private readonly calendars = new Threads<TravelerTask, Made<string>>(ENTRY, 'calendar');

  constructor(
    private readonly builds: BuildsService,
    private readonly cards: CardsService,
    @InjectRepository(Mold) private readonly molds: Repository<Mold>,
  ) {}

  async pdf(buildId: string, paper: Paper, system: UnitSystem, origin: string): Promise<{ name: string; bytes: Buffer }> {
    const task = await this.taskFor(buildId, origin);
    return { name: task.build.name, bytes: Buffer.from(made(await this.prints.run({ ...task, paper, system }))) };
  }

  async calendar(buildId: string, origin: string): Promise<{ name: string; text: string }> {
    const task = await this.taskFor(buildId, origin);
    return { name: task.build.name, text: made(await this.calendars.run(task)) };
  }

  async onModuleDestroy(): Promise<void> {
    await Promise.all([this.prints.destroy(), this.calendars.destroy()]);
  }

  private async taskFor(buildId: string, origin: string): Promise<TravelerTask> {
    const found = await this.builds.get(buildId);
    const { build, version } = found;
    const { plan } = version.read();
    const { sheets } = await this.cards.libraryFor(plan);
    return {
      build: { id: build.id, name: build.name, part: build.part },
      version: { number: version.number, madeBy: version.madeBy.name },
      plan,
      cards: [...sheets.values()],
      siblings: await this.siblings(found),
      url: `${origin}/builds/${build.id}`,
    };
  }

  /** Other builds and molds of the same part, with their hands. */
  private async siblings({ build }: BuildWithPlan): Promise<Sibling[]> {
    const builds = (await this.builds.list()).filter((one) => one.build.part === build.part && one.build.id !== build.id);
    const molds = await this.molds.findBy({ part: build.part });
    return [
      ...builds.map(({ build: { name }, version }): Sibling => ({ name, hand: version.read().plan.mold.intake?.hand ?? 'none' })),
      ...molds.filter(({ buildId }) => buildId === null).map(({ number, hand }): Sibling => ({ name: number, hand })),
    ];
  }
}

/** @throws ProblemException (422) saying why nothing was made */
function made<T>(result: Made<T>): T {
  if (result.ok) return result.value;
  throw new ProblemException(422, result.code, result.why);
}

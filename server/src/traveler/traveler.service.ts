import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import type { UnitSystem } from '@pentimento/core/units';
import { fileURLToPath } from 'node:url';
import { DataSource } from 'typeorm';
import { signedPlan } from '../build-log/signed-plan.js';
import { BuildsService } from '../builds/builds.service.js';
import { CardsService } from '../cards/cards.service.js';
import { ProblemException } from '../errors/problem.js';
import { JudgmentsService } from '../judging/judgments.service.js';
import { Threads } from '../threads/threads.js';
import type { Made, PrintTask, TravelerTask } from './print-thread.js';
import type { Paper } from './traveler-document.js';

/** Built server: a thread runs no TypeScript. */
const ENTRY = fileURLToPath(new URL('../../dist/traveler/print-thread.js', import.meta.url));

/** Sheets and calendars of a saved plan with what was signed at the bench, made in threads; nothing unsaved goes on the wall. */
@Injectable()
export class TravelerService implements OnModuleDestroy {
  private readonly prints = new Threads<PrintTask, Made<Uint8Array>>(ENTRY, 'print');
  private readonly calendars = new Threads<TravelerTask, Made<string>>(ENTRY, 'calendar');

  constructor(
    private readonly builds: BuildsService,
    private readonly cards: CardsService,
    private readonly judgments: JudgmentsService,
    private readonly database: DataSource,
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
    const { build, version } = await this.builds.get(buildId);
    const plan = await signedPlan(this.database.manager, build.id, version.read().plan);
    const { sheets } = await this.cards.libraryFor(plan);
    return {
      build: { id: build.id, name: build.name, part: build.part },
      version: { number: version.number, madeBy: version.madeBy.name },
      plan,
      cards: [...sheets.values()],
      siblings: await this.judgments.siblings(build.part, build.id),
      url: `${origin}/builds/${build.id}`,
    };
  }
}

/** @throws ProblemException (422) saying why nothing was made */
function made<T>(result: Made<T>): T {
  if (result.ok) return result.value;
  throw new ProblemException(422, result.code, result.why);
}

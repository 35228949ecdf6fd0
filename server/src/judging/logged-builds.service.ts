import { Injectable } from '@nestjs/common';
import { isStepEntry, type StepEntry } from '@pentimento/core/log';
import { cardNumber } from '@pentimento/core/materials';
import type { LoggedBuild } from '@pentimento/core/threads';
import { parseISO } from 'date-fns';
import { DataSource, In, Not } from 'typeorm';
import { StepLogEntry } from '../build-log/step-entry.entity.js';
import { BuildVersion } from '../builds/build-version.entity.js';
import { Build } from '../builds/build.entity.js';
import { CardsService } from '../cards/cards.service.js';
import { StoredLot } from '../lots/lot.entity.js';
import { ThreadsService } from './threads.service.js';

/** Builds that are looked through: the newest. */
const MOST_BUILDS = 200;

/** What follows from one build's log. */
export interface FromLog<T> {
  readonly buildId: string;
  readonly entries: readonly StepEntry[];
  readonly result: T;
}

interface Kept<T> {
  /** What it follows from */
  readonly of: string;
  readonly result: T;
}

/** Builds of the shop that have a log, and what a thread makes of each; what was made stays until plan, log or rules change. */
@Injectable()
export class LoggedBuildsService {
  constructor(
    private readonly database: DataSource,
    private readonly cards: CardsService,
    private readonly threads: ThreadsService,
  ) {}

  /** Reads every build with a log, the newest first; what was made of one before is not made again. */
  reader<T>(of: (build: LoggedBuild) => Promise<T>): () => Promise<FromLog<T>[]> {
    const known = new Map<string, Kept<T>>();
    return () => this.each(of, known);
  }

  private async each<T>(of: (build: LoggedBuild) => Promise<T>, known: Map<string, Kept<T>>): Promise<FromLog<T>[]> {
    const builds = await this.database.getRepository(Build).find({
      where: { status: Not('planned') },
      select: { id: true, currentVersion: true },
      order: { changedAt: 'DESC' },
      take: MOST_BUILDS,
    });
    if (builds.length === 0) return [];
    const rows = await this.database.getRepository(StepLogEntry).find({
      where: { buildId: In(builds.map(({ id }) => id)) },
      relations: { madeBy: true },
      order: { at: 'ASC' },
    });
    const found: FromLog<T>[] = [];
    for (const { id, currentVersion } of builds) {
      const lines = rows.filter(({ buildId }) => buildId === id).map((row) => ({ ...row, at: row.at.toISOString(), madeBy: row.madeBy.name }));
      if (lines.length === 0) continue;
      const key = `${String(currentVersion)} ${String(lines.length)} ${this.threads.rulesVersion}`;
      const before = known.get(id);
      const result = before?.of === key ? before.result : await of(await this.loggedBuild(id, currentVersion, lines));
      known.set(id, { of: key, result });
      found.push({ buildId: id, entries: lines.flatMap((line): StepEntry[] => (isStepEntry(line) ? [line] : [])), result });
    }
    return found;
  }

  private async loggedBuild(buildId: string, version: number, entries: LoggedBuild['entries']): Promise<LoggedBuild> {
    const stored = await this.database.getRepository(BuildVersion).findOneByOrFail({ buildId, number: version });
    const { plan } = stored.read();
    const { sheets } = await this.cards.libraryFor(plan);
    const lots = (await this.database.getRepository(StoredLot).find()).map((lot) => {
      const card = sheets.get(lot.cardId);
      return { ...lot, shelfLifeDays: card ? cardNumber(card, 'shelfLifeDays') : null };
    });
    return {
      plan,
      cards: [...sheets.values()],
      entries,
      lots,
      minutes: Object.fromEntries(entries.map(({ at }) => [at, (parseISO(at).getTime() - parseISO(plan.startDate).getTime()) / 60_000])),
    };
  }
}

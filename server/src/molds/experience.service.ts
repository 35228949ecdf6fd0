import { Injectable } from '@nestjs/common';
import { findingRates, type BuildExperience, type FindingRate } from '@pentimento/core/diagnosis';
import { findingKinds, isStepEntry, readingsOf, type FindingKind, type StepEntry } from '@pentimento/core/log';
import { cardNumber } from '@pentimento/core/materials';
import { parseISO } from 'date-fns';
import { DataSource, In, Not } from 'typeorm';
import { StepLogEntry } from '../build-log/step-entry.entity.js';
import { BuildVersion } from '../builds/build-version.entity.js';
import { Build } from '../builds/build.entity.js';
import { CardsService } from '../cards/cards.service.js';
import { ThreadsService } from '../judging/threads.service.js';
import { StoredLot } from '../lots/lot.entity.js';
import { StoredMoldEntry } from './mold-entry.entity.js';
import { Mold } from './mold.entity.js';

/** Builds that are looked through: the newest. */
const MOST_BUILDS = 200;

/** Which of the shop's own findings came with which evidence, over all builds with a log. */
@Injectable()
export class ExperienceService {
  /** Evidence of a build, by what it follows from */
  private readonly known = new Map<string, { readonly of: string; readonly evidence: BuildExperience['evidence'] }>();
  private running: Promise<FindingRate[]> | null = null;

  constructor(
    private readonly database: DataSource,
    private readonly cards: CardsService,
    private readonly threads: ThreadsService,
  ) {}

  /** One at a time: who asks meanwhile gets the same. */
  rates(): Promise<FindingRate[]> {
    this.running ??= this.worked().finally(() => {
      this.running = null;
    });
    return this.running;
  }

  private async worked(): Promise<FindingRate[]> {
    const builds = await this.database.getRepository(Build).find({
      where: { status: Not('planned') },
      select: { id: true, currentVersion: true },
      order: { changedAt: 'DESC' },
      take: MOST_BUILDS,
    });
    const ids = builds.map(({ id }) => id);
    const entries =
      ids.length === 0 ? [] : await this.database.getRepository(StepLogEntry).find({ where: { buildId: In(ids) }, order: { at: 'ASC' } });
    const onMolds = await this.foundOnMolds(ids);
    const experiences: BuildExperience[] = [];
    for (const { id, currentVersion } of builds) {
      const own = entries.filter(({ buildId }) => buildId === id);
      if (own.length === 0) continue;
      const lines = own.map((row) => ({ ...row, at: row.at.toISOString(), madeBy: '' }));
      const read = lines.flatMap((line): StepEntry[] => (isStepEntry(line) ? [line] : []));
      const found = new Set<FindingKind>([...readingsOf(read, 'finding').map(({ data }) => data.what), ...(onMolds.get(id) ?? [])]);
      experiences.push({ found: [...found], evidence: await this.evidenceOf(id, currentVersion, lines) });
    }
    return findingRates(experiences);
  }

  private async evidenceOf(
    buildId: string,
    version: number,
    lines: Parameters<ThreadsService['evidence']>[0]['entries'],
  ): Promise<BuildExperience['evidence']> {
    const of = `${String(version)} ${String(lines.length)} ${this.threads.rulesVersion}`;
    const before = this.known.get(buildId);
    if (before?.of === of) return before.evidence;
    const stored = await this.database.getRepository(BuildVersion).findOneByOrFail({ buildId, number: version });
    const { plan } = stored.read();
    const { sheets } = await this.cards.libraryFor(plan);
    const lots = (await this.database.getRepository(StoredLot).find()).map((lot) => {
      const card = sheets.get(lot.cardId);
      return { ...lot, shelfLifeDays: card ? cardNumber(card, 'shelfLifeDays') : null };
    });
    const evidence = await this.threads.evidence({
      plan,
      cards: [...sheets.values()],
      entries: lines,
      lots,
      minutes: Object.fromEntries(lines.map(({ at }) => [at, (parseISO(at).getTime() - parseISO(plan.startDate).getTime()) / 60_000])),
    });
    this.known.set(buildId, { of, evidence });
    return evidence;
  }

  /** Kinds of findings on the molds that came of some builds, those taken back left out. */
  private async foundOnMolds(buildIds: readonly string[]): Promise<Map<string, FindingKind[]>> {
    const molds =
      buildIds.length === 0
        ? []
        : await this.database.getRepository(Mold).find({ where: { buildId: In([...buildIds]) }, select: { id: true, buildId: true } });
    const byId = new Map(molds.map(({ id, buildId }) => [id, buildId]));
    const rows =
      molds.length === 0 ? [] : await this.database.getRepository(StoredMoldEntry).find({ where: { moldId: In([...byId.keys()]), kind: 'finding' } });
    const back = new Set(rows.flatMap(({ reverses }) => reverses ?? []));
    const found = new Map<string, FindingKind[]>();
    for (const row of rows) {
      const buildId = byId.get(row.moldId);
      const what = kindOf(row.data);
      if (row.reverses !== null || back.has(row.id) || !buildId || !what) continue;
      found.set(buildId, [...(found.get(buildId) ?? []), what]);
    }
    return found;
  }
}

function kindOf(data: object): FindingKind | null {
  const what: unknown = Reflect.get(data, 'what');
  return findingKinds.find((kind) => kind === what) ?? null;
}

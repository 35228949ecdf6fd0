import { Injectable } from '@nestjs/common';
import { findingRates, type BuildExperience, type FindingRate } from '@pentimento/core/diagnosis';
import { findingKinds, readingsOf, type FindingKind } from '@pentimento/core/log';
import { DataSource, In } from 'typeorm';
import { LoggedBuildsService, type FromLog } from '../judging/logged-builds.service.js';
import { ThreadsService } from '../judging/threads.service.js';
import { StoredMoldEntry } from './mold-entry.entity.js';
import { Mold } from './mold.entity.js';

/** Which of the shop's own findings came with which evidence, over all builds with a log. */
@Injectable()
export class ExperienceService {
  private running: Promise<FindingRate[]> | null = null;
  private readonly read: () => Promise<FromLog<BuildExperience['evidence']>[]>;

  constructor(
    private readonly database: DataSource,
    logged: LoggedBuildsService,
    threads: ThreadsService,
  ) {
    this.read = logged.reader((build) => threads.evidence(build));
  }

  /** One at a time: who asks meanwhile gets the same. */
  rates(): Promise<FindingRate[]> {
    this.running ??= this.worked().finally(() => {
      this.running = null;
    });
    return this.running;
  }

  private async worked(): Promise<FindingRate[]> {
    const logged = await this.read();
    const onMolds = await this.foundOnMolds(logged.map(({ buildId }) => buildId));
    return findingRates(
      logged.map(({ buildId, entries, result }): BuildExperience => {
        const found = new Set<FindingKind>([...readingsOf(entries, 'finding').map(({ data }) => data.what), ...(onMolds.get(buildId) ?? [])]);
        return { found: [...found], evidence: result };
      }),
    );
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

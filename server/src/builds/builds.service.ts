import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { DomainError } from '@pentimento/core/errors';
import { headOf, keepCardVersions, type BuildHead, type PlanDocument } from '@pentimento/core/plan';
import { moldBlocks, LEAST_REASON } from '@pentimento/core/release';
import { DataSource, Repository, type EntityManager } from 'typeorm';
import { CardsService } from '../cards/cards.service.js';
import { idTaken, notFound, ProblemException } from '../errors/problem.js';
import { JudgmentsService } from '../judging/judgments.service.js';
import { ThreadsService } from '../judging/threads.service.js';
import { nextMoldNumber } from '../molds/mold-number.js';
import { Mold } from '../molds/mold.entity.js';
import { sameJson } from '../wire/same-json.js';
import { refuseUnlessMay } from '../people/may.js';
import type { Person } from '../people/person.entity.js';
import { Build } from './build.entity.js';
import { BuildVersion } from './build-version.entity.js';
import {
  toBuildHeadDto,
  type BuildRow,
  type BuildsDto,
  type BuildsQueryDto,
  type FinishBuildDto,
  type NewBuildDto,
  type NewVersionDto,
} from './builds.dto.js';
import { signedPlan } from '../build-log/signed-plan.js';
import { likePattern, PAGE } from '../wire/page.js';
import { handOver } from '../molds/hand-over.js';
import { keepStanding } from '../molds/standings.js';

export interface BuildWithPlan {
  readonly build: Build;
  readonly version: BuildVersion;
  readonly moldId: string | null;
}

/** Builds of a search; of one kind, or all. */
const BUILDS_WHERE = `where ($1::text is null or b.names like lower($1)) and ($2::boolean is null or (b.status = 'finished') = $2)`;
const BUILD_HEADS = `select b.id, b.name, b.part, b.status, b.current_version as number, b.changed_at as "changedAt", b.head, b.worst, b.moments,
    b.judged_by as "judgedBy", v.note, p.name as "madeBy", v.made_at as "madeAt", m.id as "moldId"
  from (select * from build b ${BUILDS_WHERE} order by b.changed_at desc, b.id limit $3 offset $4) b join build_version v on v.build_id = b.id and v.number = b.current_version join person p on p.id = v.made_by
  left join mold m on m.build_id = b.id order by b.changed_at desc, b.id`;

interface BuildCounts {
  readonly edition: string;
  readonly total: number;
}

const asked = ({ search, finished }: Pick<BuildsQueryDto, 'search' | 'finished'>): [string | null, boolean | null] => [
  likePattern(search),
  finished === undefined ? null : finished === 'yes',
];

@Injectable()
export class BuildsService {
  constructor(
    @InjectRepository(Build) private readonly builds: Repository<Build>,
    @InjectRepository(BuildVersion) private readonly versions: Repository<BuildVersion>,
    private readonly database: DataSource,
    private readonly cards: CardsService,
    private readonly threads: ThreadsService,
    private readonly judgments: JudgmentsService,
  ) {}

  /** How many builds a search finds, and what changes with every change of any build or of whoever made one, in one look at all. */
  async counts({ search, finished }: Pick<BuildsQueryDto, 'search' | 'finished'>): Promise<BuildCounts> {
    const [{ edition, total }]: { edition: string; total: string }[] = await this.database.query(
      `select count(*) || ' ' || coalesce(sum(edition), 0) || ' ' || (select md5(string_agg(name, E'\n' order by id)) from person) as edition,
         (select count(*) from build b ${BUILDS_WHERE}) as total
       from build`,
      asked({ search, finished }),
    );
    return { edition, total: Number(total) };
  }

  /** Heads of builds, the last changed first; what is not judged by today's rules is judged soon. */
  async list({ offset, limit, units = 'metric', ...query }: BuildsQueryDto, { total }: Pick<BuildCounts, 'total'>): Promise<BuildsDto> {
    const rows: BuildRow[] = await this.database.query(BUILD_HEADS, [...asked(query), limit ?? PAGE, offset ?? 0]);
    const open = rows.filter(({ status, judgedBy }) => status !== 'finished' && judgedBy !== this.judgments.rules);
    this.judgments.judgeSoon(open.map(({ id }) => id));
    return { total, builds: rows.map((row) => toBuildHeadDto(row, { rules: this.judgments.rules, units })) };
  }

  async get(id: string): Promise<BuildWithPlan> {
    const build = await this.builds.findOneBy({ id });
    if (!build) throw notFound('build');
    return this.withPlan(this.database.manager, build);
  }

  history(buildId: string): Promise<BuildVersion[]> {
    return this.versions.find({
      where: { buildId },
      relations: { madeBy: true },
      order: { number: 'DESC' },
      select: { buildId: true, number: true, note: true, madeAt: true, madeBy: { id: true, name: true } },
    });
  }

  async version(buildId: string, number: number): Promise<BuildVersion> {
    const version = await this.versions.findOne({ where: { buildId, number }, relations: { madeBy: true } });
    if (!version) throw notFound('version');
    return version;
  }

  /** A repeated post with the same id answers with what the first one made. */
  async create(input: NewBuildDto, by: Person): Promise<BuildWithPlan> {
    const { plan, head } = await this.sound(input.plan);
    const now = new Date();
    await this.database.transaction(async (tx) => {
      const inserted: { raw: unknown } = await tx
        .createQueryBuilder()
        .insert()
        .into(Build)
        .values({ id: input.id, name: input.name, part: input.part, status: 'planned', currentVersion: 1, createdAt: now, changedAt: now, head })
        .orIgnore()
        .returning('id')
        .execute();
      if (!Array.isArray(inserted.raw) || inserted.raw.length === 0) {
        const first = await tx.findOneOrFail(BuildVersion, { where: { buildId: input.id, number: 1 } });
        const kept = await tx.findOneByOrFail(Build, { id: input.id });
        if (kept.name !== input.name || kept.part !== input.part || first.note !== input.note || !samePlan(first.stored, plan))
          throw idTaken('build');
        return;
      }
      await tx.insert(BuildVersion, { buildId: input.id, number: 1, stored: plan, note: input.note, madeById: by.id, madeAt: now });
      await this.judgments.reopenPart(tx, input.part);
    });
    return this.judged(input.id);
  }

  /** Saves a new version on top of the one that was edited, or refuses when another came first. */
  async save(buildId: string, input: NewVersionDto, by: Person): Promise<BuildWithPlan> {
    const { plan, head } = await this.sound(input.plan);
    await this.database.transaction(async (tx) => {
      const build = await lockBuild(tx, buildId);
      if (input.saveId !== undefined && (await sentBefore(tx, { buildId, saveId: input.saveId, note: input.note, plan }))) return;
      if (build.status === 'finished') throw new ProblemException(409, 'finished', 'This build became a mold. Its plan stays as it was built.');
      if (build.currentVersion !== input.baseVersion) throw await staleVersion(tx, build);
      const { madeById } = await tx.findOneByOrFail(BuildVersion, { buildId, number: build.currentVersion });
      if (madeById !== by.id) refuseUnlessMay(by, 'rewrite');
      const number = build.currentVersion + 1;
      const now = new Date();
      await tx.insert(BuildVersion, { buildId, number, saveId: input.saveId ?? null, stored: plan, note: input.note, madeById: by.id, madeAt: now });
      await tx.update(Build, { id: buildId }, { currentVersion: number, changedAt: now, head, judgedBy: null });
      if (build.head?.hand !== head.hand) await this.judgments.reopenPart(tx, build.part);
    });
    return this.judged(buildId);
  }

  /** Turns a build into a numbered mold on the rack; a repeated post answers with the same mold. */
  async finish(buildId: string, input: FinishBuildDto, by: Person): Promise<Mold> {
    return this.database.transaction(async (tx) => {
      const build = await lockBuild(tx, buildId);
      const already = await tx.findOneBy(Mold, { buildId });
      if (already?.id === input.moldId) return already;
      if (already) throw new ProblemException(409, 'finished', `This build is mold ${already.number} already.`, { moldId: already.id });
      const version = await tx.findOneByOrFail(BuildVersion, { buildId, number: build.currentVersion });
      const { plan } = version.read();
      if (plan.sections.every(({ sessions }) => sessions.length === 0))
        throw new ProblemException(422, 'empty-plan', 'This plan has no sessions. Plan the stack before finishing it into a mold.');
      const planned = plan.mold.intake?.hand ?? 'none';
      if (planned !== 'none' && input.hand !== planned)
        throw new ProblemException(
          422,
          'other-hand',
          `This build is planned as the ${planned} hand, not ${input.hand}. Hold it against the drawing; if the plan is wrong, change it and save first.`,
        );
      const blocks = moldBlocks(await signedPlan(tx, buildId, plan), await this.cards.libraryFor(plan));
      const reason = input.reason?.trim() ?? '';
      if (blocks.length > 0 && reason.length < LEAST_REASON)
        throw new ProblemException(
          422,
          'not-ready',
          `Still open: ${blocks.join('; ')}. Have it done and signed first, or say why it is finished all the same (at least ${String(LEAST_REASON)} characters; it is kept with your name).`,
          { open: blocks },
        );
      const number = await nextMoldNumber(tx);
      await tx.insert(Mold, {
        id: input.moldId,
        number,
        buildId,
        buildVersion: build.currentVersion,
        part: build.part,
        hand: input.hand,
        releaseProgramId: input.releaseProgramId,
        finishedById: by.id,
        finishedAt: new Date(),
        finishReason: blocks.length > 0 ? reason : null,
        sections: plan.sections.length > 1 ? plan.sections.map(({ name }) => name) : [],
      });
      await handOver(tx, { buildId, moldId: input.moldId, plan, by });
      await keepStanding(tx, await tx.findOneByOrFail(Mold, { id: input.moldId }));
      await tx.update(Build, { id: buildId }, { status: 'finished', changedAt: new Date() });
      return tx.findOneByOrFail(Mold, { id: input.moldId });
    });
  }

  /** A plan is kept only if it can be simulated, and with the versions of its cards. */
  private async sound(input: PlanDocument): Promise<{ plan: PlanDocument; head: BuildHead }> {
    const plan = keepCardVersions(input, await this.cards.list());
    const library = await this.cards.libraryFor(plan);
    const checked = await this.threads.check({ plan, cards: [...library.sheets.values()] });
    if (checked.ok) return { plan, head: headOf(plan, library) };
    if ('refused' in checked) throw new DomainError(checked.refused);
    throw new ProblemException(422, `simulation-${checked.status}`, `This plan cannot be simulated: ${checked.message}.`);
  }

  /** The build as it was saved, its judgment on the way. */
  private async judged(id: string): Promise<BuildWithPlan> {
    const saved = await this.get(id);
    this.judgments.judgeSoon([id]);
    return saved;
  }

  private async withPlan(tx: EntityManager, build: Build): Promise<BuildWithPlan> {
    const version = await tx.findOneOrFail(BuildVersion, { where: { buildId: build.id, number: build.currentVersion }, relations: { madeBy: true } });
    const mold = await tx.findOne(Mold, { where: { buildId: build.id }, select: { id: true } });
    return { build, version, moldId: mold?.id ?? null };
  }
}

/** Versions of cards that the sender left open may have moved on between two tries. */
function samePlan(stored: object, sent: PlanDocument): boolean {
  return sameJson({ ...stored, cardVersions: null }, { ...sent, cardVersions: null });
}

/** Whether this save is stored already. */
async function sentBefore(tx: EntityManager, sent: { buildId: string; saveId: string; note: string; plan: PlanDocument }): Promise<boolean> {
  const kept = await tx.findOneBy(BuildVersion, { saveId: sent.saveId });
  if (!kept) return false;
  if (kept.buildId === sent.buildId && kept.note === sent.note && samePlan(kept.stored, sent.plan)) return true;
  throw idTaken('save');
}

async function lockBuild(tx: EntityManager, id: string): Promise<Build> {
  const build = await tx.findOne(Build, { where: { id }, lock: { mode: 'pessimistic_write' } });
  if (!build) throw notFound('build');
  return build;
}

async function staleVersion(tx: EntityManager, build: Build): Promise<ProblemException> {
  const newest = await tx.findOneOrFail(BuildVersion, { where: { buildId: build.id, number: build.currentVersion }, relations: { madeBy: true } });
  return new ProblemException(
    409,
    'stale-version',
    `${newest.madeBy.name} saved version ${String(newest.number)} while you were editing. Your changes are kept here: look at the newer version, then save yours on top or drop it.`,
    { currentVersion: newest.number, madeBy: newest.madeBy.name, madeAt: newest.madeAt.toISOString() },
  );
}

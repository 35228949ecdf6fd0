import { addMinutes, isAfter } from 'date-fns';
import { Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { checkPullDetail, checkTreatmentDetail, moldFacts, zonesOfSections, type PullDetail, type TreatmentDetail } from '@pentimento/core/mold';
import { standingOf, type MoldStanding, type TreatmentKind } from '@pentimento/core/service';
import { DataSource, IsNull, Raw, Repository, type EntityTarget } from 'typeorm';
import { idTaken, notFound, ProblemException } from '../errors/problem.js';
import { refuseUnlessMay } from '../people/may.js';
import type { Person } from '../people/person.entity.js';
import { AHEAD_MIN, pastMoment } from '../wire/past-moment.js';
import { Mold } from './mold.entity.js';
import { sameJson } from '../wire/same-json.js';
import type {
  LogbookDto,
  MoldDto,
  MoldFactsDto,
  MoldHeadDto,
  NewPullDto,
  NewTreatmentDto,
  RackDto,
  RackQueryDto,
  StandingDto,
  UndoDto,
} from './molds.dto.js';
import { likePattern, PAGE } from '../wire/page.js';
import { logbookPage } from './logbook.js';
import { keepStanding, keepStandings } from './standings.js';
import { Pull, Treatment } from './service-records.entity.js';

/** Records of one kind that were not taken back, oldest first, as rows. */
const COUNTING = (table: 'pull' | 'treatment', column: 'ease' | 'kind'): string =>
  `(select coalesce(json_agg(json_build_array(at, ${column}, data) order by at, id), '[]') from ${table} r where mold_id = $1 and reverses is null
     and not exists (select 1 from ${table} back where back.reverses = r.id))`;
const SERIES = `select ${COUNTING('pull', 'ease')} as pulls, ${COUNTING('treatment', 'kind')} as coats`;

const ORDERS = {
  due: { urgency: 'ASC', number: 'ASC', id: 'ASC' },
  part: { part: 'ASC', hand: 'ASC', number: 'ASC', id: 'ASC' },
  customer: { customer: 'ASC', part: 'ASC', number: 'ASC', id: 'ASC' },
} as const;

interface RackCounts {
  /** Changes with every change of any mold */
  readonly edition: string;
  readonly total: number;
  readonly due: number;
}

/** Molds that are summed up at once at a start. */
const AT_ONCE = 100;

@Injectable()
export class MoldsService implements OnApplicationBootstrap {
  constructor(
    @InjectRepository(Mold) private readonly molds: Repository<Mold>,
    private readonly database: DataSource,
  ) {}

  /** Changes with every change of any mold. */
  async edition(): Promise<(string | number)[]> {
    const [row]: { n: string; sum: string }[] = await this.database.query('select count(*) as n, coalesce(sum(edition), 0) as sum from mold');
    return [row.n, row.sum];
  }

  /** What a search of the rack finds, and its edition, in one look at all molds. */
  async counts({ search }: Pick<RackQueryDto, 'search'>): Promise<RackCounts> {
    const [{ edition, total, due }]: { edition: string; total: string; due: string }[] = await this.database.query(
      `select count(*) || ' ' || coalesce(sum(edition), 0) as edition, count(*) filter (where fits) as total, count(*) filter (where fits and urgency = 0) as due
        from (select edition, urgency, $1::text is null or names like lower($1) as fits from mold) m`,
      [likePattern(search)],
    );
    return { edition, total: Number(total), due: Number(due) };
  }

  async rack({ search, offset, limit, order = 'due' }: RackQueryDto, { total, due }: RackCounts): Promise<RackDto> {
    const pattern = likePattern(search);
    const molds = await this.molds.find({
      where: pattern === null ? {} : { names: Raw((names) => `${names} like lower(:pattern)`, { pattern }) },
      order: ORDERS[order],
      skip: offset ?? 0,
      take: limit ?? PAGE,
    });
    return { total, due, molds: molds.map(toHead) };
  }

  async head(id: string): Promise<MoldHeadDto> {
    return toHead(await this.requireMold(id));
  }

  async get(id: string): Promise<MoldDto> {
    const mold = await this.requireMold(id);
    const [{ pulls, coats }]: { pulls: PullRow[]; coats: CoatRow[] }[] = await this.database.query(SERIES, [id]);
    return {
      ...toHead(mold),
      pulls: pulls.map(([at, ease, data]) => ({ at: new Date(at).toISOString(), ease, data })),
      coats: coats.map(([at, kind, data]) => ({ at: new Date(at).toISOString(), kind, data })),
      facts: toFacts(mold),
    };
  }

  async logbook(id: string, after: string | undefined): Promise<LogbookDto> {
    await this.requireMold(id);
    return logbookPage(this.database.manager, id, after);
  }

  /** Sums up molds that nobody summed up yet: of an older program, or put in by a script. */
  async onApplicationBootstrap(): Promise<void> {
    for (;;) {
      const open = await this.molds.find({
        where: { standing: IsNull() },
        select: { id: true, releaseProgramId: true, sections: true },
        take: AT_ONCE,
      });
      if (open.length === 0) return;
      await keepStandings(this.database.manager, open);
    }
  }

  async addPull(moldId: string, input: NewPullDto, by: Person): Promise<MoldHeadDto> {
    const { finishedAt } = await this.requireMold(moldId);
    const at = pastMoment(input.at);
    if (isAfter(finishedAt, addMinutes(at, AHEAD_MIN)))
      throw new ProblemException(
        422,
        'before-the-mold',
        `There was no mold yet at ${input.at}: it was finished ${finishedAt.toISOString()}. Correct the date.`,
      );
    const data = input.data ?? null;
    if (data !== null) checkPullDetail(data);
    await this.append(Pull, { id: input.id, moldId, at, ease: input.ease, data, reverses: null, note: input.note, madeById: by.id });
    return this.head(moldId);
  }

  /** Takes a mistaken pull back with a counter-entry; the mistake stays on record. */
  async undoPull(moldId: string, pullId: string, input: UndoDto, by: Person): Promise<MoldHeadDto> {
    await this.mayTakeBack(Pull, 'pull', { moldId, recordId: pullId, undoId: input.id, by });
    await this.append(Pull, { id: input.id, moldId, at: new Date(), ease: null, data: null, reverses: pullId, note: input.note, madeById: by.id });
    return this.head(moldId);
  }

  async addTreatment(moldId: string, input: NewTreatmentDto, by: Person): Promise<MoldHeadDto> {
    await this.requireMold(moldId);
    const { id, kind, note, data = null } = input;
    if (data !== null) checkTreatmentDetail(data);
    await this.append(Treatment, { id, moldId, at: pastMoment(input.at), kind, data, reverses: null, note, madeById: by.id });
    return this.head(moldId);
  }

  /** Takes a mistaken treatment back, as a pull is. */
  async undoTreatment(moldId: string, treatmentId: string, input: UndoDto, by: Person): Promise<MoldHeadDto> {
    const { kind } = await this.mayTakeBack(Treatment, 'treatment', { moldId, recordId: treatmentId, undoId: input.id, by });
    await this.append(Treatment, {
      id: input.id,
      moldId,
      at: new Date(),
      kind,
      data: null,
      reverses: treatmentId,
      note: input.note,
      madeById: by.id,
    });
    return this.head(moldId);
  }

  /** @throws ProblemException for a record that is not there, a counter-entry, or one that was taken back before */
  private async mayTakeBack<T extends Pull | Treatment>(entity: new () => T, what: 'pull' | 'treatment', asked: TakeBack): Promise<T> {
    const { moldId, recordId, undoId, by } = asked;
    const repository: Repository<ServiceRecord> = this.database.getRepository<ServiceRecord>(entity);
    const record = await repository.findOneBy({ id: recordId, moldId });
    if (!(record instanceof entity)) throw notFound(what);
    if (record.madeById !== by.id) refuseUnlessMay(by, 'takeBack');
    if (record.reverses !== null) throw new ProblemException(422, `not-a-${what}`, `A counter-entry cannot be taken back. Log the ${what} again.`);
    const already = await repository.findOneBy({ reverses: recordId });
    if (already && already.id !== undoId) throw new ProblemException(409, 'already-undone', `This ${what} was taken back before.`);
    return record;
  }

  private async requireMold(id: string): Promise<Mold> {
    const mold = await this.molds.findOneBy({ id });
    if (!mold) throw notFound('mold');
    return mold;
  }

  /** Appends a record once and sums the mold up anew with it: the same again changes nothing, the same id with other content is refused. */
  private async append<T extends ServiceRecord>(entity: EntityTarget<T>, record: Written): Promise<void> {
    await this.database.transaction(async (tx) => {
      // Two records of one mold at once are summed up one after the other.
      const mold = await tx.findOneOrFail(Mold, { where: { id: record.moldId }, lock: { mode: 'pessimistic_write' } });
      const repository = tx.getRepository<ServiceRecord>(entity);
      const inserted: { raw: unknown } = await repository.createQueryBuilder().insert().values(record).orIgnore().returning('id').execute();
      const kept = await repository.findOneBy({ id: record.id });
      if (!kept) throw new ProblemException(409, 'already-undone', 'This record was taken back before.');
      // A counter-entry gets the server's moment, which differs from try to try.
      const told = Object.entries(record).filter(([key]) => key !== 'at' || record.reverses === undefined || record.reverses === null);
      const same = told.every(([key, value]) => sameValue(value, Reflect.get(kept, key)));
      if (!same) throw idTaken('record');
      if (Array.isArray(inserted.raw) && inserted.raw.length > 0) await keepStanding(tx, mold);
    });
  }
}

/** Moment and ease, moment and kind, and what else was said. */
type PullRow = readonly [at: string, ease: number | null, data: PullDetail | null];
type CoatRow = readonly [at: string, kind: TreatmentKind, data: TreatmentDetail | null];

interface TakeBack {
  readonly moldId: string;
  readonly recordId: string;
  readonly undoId: string;
  readonly by: Person;
}

type ServiceRecord = Pull | Treatment;
type Written = Readonly<Record<string, unknown>> & { readonly id: string; readonly moldId: string };

function sameValue(sent: unknown, kept: unknown): boolean {
  if (sent instanceof Date && kept instanceof Date) return sent.getTime() === kept.getTime();
  return typeof sent === 'object' && sent !== null ? sameJson(sent, kept) : sent === kept;
}

const NOTHING = standingOf([], []);

export function toHead(mold: Mold): MoldHeadDto {
  const { id, number, part, hand, releaseProgramId, buildId, buildVersion, finishedAt, finishReason, sections, standing } = mold;
  const { customer, place, state, facts } = mold;
  return {
    id,
    number,
    part,
    hand,
    releaseProgramId,
    buildId,
    buildVersion,
    finishedAt: finishedAt.toISOString(),
    finishReason,
    sections,
    customer,
    place,
    state,
    zones: [...(facts?.zones ?? zonesOfSections(sections))],
    standing: asDto(standing ?? NOTHING),
  };
}

function toFacts({ facts, sections }: Mold): MoldFactsDto {
  const { plug, plugWhere, made, conditions, findings, repairs, commissioned } = facts ?? moldFacts([], sections);
  return {
    plug,
    plugWhere,
    made,
    conditions: [...conditions],
    findings: [...findings],
    repairs: repairs.map((repair) => ({ ...repair, done: [...repair.done] })),
    commissioned: [...commissioned],
  };
}

function asDto(standing: MoldStanding): StandingDto {
  return {
    ...standing,
    hold: standing.hold ?? null,
    recent: [...standing.recent],
    cycles: standing.cycles.map((cycle) => ({ ...cycle, touchUpsBefore: [...cycle.touchUpsBefore] })),
  };
}

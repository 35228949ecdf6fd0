import { addMinutes, isAfter } from 'date-fns';
import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { DataSource, Repository, type EntityTarget } from 'typeorm';
import { idTaken, notFound, ProblemException } from '../errors/problem.js';
import { refuseUnlessMay } from '../people/may.js';
import type { Person } from '../people/person.entity.js';
import { AHEAD_MIN, pastMoment } from '../wire/past-moment.js';
import { Mold } from './mold.entity.js';
import type { MoldDto, NewPullDto, NewTreatmentDto, PullDto, TreatmentDto, UndoDto } from './molds.dto.js';
import { Pull, Treatment } from './service-records.entity.js';

@Injectable()
export class MoldsService {
  constructor(
    @InjectRepository(Mold) private readonly molds: Repository<Mold>,
    @InjectRepository(Pull) private readonly pulls: Repository<Pull>,
    @InjectRepository(Treatment) private readonly treatments: Repository<Treatment>,
    private readonly database: DataSource,
  ) {}

  async list(): Promise<MoldDto[]> {
    const [molds, sections, pulls, treatments] = await Promise.all([
      this.molds.find({ order: { number: 'ASC' } }),
      this.sectionsOf(null),
      this.pulls.find({ relations: { madeBy: true }, order: { at: 'ASC' } }),
      this.treatments.find({ relations: { madeBy: true }, order: { at: 'ASC' } }),
    ]);
    return molds.map((mold) =>
      toMoldDto(
        mold,
        sections.get(mold.id) ?? [],
        pulls.filter((p) => p.moldId === mold.id),
        treatments.filter((t) => t.moldId === mold.id),
      ),
    );
  }

  async get(id: string): Promise<MoldDto> {
    const mold = await this.molds.findOneBy({ id });
    if (!mold) throw notFound('mold');
    const where = { moldId: id };
    const [sections, pulls, treatments] = await Promise.all([
      this.sectionsOf(id),
      this.pulls.find({ where, relations: { madeBy: true }, order: { at: 'ASC' } }),
      this.treatments.find({ where, relations: { madeBy: true }, order: { at: 'ASC' } }),
    ]);
    return toMoldDto(mold, sections.get(id) ?? [], pulls, treatments);
  }

  async addPull(moldId: string, input: NewPullDto, by: Person): Promise<MoldDto> {
    const { finishedAt } = await this.requireMold(moldId);
    const at = pastMoment(input.at);
    if (isAfter(finishedAt, addMinutes(at, AHEAD_MIN)))
      throw new ProblemException(
        422,
        'before-the-mold',
        `There was no mold yet at ${input.at}: it was finished ${finishedAt.toISOString()}. Correct the date.`,
      );
    await this.append(Pull, { id: input.id, moldId, at, ease: input.ease, reverses: null, note: input.note, madeById: by.id });
    return this.get(moldId);
  }

  /** Takes a mistaken pull back with a counter-entry; the mistake stays on record. */
  async undoPull(moldId: string, pullId: string, input: UndoDto, by: Person): Promise<MoldDto> {
    await this.mayTakeBack(Pull, 'pull', { moldId, recordId: pullId, undoId: input.id, by });
    await this.append(Pull, { id: input.id, moldId, at: new Date(), ease: null, reverses: pullId, note: input.note, madeById: by.id });
    return this.get(moldId);
  }

  async addTreatment(moldId: string, input: NewTreatmentDto, by: Person): Promise<MoldDto> {
    await this.requireMold(moldId);
    const { id, kind, note } = input;
    await this.append(Treatment, { id, moldId, at: pastMoment(input.at), kind, reverses: null, note, madeById: by.id });
    return this.get(moldId);
  }

  /** Takes a mistaken treatment back, as a pull is. */
  async undoTreatment(moldId: string, treatmentId: string, input: UndoDto, by: Person): Promise<MoldDto> {
    const { kind } = await this.mayTakeBack(Treatment, 'treatment', { moldId, recordId: treatmentId, undoId: input.id, by });
    await this.append(Treatment, { id: input.id, moldId, at: new Date(), kind, reverses: treatmentId, note: input.note, madeById: by.id });
    return this.get(moldId);
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

  /** Names of the sections of molds that were built of several, as the plan they were finished from says; of one mold, or null for all. */
  private async sectionsOf(moldId: string | null): Promise<Map<string, string[]>> {
    const rows: { id: string; names: string[] }[] = await this.database.query(
      `select m.id, jsonb_path_query_array(v.plan, '$.sections[*].name') as names
         from mold m join build_version v on v.build_id = m.build_id and v.number = m.build_version
        where jsonb_array_length(case when jsonb_typeof(v.plan -> 'sections') = 'array' then v.plan -> 'sections' else '[]'::jsonb end) > 1
          and ($1::uuid is null or m.id = $1)`,
      [moldId],
    );
    return new Map(rows.map(({ id, names }) => [id, names]));
  }

  private async requireMold(id: string): Promise<Mold> {
    const mold = await this.molds.findOneBy({ id });
    if (!mold) throw notFound('mold');
    return mold;
  }

  /** Appends a record once: the same again changes nothing, the same id with other content is refused. */
  private async append<T extends ServiceRecord>(entity: EntityTarget<T>, record: Written): Promise<void> {
    const repository = this.database.getRepository<ServiceRecord>(entity);
    await repository.createQueryBuilder().insert().values(record).orIgnore().execute();
    const kept = await repository.findOneBy({ id: record.id });
    if (!kept) throw new ProblemException(409, 'already-undone', 'This record was taken back before.');
    // A counter-entry gets the server's moment, which differs from try to try.
    const told = Object.entries(record).filter(([key]) => key !== 'at' || record.reverses === undefined || record.reverses === null);
    const same = told.every(([key, value]) => sameValue(value, Reflect.get(kept, key)));
    if (!same) throw idTaken('record');
  }
}

interface TakeBack {
  readonly moldId: string;
  readonly recordId: string;
  readonly undoId: string;
  readonly by: Person;
}

type ServiceRecord = Pull | Treatment;
type Written = Readonly<Record<string, unknown>> & { readonly id: string; readonly moldId: string };

function sameValue(sent: unknown, kept: unknown): boolean {
  return sent instanceof Date && kept instanceof Date ? sent.getTime() === kept.getTime() : sent === kept;
}

function toMoldDto(mold: Mold, sections: string[], pulls: readonly Pull[], treatments: readonly Treatment[]): MoldDto {
  const { id, number, part, hand, releaseProgramId, buildId, buildVersion, finishedAt, finishReason } = mold;
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
    pulls: pulls.map((pull): PullDto => ({
      id: pull.id,
      at: pull.at.toISOString(),
      ease: pull.ease,
      reverses: pull.reverses,
      note: pull.note,
      madeBy: pull.madeBy.name,
    })),
    treatments: treatments.map((t): TreatmentDto => ({
      id: t.id,
      at: t.at.toISOString(),
      kind: t.kind,
      reverses: t.reverses,
      note: t.note,
      madeBy: t.madeBy.name,
    })),
  };
}

import { addMinutes, isAfter } from 'date-fns';
import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { DataSource, Repository, type EntityTarget } from 'typeorm';
import { idTaken, notFound, ProblemException } from '../errors/problem.js';
import { refuseUnlessMay } from '../people/may.js';
import type { Person } from '../people/person.entity.js';
import { Mold } from './mold.entity.js';
import type { MoldDto, NewPullDto, NewTreatmentDto, PullDto, TreatmentDto, UndoPullDto } from './molds.dto.js';
import { Pull, Treatment } from './service-records.entity.js';

/** Clocks of phones at the bench may run ahead a little. */
const AHEAD_MIN = 10;

@Injectable()
export class MoldsService {
  constructor(
    @InjectRepository(Mold) private readonly molds: Repository<Mold>,
    @InjectRepository(Pull) private readonly pulls: Repository<Pull>,
    @InjectRepository(Treatment) private readonly treatments: Repository<Treatment>,
    private readonly database: DataSource,
  ) {}

  async list(): Promise<MoldDto[]> {
    const [molds, pulls, treatments] = await Promise.all([
      this.molds.find({ order: { number: 'ASC' } }),
      this.pulls.find({ relations: { madeBy: true }, order: { at: 'ASC' } }),
      this.treatments.find({ relations: { madeBy: true }, order: { at: 'ASC' } }),
    ]);
    return molds.map((mold) =>
      toMoldDto(
        mold,
        pulls.filter((p) => p.moldId === mold.id),
        treatments.filter((t) => t.moldId === mold.id),
      ),
    );
  }

  async get(id: string): Promise<MoldDto> {
    const mold = await this.molds.findOneBy({ id });
    if (!mold) throw notFound('mold');
    const where = { moldId: id };
    const [pulls, treatments] = await Promise.all([
      this.pulls.find({ where, relations: { madeBy: true }, order: { at: 'ASC' } }),
      this.treatments.find({ where, relations: { madeBy: true }, order: { at: 'ASC' } }),
    ]);
    return toMoldDto(mold, pulls, treatments);
  }

  async addPull(moldId: string, input: NewPullDto, by: Person): Promise<MoldDto> {
    await this.requireMold(moldId);
    await this.append(Pull, { id: input.id, moldId, at: pastMoment(input.at), ease: input.ease, reverses: null, note: input.note, madeById: by.id });
    return this.get(moldId);
  }

  /** Takes a mistaken pull back with a counter-entry; the mistake stays on record. */
  async undoPull(moldId: string, pullId: string, input: UndoPullDto, by: Person): Promise<MoldDto> {
    const pull = await this.pulls.findOneBy({ id: pullId, moldId });
    if (!pull) throw notFound('pull');
    if (pull.madeById !== by.id) refuseUnlessMay(by, 'takeBack');
    if (pull.reverses !== null) throw new ProblemException(422, 'not-a-pull', 'A counter-entry cannot be taken back. Log the pull again.');
    const already = await this.pulls.findOneBy({ reverses: pullId });
    if (already && already.id !== input.id) throw new ProblemException(409, 'already-undone', 'This pull was taken back before.');
    await this.append(Pull, { id: input.id, moldId, at: new Date(), ease: null, reverses: pullId, note: input.note, madeById: by.id });
    return this.get(moldId);
  }

  async addTreatment(moldId: string, input: NewTreatmentDto, by: Person): Promise<MoldDto> {
    await this.requireMold(moldId);
    await this.append(Treatment, { id: input.id, moldId, at: pastMoment(input.at), kind: input.kind, note: input.note, madeById: by.id });
    return this.get(moldId);
  }

  private async requireMold(id: string): Promise<void> {
    if (!(await this.molds.existsBy({ id }))) throw notFound('mold');
  }

  /** Appends a record once: the same again changes nothing, the same id with other content is refused. */
  private async append<T extends ServiceRecord>(entity: EntityTarget<T>, record: Written): Promise<void> {
    const repository = this.database.getRepository<ServiceRecord>(entity);
    await repository.createQueryBuilder().insert().values(record).orIgnore().execute();
    const kept = await repository.findOneBy({ id: record.id });
    if (!kept) throw new ProblemException(409, 'already-undone', 'This pull was taken back before.');
    // A counter-entry gets the server's moment, which differs from try to try.
    const told = Object.entries(record).filter(([key]) => key !== 'at' || record.reverses === undefined || record.reverses === null);
    const same = told.every(([key, value]) => sameValue(value, Reflect.get(kept, key)));
    if (!same) throw idTaken('record');
  }
}

type ServiceRecord = Pull | Treatment;
type Written = Readonly<Record<string, unknown>> & { readonly id: string; readonly moldId: string };

function sameValue(sent: unknown, kept: unknown): boolean {
  return sent instanceof Date && kept instanceof Date ? sent.getTime() === kept.getTime() : sent === kept;
}

function pastMoment(at: string): Date {
  const moment = new Date(at);
  if (isAfter(moment, addMinutes(new Date(), AHEAD_MIN))) {
    throw new ProblemException(422, 'in-the-future', `${at} is in the future. Log it when it has happened, or correct the date.`);
  }
  return moment;
}

function toMoldDto(mold: Mold, pulls: readonly Pull[], treatments: readonly Treatment[]): MoldDto {
  const { id, number, part, hand, releaseProgramId, buildId, buildVersion, finishedAt } = mold;
  return {
    id,
    number,
    part,
    hand,
    releaseProgramId,
    buildId,
    buildVersion,
    finishedAt: finishedAt.toISOString(),
    pulls: pulls.map((pull): PullDto => ({
      id: pull.id,
      at: pull.at.toISOString(),
      ease: pull.ease,
      reverses: pull.reverses,
      note: pull.note,
      madeBy: pull.madeBy.name,
    })),
    treatments: treatments.map((t): TreatmentDto => ({ id: t.id, at: t.at.toISOString(), kind: t.kind, note: t.note, madeBy: t.madeBy.name })),
  };
}

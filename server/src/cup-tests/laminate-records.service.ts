import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import { BuildsService } from '../builds/builds.service.js';
import { idTaken, notFound, ProblemException } from '../errors/problem.js';
import { sameJson } from '../wire/same-json.js';
import type { Person } from '../people/person.entity.js';
import { evenLog } from './even-log.js';
import { LaminateRecord } from './laminate-record.entity.js';
import type { NewLaminateRecordDto } from './laminate-records.dto.js';

@Injectable()
export class LaminateRecordsService {
  constructor(
    @InjectRepository(LaminateRecord) private readonly records: Repository<LaminateRecord>,
    private readonly builds: BuildsService,
  ) {}

  list(cardId: string): Promise<LaminateRecord[]> {
    return this.records.find({ where: { cardId }, relations: { madeBy: true, version: true }, order: { madeAt: 'DESC' } });
  }

  /** Keeps a record of a session that laid this resin. A repeated post is one record. */
  async add(cardId: string, input: NewLaminateRecordDto, by: Person): Promise<LaminateRecord> {
    const { plan } = (await this.builds.version(input.buildId, input.buildVersion)).read();
    const session = plan.sections.flatMap(({ sessions }) => sessions).at(input.sessionIndex);
    if (!session) throw notFound('session');
    if (!session.layers.some((layer) => layer.cardId === cardId))
      throw new ProblemException(
        422,
        'other-resin',
        `${session.name} of that build lays another resin. Choose the session in which this one was laid.`,
      );
    evenLog(input.log);
    await this.records
      .createQueryBuilder()
      .insert()
      .values({ ...input, cardId, madeById: by.id, madeAt: new Date() })
      .orIgnore()
      .execute();
    const kept = await this.records.findOneOrFail({ where: { id: input.id }, relations: { madeBy: true, version: true } });
    const { buildId, buildVersion, sessionIndex, heightM, note, log } = kept;
    if (kept.cardId !== cardId || !sameJson({ id: kept.id, buildId, buildVersion, sessionIndex, heightM, note, log }, input))
      throw idTaken('laminate record');
    return kept;
  }
}

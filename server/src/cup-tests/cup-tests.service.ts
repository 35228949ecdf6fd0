import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { objectionsTo, standInReadings, type LoggerReading } from '@pentimento/core/calibration';
import { resinCardOf } from '@pentimento/core/materials';
import { Repository } from 'typeorm';
import { CardsService } from '../cards/cards.service.js';
import { idTaken, notFound, ProblemException } from '../errors/problem.js';
import { sameJson } from '../wire/same-json.js';
import type { Person } from '../people/person.entity.js';
import { CupTest } from './cup-test.entity.js';
import { evenLog } from './even-log.js';
import type { NewCupTestDto, StandInCupDto } from './cup-tests.dto.js';

@Injectable()
export class CupTestsService {
  constructor(
    @InjectRepository(CupTest) private readonly tests: Repository<CupTest>,
    private readonly cards: CardsService,
  ) {}

  list(cardId: string): Promise<CupTest[]> {
    return this.tests.find({ where: { cardId }, relations: { madeBy: true }, order: { madeAt: 'DESC' } });
  }

  /** Keeps a test, also a bad one: what is hopeless is refused by the fit, not forgotten. A repeated post is one test. */
  async add(cardId: string, input: NewCupTestDto, by: Person): Promise<CupTest> {
    await this.resin(cardId);
    const { log } = input.test;
    if (log) evenLog(log);
    await this.tests
      .createQueryBuilder()
      .insert()
      .values({ id: input.id, cardId, test: input.test, source: input.source, note: input.note, madeById: by.id, madeAt: new Date() })
      .orIgnore()
      .execute();
    const kept = await this.tests.findOneOrFail({ where: { id: input.id }, relations: { madeBy: true } });
    if (kept.cardId !== cardId || kept.source !== input.source || kept.note !== input.note || !sameJson(kept.test, input.test))
      throw idTaken('cup test');
    return kept;
  }

  /** What the stand-in device would read. */
  async standIn({ cardId, massG, startC, catalystPct, seed }: StandInCupDto): Promise<LoggerReading[]> {
    const card = await this.resin(cardId);
    const fixed = card.limits.catalyst === null;
    const cup = {
      massG,
      startC,
      airC: startC,
      catalystPct: fixed ? null : (catalystPct ?? null),
      gelMin: null,
      peakC: 1,
      peakMin: null,
      log: null,
      sensorLagS: 0,
    };
    const stop = objectionsTo(cup, card).find(({ level, message }) => level === 'stop' && /catalyst/i.test(message));
    if (stop) throw new ProblemException(422, 'no-test', stop.message);
    return standInReadings({ card: card.kinetics, massG, startC, catalystPct: cup.catalystPct, seed });
  }

  private async resin(cardId: string): Promise<ReturnType<typeof resinCardOf>> {
    const card = (await this.cards.list()).find(({ id, kind }) => id === cardId && kind === 'resin');
    if (!card) throw notFound('resin card');
    return resinCardOf(card);
  }
}

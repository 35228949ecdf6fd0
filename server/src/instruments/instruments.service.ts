import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { createHash, randomBytes } from 'node:crypto';
import { IsNull, Repository } from 'typeorm';
import { idTaken, notFound, ProblemException } from '../errors/problem.js';
import type { Person } from '../people/person.entity.js';
import { Instrument } from './instrument.entity.js';
import type { NewInstrumentDto } from './instruments.dto.js';

const KEY_BYTES = 18;
const digest = (key: string): string => createHash('sha256').update(key).digest('hex');
/** More would not be looked after. */
const MOST = 64;

/** Instruments that may speak to the shop. */
@Injectable()
export class InstrumentsService {
  constructor(@InjectRepository(Instrument) private readonly instruments: Repository<Instrument>) {}

  list(): Promise<Instrument[]> {
    return this.instruments.find({ where: { endedAt: IsNull() }, relations: { madeBy: true }, order: { name: 'ASC' } });
  }

  /** @returns the key that it says hello with: shown this once, only its digest is kept */
  async add({ id, name, kind }: NewInstrumentDto, by: Person): Promise<string> {
    if (name.trim() === '') throw new ProblemException(422, 'no-name', 'Give the instrument a name that is written on it.');
    if ((await this.instruments.countBy({ endedAt: IsNull() })) >= MOST)
      throw new ProblemException(409, 'too-many', `${String(MOST)} instruments are connected. Take one away first.`);
    const key = randomBytes(KEY_BYTES).toString('base64url');
    const row = { id, name: name.trim(), kind, keyHash: digest(key), madeById: by.id, madeAt: new Date(), endedAt: null };
    await this.instruments.createQueryBuilder().insert().values(row).orIgnore().execute();
    if (!(await this.byKey(key))) throw idTaken('instrument');
    return key;
  }

  /** Its key counts no more. */
  async end(id: string): Promise<void> {
    const { affected } = await this.instruments.update({ id, endedAt: IsNull() }, { endedAt: new Date() });
    if (affected === 0) throw notFound('instrument');
  }

  byKey(key: string): Promise<Instrument | null> {
    return this.instruments.findOneBy({ keyHash: digest(key), endedAt: IsNull() });
  }

  async one(id: string): Promise<Instrument> {
    const found = await this.instruments.findOneBy({ id, endedAt: IsNull() });
    if (!found) throw notFound('instrument');
    return found;
  }
}

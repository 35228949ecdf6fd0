import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { cardLibrary, DomainError, resinCards, type CardLibrary } from '@pentimento/core';
import { QueryFailedError, Repository } from 'typeorm';
import { notFound, ProblemException } from '../errors/problem.js';
import type { Person } from '../people/person.entity.js';
import { CardVersion } from './card-version.entity.js';
import type { CardLimitsDto, NewCardVersionDto, ResinCardDto } from './cards.dto.js';

@Injectable()
export class CardsService {
  constructor(@InjectRepository(CardVersion) private readonly versions: Repository<CardVersion>) {}

  /** Newest version of every card; built-in ones count as version 0. */
  async list(): Promise<ResinCardDto[]> {
    const own = await this.versions.createQueryBuilder('v').distinctOn(['v.cardId']).orderBy('v.cardId').addOrderBy('v.version', 'DESC').getMany();
    const byId = new Map(own.map((entry) => [entry.cardId, entry]));
    return resinCards.map((builtIn) => {
      const entry = byId.get(builtIn.id);
      return { ...(entry?.card ?? builtIn), version: entry?.version ?? 0 };
    });
  }

  async library(): Promise<CardLibrary> {
    return cardLibrary(await this.list());
  }

  /** Makes the shop's own version; the built-in card stays beneath it. */
  async addVersion(id: string, input: NewCardVersionDto, by: Person): Promise<ResinCardDto> {
    const current = (await this.list()).find((card) => card.id === id);
    if (!current) throw notFound('card');
    refuseContradictions(input.limits);
    const { version: _version, ...base } = current;
    const card = { ...base, name: input.name, origin: input.origin, limits: input.limits };
    const stale = new ProblemException(
      409,
      'stale-version',
      `Someone saved version ${String(current.version)} of this card meanwhile. Look at it, then change it again.`,
    );
    if (current.version !== input.baseVersion) throw stale;
    try {
      await this.versions.insert({ cardId: id, version: current.version + 1, card, note: input.note, madeById: by.id, madeAt: new Date() });
    } catch (error) {
      // Two at the same moment: the key (card, version) lets only one through.
      if (error instanceof QueryFailedError) throw stale;
      throw error;
    }
    return { ...card, version: current.version + 1 };
  }
}

function refuseContradictions({ catalyst, activationC, maxLaminateC }: CardLimitsDto): void {
  if (catalyst && !(catalyst.minPct <= catalyst.typicalPct && catalyst.typicalPct <= catalyst.maxPct)) {
    throw new DomainError({ code: 'value-out-of-range', quantity: 'catalyst range', value: catalyst, expected: 'lowest ≤ usual ≤ highest' });
  }
  if (activationC !== null && activationC >= maxLaminateC) {
    throw new DomainError({
      code: 'value-out-of-range',
      quantity: 'activation temperature',
      value: activationC,
      expected: `below the highest laminate temperature (${String(maxLaminateC)} °C)`,
    });
  }
}

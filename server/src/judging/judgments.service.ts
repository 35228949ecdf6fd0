import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { Sibling } from '@pentimento/core/design';
import type { WorstOfPlan } from '@pentimento/core/judging';
import { usedCardIds } from '@pentimento/core/plan';
import { createHash } from 'node:crypto';
import { In, IsNull, Repository } from 'typeorm';
import type { BuildWithPlan } from '../builds/builds.service.js';
import { CardsService } from '../cards/cards.service.js';
import { Mold } from '../molds/mold.entity.js';
import { Judgment } from './judgment.entity.js';
import { ThreadsService } from './threads.service.js';

/** The worst of each build's newest version; worked out once for each version, its cards, its siblings and the rules. */
@Injectable()
export class JudgmentsService {
  constructor(
    @InjectRepository(Judgment) private readonly judgments: Repository<Judgment>,
    @InjectRepository(Mold) private readonly molds: Repository<Mold>,
    private readonly cards: CardsService,
    private readonly threads: ThreadsService,
  ) {}

  /** @param all every build, for the hands of others of a part; finished ones are not judged any more */
  async ofBuilds(all: readonly BuildWithPlan[]): Promise<ReadonlyMap<string, WorstOfPlan | null>> {
    const open = all.filter(({ build }) => build.status !== 'finished');
    if (open.length === 0) return new Map();
    const imported = await this.molds.findBy({ buildId: IsNull() });
    const asked = await Promise.all(open.map((one) => this.asked(one, siblingsOf(one, all, imported))));
    const kept = await this.judgments.findBy({ key: In(asked.map(({ key }) => key)) });
    const known = new Map(kept.map((one) => [`${one.buildId} ${one.key}`, one]));
    const judged = asked.map(async ({ buildId, number, key, task }) => {
      const before = known.get(`${buildId} ${key}`);
      if (before) return [buildId, before.worst] as const;
      const worst = await this.threads.worst(task);
      await this.judgments.createQueryBuilder().insert().values({ buildId, number, key, worst }).orIgnore().execute();
      return [buildId, worst] as const;
    });
    return new Map(await Promise.all(judged));
  }

  private async asked({ build, version }: BuildWithPlan, siblings: readonly Sibling[]) {
    const { plan } = version.read();
    const { sheets } = await this.cards.libraryFor(plan);
    const used = new Set(usedCardIds(plan));
    const cards = [...sheets.values()].map((card) => ({ version: 0, ...card }));
    const versions = cards.filter(({ id }) => used.has(id)).map((card) => [card.id, card.version]);
    const key = createHash('sha256')
      .update(JSON.stringify([this.threads.rulesVersion, version.number, versions, siblings]))
      .digest('hex');
    return { buildId: build.id, number: version.number, key, task: { plan, cards, siblings } };
  }
}

function siblingsOf({ build }: BuildWithPlan, all: readonly BuildWithPlan[], imported: readonly Mold[]): Sibling[] {
  return [
    ...all
      .filter((other) => other.build.part === build.part && other.build.id !== build.id)
      .map(({ build: { name }, version }): Sibling => ({ name, hand: version.read().plan.mold.intake?.hand ?? 'none' })),
    ...imported.filter(({ part }) => part === build.part).map(({ number, hand }): Sibling => ({ name: number, hand })),
  ];
}

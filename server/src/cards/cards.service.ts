import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { readCard } from '@pentimento/core/formats';
import { builtInMaterials, checkCard, type MaterialCard, type VersionedCard } from '@pentimento/core/materials';
import { cardLibrary, usedCardIds, type CardLibrary, type PlanDocument } from '@pentimento/core/plan';
import { DataSource, QueryFailedError, Repository, type EntityManager } from 'typeorm';
import { notFound, ProblemException } from '../errors/problem.js';
import type { Person } from '../people/person.entity.js';
import { CardVersion } from './card-version.entity.js';
import type { CardHistoryDto, ImportCardsDto, NewCardDto, NewCardVersionDto } from './cards.dto.js';

const builtIn = new Map(builtInMaterials.map((card): [string, VersionedCard] => [card.id, { ...card, version: 0 }]));

@Injectable()
export class CardsService {
  constructor(
    @InjectRepository(CardVersion) private readonly versions: Repository<CardVersion>,
    private readonly database: DataSource,
  ) {}

  /** Newest version of every card, built-in ones first, as version 0 where the shop has none of its own. */
  async list(): Promise<readonly VersionedCard[]> {
    return (await this.known()).cards;
  }

  /** The same as it goes over the wire. */
  async listJson(): Promise<string> {
    return (await this.known()).json;
  }

  /** Changes with every new version of any card: versions are only ever added. */
  async edition(): Promise<string> {
    const [{ n }]: { n: string }[] = await this.database.query('select count(*) as n from card_version');
    return n;
  }

  private kept: { readonly edition: string; readonly cards: readonly VersionedCard[]; readonly json: string } | null = null;

  /** Read anew only where a version came to it. */
  private async known(): Promise<NonNullable<CardsService['kept']>> {
    const edition = await this.edition();
    if (this.kept?.edition === edition) return this.kept;
    const cards = await this.read();
    this.kept = { edition, cards, json: JSON.stringify(cards) };
    return this.kept;
  }

  private async read(): Promise<VersionedCard[]> {
    const own = await this.versions.createQueryBuilder('v').distinctOn(['v.cardId']).orderBy('v.cardId').addOrderBy('v.version', 'DESC').getMany();
    return [...new Map([...builtIn, ...own.map((entry): [string, VersionedCard] => [entry.cardId, versioned(entry)])]).values()];
  }

  /** All versions of a card, newest first. */
  async history(id: string): Promise<CardHistoryDto[]> {
    const own = await this.versions.find({ where: { cardId: id }, relations: { madeBy: true }, order: { version: 'DESC' } });
    const base = builtIn.get(id);
    if (own.length === 0 && !base) throw notFound('card');
    return [
      ...own.map((entry) => ({ card: dto(versioned(entry)), note: entry.note, madeBy: entry.madeBy.name, madeAt: entry.madeAt.toISOString() })),
      ...(base ? [{ card: dto(base), note: 'Built in, typical values', madeBy: null, madeAt: null }] : []),
    ];
  }

  async version(id: string, version: number): Promise<VersionedCard> {
    const base = builtIn.get(id);
    if (version === 0 && base) return base;
    const entry = await this.versions.findOneBy({ cardId: id, version });
    if (!entry) throw notFound('version of this card');
    return versioned(entry);
  }

  /** The cards a plan was made with: the versions it keeps, else the newest. */
  async libraryFor(plan: PlanDocument): Promise<CardLibrary> {
    const newest = await this.list();
    const kept = plan.cardVersions ?? {};
    const used = usedCardIds(plan).flatMap((id) => {
      const current = newest.find((card) => card.id === id);
      return current && Object.hasOwn(kept, id) && kept[id] !== current.version ? [this.version(id, kept[id])] : [];
    });
    return cardLibrary([...newest, ...(await Promise.all(used))]);
  }

  /** A new version on top of the newest; the built-in card stays beneath. */
  async addVersion(id: string, { baseVersion, note, card: input }: NewCardVersionDto, by: Person): Promise<VersionedCard> {
    const current = (await this.list()).find((card) => card.id === id);
    if (!current) throw notFound('card');
    const card = checked(input);
    if (card.id !== id || card.kind !== current.kind) {
      throw new ProblemException(422, 'other-card', `This is another card (${card.id}, ${card.kind}). Make a new card of it instead.`);
    }
    const stale = new ProblemException(
      409,
      'stale-version',
      `Someone saved version ${String(current.version)} of this card meanwhile. Look at it, then change it again.`,
    );
    if (current.version !== baseVersion) throw stale;
    return this.refusing(stale, () => insert(this.database.manager, card, current.version + 1, note, by));
  }

  async create({ card: input, note }: NewCardDto, by: Person): Promise<VersionedCard> {
    const card = checked(input);
    const taken = new ProblemException(409, 'card-exists', `There is a card "${card.id}" already. Choose another short name, or change that card.`);
    if ((await this.list()).some(({ id }) => id === card.id)) throw taken;
    return this.refusing(taken, () => insert(this.database.manager, card, 1, note, by));
  }

  /** All cards of a file or none: known ones get a new version, others are made. */
  async import({ cards, note }: ImportCardsDto, by: Person): Promise<VersionedCard[]> {
    const read = cards.map(checked);
    const twice = read.find(({ id }, i) => read.findIndex((other) => other.id === id) !== i);
    if (twice) throw new ProblemException(422, 'card-twice', `"${twice.id}" stands in this file twice. Keep one of the two.`);
    const newest = new Map((await this.list()).map((card) => [card.id, card]));
    for (const card of read) {
      const known = newest.get(card.id);
      if (known && known.kind !== card.kind) {
        throw new ProblemException(422, 'other-card', `"${card.id}" is a ${known.kind} here and a ${card.kind} in the file. Rename one of them.`);
      }
    }
    const stale = new ProblemException(409, 'stale-version', 'Someone changed one of these cards at this moment. Import the file again.');
    return this.refusing(stale, () =>
      this.database.transaction(async (tx) => {
        const made: VersionedCard[] = [];
        for (const card of read) made.push(await insert(tx, card, (newest.get(card.id)?.version ?? 0) + 1, note, by));
        return made;
      }),
    );
  }

  /** Two at the same moment: the key (card, version) lets only one through. */
  private async refusing<T>(problem: ProblemException, run: () => Promise<T>): Promise<T> {
    try {
      return await run();
    } catch (error) {
      if (isKeyClash(error)) throw problem;
      throw error;
    }
  }
}

/** PostgreSQL's unique_violation. */
function isKeyClash(error: unknown): boolean {
  if (!(error instanceof QueryFailedError)) return false;
  const cause: unknown = error.driverError;
  return typeof cause === 'object' && cause !== null && 'code' in cause && cause.code === '23505';
}

function checked(input: MaterialCard): MaterialCard {
  const card = readCard(input);
  checkCard(card);
  return card;
}

function versioned({ card, version }: CardVersion): VersionedCard {
  return { ...card, version };
}

function dto(card: VersionedCard): CardHistoryDto['card'] {
  return { ...card, values: { ...card.values }, gelTimes: [...card.gelTimes] };
}

async function insert(tx: EntityManager, card: MaterialCard, version: number, note: string, by: Person): Promise<VersionedCard> {
  await tx.insert(CardVersion, { cardId: card.id, version, card, note, madeById: by.id, madeAt: new Date() });
  return { ...card, version };
}

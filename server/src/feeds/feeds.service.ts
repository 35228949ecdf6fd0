import { Injectable } from '@nestjs/common';
import { isWorkOf, wallOf, type WallSpan } from '@pentimento/core/planning';
import { randomUUID } from 'node:crypto';
import { DataSource, IsNull, Not } from 'typeorm';
import { BuildVersion } from '../builds/build-version.entity.js';
import { Build } from '../builds/build.entity.js';
import { CardsService } from '../cards/cards.service.js';
import { notFound, ProblemException } from '../errors/problem.js';
import { TreatmentsDueService } from '../molds/treatments-due.service.js';
import { refuseUnlessMay } from '../people/may.js';
import type { Person } from '../people/person.entity.js';
import { recordChange } from '../people/record-change.js';
import { ShopService } from '../shop/shop.service.js';
import { calendarText, dateArrayOf, type CalendarEntry } from '../wire/calendar-text.js';
import { isSecretOf, newToken, partsOfToken } from '../wire/secret-token.js';
import { CalendarFeed } from './calendar-feed.entity.js';
import type { NewFeedDto } from './feeds.dto.js';

/** Addresses one person may have at a time. */
const MOST_EACH = 20;

export const feedName = ({ kind, ofWhom }: Pick<CalendarFeed, 'kind' | 'ofWhom'>): string =>
  kind === 'person' ? (ofWhom ?? '') : kind === 'shop' ? 'the whole shop' : 'release treatments';

@Injectable()
export class FeedsService {
  constructor(
    private readonly database: DataSource,
    private readonly cards: CardsService,
    private readonly shop: ShopService,
    private readonly treatments: TreatmentsDueService,
  ) {}

  /** A person's own; an owner sees everybody's. */
  list(person: Person): Promise<CalendarFeed[]> {
    return this.database.getRepository(CalendarFeed).find({
      where: { withdrawnAt: IsNull(), ...(person.role === 'owner' ? {} : { madeById: person.id }) },
      relations: { madeBy: true },
      order: { madeAt: 'DESC', id: 'ASC' },
    });
  }

  async make({ kind, ofWhom }: NewFeedDto, by: Person): Promise<{ readonly feed: CalendarFeed; readonly token: string }> {
    if ((kind === 'person') !== (ofWhom !== null))
      throw new ProblemException(422, 'invalid-fields', 'Name a person for a person’s calendar, and for no other.');
    if (ofWhom !== null) {
      const { calendar } = await this.shop.current();
      if (ofWhom !== by.name && !calendar.people.some(({ name }) => name === ofWhom))
        throw new ProblemException(422, 'invalid-fields', `${ofWhom} is not in the shop’s calendar. Add the person there first.`);
    }
    const id = randomUUID();
    const { token, tokenHash } = newToken(id);
    await this.database.transaction(async (tx) => {
      // Two that are made at once are counted one after the other.
      await tx.query('select id from person where id = $1 for update', [by.id]);
      if ((await tx.countBy(CalendarFeed, { madeById: by.id, withdrawnAt: IsNull() })) >= MOST_EACH)
        throw new ProblemException(409, 'too-many', `You have ${String(MOST_EACH)} calendar addresses. Withdraw one that nobody reads any more.`);
      await tx.insert(CalendarFeed, { id, kind, ofWhom, tokenHash, madeById: by.id, madeAt: new Date() });
      await recordChange(tx, { byId: by.id, personId: null, what: 'calendar address made', detail: feedName({ kind, ofWhom }) });
    });
    const feed = await this.database.getRepository(CalendarFeed).findOneOrFail({ where: { id }, relations: { madeBy: true } });
    return { feed, token };
  }

  async withdraw(id: string, by: Person): Promise<void> {
    await this.database.transaction(async (tx) => {
      const feed = await tx.findOneBy(CalendarFeed, { id, withdrawnAt: IsNull() });
      if (!feed) throw notFound('calendar address');
      if (feed.madeById !== by.id) refuseUnlessMay(by, 'people');
      await tx.update(CalendarFeed, { id }, { withdrawnAt: new Date(), withdrawnById: by.id });
      await recordChange(tx, { byId: by.id, personId: null, what: 'calendar address withdrawn', detail: feedName(feed) });
    });
  }

  /** @throws ProblemException 404 for an address that is none, was withdrawn, or whose maker's account was closed: it does not say which */
  async read(token: string, origin: string): Promise<string> {
    const parts = partsOfToken(token);
    const feeds = this.database.getRepository(CalendarFeed);
    const kept = parts
      ? await feeds.findOne({
          where: { id: parts.id, withdrawnAt: IsNull(), madeBy: { active: true } },
          select: { id: true, kind: true, ofWhom: true, tokenHash: true },
        })
      : null;
    if (!parts || !kept || !isSecretOf(parts.secret, kept.tokenHash)) throw notFound('calendar');
    await this.database.query(
      `update calendar_feed set read_at = date_trunc('hour', now()) where id = $1 and (read_at is null or read_at < date_trunc('hour', now()))`,
      [kept.id],
    );
    if (kept.kind === 'treatments') return this.treatments.calendar(origin);
    const { ofWhom } = kept;
    const spans = (await this.spans()).filter((span) => (ofWhom === null ? true : isWorkOf(span, ofWhom)));
    return calendarText(
      `Pentimento: ${feedName(kept)}`,
      spans.map((span) => entryOf(span, origin)),
    );
  }

  /** Everything of every build that is not finished. */
  private async spans(): Promise<WallSpan[]> {
    const builds = await this.database.getRepository(Build).find({
      where: { status: Not('finished') },
      select: { id: true, name: true, currentVersion: true },
      order: { id: 'ASC' },
    });
    const versions = this.database.getRepository(BuildVersion);
    const each = builds.map(async ({ id, name, currentVersion }) => {
      const version = await versions.findOneBy({ buildId: id, number: currentVersion });
      if (!version) return [];
      const { plan } = version.read();
      return wallOf([{ id, name, plan }], await this.cards.libraryFor(plan));
    });
    return (await Promise.all(each)).flat();
  }
}

function entryOf({ id, buildId, build, what, fromMin, toMin, people, who, holdC }: WallSpan, origin: string): CalendarEntry {
  const hands = people === 0 ? '' : `${String(people)} ${people === 1 ? 'person' : 'people'}${who.length > 0 ? `: ${who.join(', ')}` : ''}`;
  return {
    key: id.replaceAll(/[^\w-]+/g, '-'),
    title: `${build}: ${what}`,
    start: dateArrayOf(fromMin),
    minutes: Math.max(1, Math.round(toMin - fromMin)),
    description: [hands, holdC === null ? '' : `Hold ${holdC.toFixed(0)} °C`].filter((line) => line !== '').join('\n'),
    url: `${origin}/builds/${buildId}/sequence`,
  };
}

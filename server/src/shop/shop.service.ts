import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { shopFigures, type BuildFigures, type ShopFigures } from '@pentimento/core/bench';
import { checkShop, usualShop } from '@pentimento/core/shop';
import { Repository } from 'typeorm';
import { ProblemException } from '../errors/problem.js';
import { LoggedBuildsService, type FromLog } from '../judging/logged-builds.service.js';
import { ThreadsService } from '../judging/threads.service.js';
import { Person } from '../people/person.entity.js';
import { StoredShopCalendar } from './shop-calendar.entity.js';
import type { NewShopDto, SavedShopDto } from './shop.dto.js';

@Injectable()
export class ShopService {
  private figuring: Promise<ShopFigures> | null = null;

  private readonly readLogs: () => Promise<FromLog<BuildFigures>[]>;

  constructor(
    logged: LoggedBuildsService,
    threads: ThreadsService,
    @InjectRepository(StoredShopCalendar) private readonly versions: Repository<StoredShopCalendar>,
  ) {
    this.readLogs = logged.reader((build) => threads.figures(build));
  }

  /** What the shop's own logs say of minutes and resin; who asks while it is worked out gets the same. */
  figures(): Promise<ShopFigures> {
    this.figuring ??= this.readLogs()
      .then((all) => shopFigures(all.map(({ result }) => result)))
      .finally(() => {
        this.figuring = null;
      });
    return this.figuring;
  }

  /** The newest version; what is usual where nobody has said anything. */
  async current(): Promise<SavedShopDto> {
    const newest = await this.versions.findOne({ where: {}, order: { version: 'DESC' }, relations: { madeBy: true } });
    if (!newest) return { version: 0, calendar: usualShop(), madeBy: null, madeAt: null };
    const { version, calendar, madeBy, madeAt } = newest;
    return { version, calendar, madeBy: madeBy.name, madeAt };
  }

  /** Saves a version after the one that it started from; somebody else's in between is not written over. */
  async save({ baseVersion, calendar }: NewShopDto, by: Person): Promise<SavedShopDto> {
    checkShop(calendar);
    const before = await this.current();
    if (before.version !== baseVersion)
      throw new ProblemException(
        409,
        'version-conflict',
        `${before.madeBy ?? 'Somebody'} saved the calendar meanwhile. Load it anew and make your change in it.`,
      );
    const { identifiers } = await this.versions
      .createQueryBuilder()
      .insert()
      .values({ version: baseVersion + 1, calendar, madeById: by.id, madeAt: new Date() })
      .orIgnore()
      .returning('version')
      .execute();
    const saved = await this.current();
    if (identifiers.length === 0 || saved.madeBy !== by.name || saved.version !== baseVersion + 1)
      throw new ProblemException(409, 'version-conflict', 'Somebody saved the calendar meanwhile. Load it anew and make your change in it.');
    return saved;
  }
}

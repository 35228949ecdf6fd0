import { Body, Controller, Get, Injectable, Module, Put } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import { InjectRepository } from '@nestjs/typeorm';
import { checkShop, shopFields, usualShop, type ShopCalendar } from '@pentimento/core/shop';
import { Repository } from 'typeorm';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import { ProblemException } from '../errors/problem.js';
import { Person } from '../people/person.entity.js';
import { NumberField, PartField, TextField } from '../wire/fields.js';
import { partClass } from '../wire/part-class.js';
import { StoredShopCalendar } from './shop-calendar.entity.js';

const VERSION = { min: 0, max: 1e6, unit: '' };

export class SavedShopDto {
  /** 0: nobody has said anything yet */
  @NumberField(VERSION, { integer: true }) version: number;
  @PartField(() => partClass('ShopCalendarDto', shopFields)) calendar: ShopCalendar;
  @TextField(80, { nullable: true }) madeBy: string | null;
  @ApiProperty({ type: String, format: 'date-time', nullable: true }) madeAt: Date | null;
}

export class NewShopDto {
  /** That the changes started from */
  @NumberField(VERSION, { integer: true }) baseVersion: number;
  @PartField(() => partClass('ShopCalendarDto', shopFields)) calendar: ShopCalendar;
}

@Injectable()
export class ShopService {
  constructor(@InjectRepository(StoredShopCalendar) private readonly versions: Repository<StoredShopCalendar>) {}

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

@ApiTags('shop')
@Controller('shop')
export class ShopController {
  constructor(private readonly shop: ShopService) {}

  @Get('calendar')
  @Needs('look')
  @ApiOkResponse({ type: SavedShopDto })
  calendar(): Promise<SavedShopDto> {
    return this.shop.current();
  }

  @Put('calendar')
  @Needs('shop')
  @ApiOkResponse({ type: SavedShopDto })
  save(@Body() body: NewShopDto, @CurrentPerson() person: Person): Promise<SavedShopDto> {
    return this.shop.save(body, person);
  }
}

@Module({ controllers: [ShopController], providers: [ShopService] })
export class ShopModule {}

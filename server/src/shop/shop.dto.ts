import { ApiProperty } from '@nestjs/swagger';
import { shopFields, type ShopCalendar } from '@pentimento/core/shop';
import { NumberField, PartField, TextField } from '../wire/fields.js';
import { partClass } from '../wire/part-class.js';

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

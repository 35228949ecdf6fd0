import { ApiProperty } from '@nestjs/swagger';
import { ChoiceField, FlagField, IdField, TextField } from '../wire/fields.js';
import { FEED_KINDS, type FeedKind } from './calendar-feed.entity.js';

export class NewFeedDto {
  @ChoiceField(FEED_KINDS) kind: FeedKind;
  /** Name in the shop's calendar; null: not one person's */
  @TextField(60, { nullable: true }) ofWhom: string | null;
}

export class FeedDto {
  @IdField() id: string;
  @ChoiceField(FEED_KINDS) kind: FeedKind;
  @TextField(60, { nullable: true }) ofWhom: string | null;
  @TextField(80) madeBy: string;
  @FlagField() mine: boolean;
  @ApiProperty({ type: String, format: 'date-time' }) madeAt: string;
  /** Last time a calendar asked, to the hour */
  @ApiProperty({ type: String, format: 'date-time', nullable: true }) readAt: string | null;
}

export class MadeFeedDto extends FeedDto {
  /** Said this once; only a digest of it is kept */
  @TextField(300) address: string;
}

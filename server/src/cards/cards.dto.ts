import { ApiExtraModels, ApiProperty } from '@nestjs/swagger';
import {
  materialKinds,
  valueOrigins,
  type CardScalar,
  type CardValue,
  type GelTimeStatement,
  type MaterialCard,
  type MaterialKind,
  type ValueOrigin,
  type VersionedCard,
} from '@pentimento/core/materials';
import { ChoiceField, DayField, ListField, NumberField, PartField, RecordField, TextField } from '../wire/fields.js';

const VERSION = { min: 0, max: 1e6, unit: '' };

class SourceDto {
  @ChoiceField(valueOrigins) origin: ValueOrigin;
  @TextField(300, { minLength: 0 }) note: string;
  @DayField({ nullable: true }) date: string | null;
}

export class CardValueDto extends SourceDto implements CardValue {
  @ApiProperty({ oneOf: [{ type: 'number' }, { type: 'string' }, { type: 'boolean' }], nullable: true }) value: CardScalar;
}

export class GelTimeDto extends SourceDto implements GelTimeStatement {
  @NumberField({ min: 0.5, max: 6000, unit: 'min' }) minutes: number;
  @NumberField({ min: 0, max: 80, unit: '°C' }) tempC: number;
  @NumberField({ min: 0.1, max: 5, unit: '%' }, { nullable: true }) catalystPct: number | null;
  @NumberField({ min: 5, max: 5000, unit: 'g' }) massG: number;
}

/** A material card; its lines and their ranges are the core's tables (GET /api/cards/schema). */
@ApiExtraModels(CardValueDto)
export class MaterialCardDto implements MaterialCard {
  @ChoiceField([1]) formatVersion: 1;
  @TextField(60) id: string;
  @ChoiceField(materialKinds) kind: MaterialKind;
  @TextField(80) name: string;
  @RecordField(CardValueDto) values: Record<string, CardValueDto>;
  @ListField(() => GelTimeDto, 12) gelTimes: GelTimeDto[];
}

/** A card as the shop uses it: the built-in one (version 0) or one of its own versions. */
export class VersionedCardDto extends MaterialCardDto implements VersionedCard {
  @NumberField(VERSION) version: number;
}

/** One version in a card's history. */
export class CardHistoryDto {
  @PartField(() => VersionedCardDto) card: VersionedCardDto;
  @TextField(300, { minLength: 0 }) note: string;
  /** null: built in */
  @TextField(80, { nullable: true }) madeBy: string | null;
  @ApiProperty({ type: String, format: 'date-time', nullable: true }) madeAt: string | null;
}

export class NewCardVersionDto {
  /** The version that was changed; a newer one on record refuses the save */
  @NumberField(VERSION, { integer: true }) baseVersion: number;
  @TextField(300, { minLength: 0 }) note: string;
  @PartField(() => MaterialCardDto) card: MaterialCardDto;
}

export class NewCardDto {
  @TextField(300, { minLength: 0 }) note: string;
  @PartField(() => MaterialCardDto) card: MaterialCardDto;
}

export class ImportCardsDto {
  @TextField(300, { minLength: 0 }) note: string;
  @ListField(() => MaterialCardDto, 500) cards: MaterialCardDto[];
}

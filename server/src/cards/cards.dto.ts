import { ApiProperty } from '@nestjs/swagger';
import type { CardLimits, KineticCard, ResinCard, ResinFamily, ValueOrigin } from '@pentimento/core';
import { ChoiceField, FlagField, NumberField, PartField, TextField } from '../wire/fields.js';

const TEMPERATURE = { min: -20, max: 250, unit: '°C' };
const SHARE = { min: 0, max: 1, unit: '' };
const ORIGINS: readonly ValueOrigin[] = ['data sheet', 'own test', 'literature', 'assumed'];

export class CatalystRangeDto {
  @NumberField({ min: 0.1, max: 5, unit: '%' }) minPct: number;
  @NumberField({ min: 0.1, max: 5, unit: '%' }) maxPct: number;
  @NumberField({ min: 0.1, max: 5, unit: '%' }) typicalPct: number;
}

export class CardLimitsDto implements CardLimits {
  @PartField(() => CatalystRangeDto, { nullable: true }) catalyst: CatalystRangeDto | null;
  @NumberField(TEMPERATURE) shopMinC: number;
  @NumberField(TEMPERATURE) maxLaminateC: number;
  @NumberField(TEMPERATURE, { nullable: true }) activationC: number | null;
  @NumberField(SHARE) overlayOpensCure: number;
  @NumberField(TEMPERATURE, { nullable: true }) restartBelowC: number | null;
  @NumberField({ min: 0.1, max: 240, unit: 'h' }) bondClosesH: number;
  @FlagField() wetOnWet: boolean;
  @NumberField(SHARE) demoldCure: number;
}

/** A resin card as the shop uses it: the built-in one (version 0) or its own newest version. */
export class ResinCardDto implements ResinCard {
  @TextField(60) id: string;
  @TextField(80) name: string;
  @ApiProperty({ type: String }) family: ResinFamily;
  @ChoiceField(ORIGINS) origin: ValueOrigin;
  @ApiProperty({ type: Object, additionalProperties: true, description: 'Kinetic numbers, keys as in docs/formats.md' }) kinetics: KineticCard;
  @PartField(() => CardLimitsDto) limits: CardLimitsDto;
  @NumberField(SHARE) transfer: number;
  @NumberField({ min: 0, max: 1e6, unit: '' }) version: number;
}

export class NewCardVersionDto {
  @NumberField({ min: 0, max: 1e6, unit: '' }, { integer: true }) baseVersion: number;
  @TextField(80) name: string;
  @ChoiceField(ORIGINS) origin: ValueOrigin;
  @TextField(300, { minLength: 0 }) note: string;
  @PartField(() => CardLimitsDto) limits: CardLimitsDto;
}

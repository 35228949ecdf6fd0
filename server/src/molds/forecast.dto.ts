import { ApiProperty } from '@nestjs/swagger';
import type { MoldOutlook } from '@pentimento/core/forecast';
import { FlagField, IdField, NumberField, PartField } from '../wire/fields.js';

const CHANCE = { min: 0, max: 1, unit: '' };
const PULLS = { min: 0, max: 1000, unit: 'pulls' };

export class BandDto {
  @NumberField(PULLS) p10: number;
  @NumberField(PULLS) p50: number;
  @NumberField(PULLS) p90: number;
}

export class ForecastDto implements Omit<MoldOutlook, 'fan'> {
  @IdField() id: string;
  /** Chance that the next pull fights */
  @NumberField(CHANCE) pFight: number;
  /** Until the chance passes the accepted risk */
  @PartField(() => BandDto) pullsLeft: BandDto;
  @ApiProperty({ type: [BandDto], description: 'Chance of each of the next pulls, if nothing is done' }) fan: BandDto[];
  @NumberField(CHANCE) afterCoat: number;
  @NumberField(CHANCE) afterFull: number;
  /** Of the last quarter; null: too few to say */
  @NumberField({ min: 0, max: 100, unit: 'pulls a day' }, { nullable: true }) pullsPerDay: number | null;
  /** Graded pulls that it is by */
  @NumberField({ min: 0, max: 1e6, unit: '' }) graded: number;
  /** The risk that is accepted */
  @NumberField(CHANCE) acceptedRisk: number;
  /** Something was logged since, and is being worked out */
  @FlagField() older: boolean;
}

export class LikelyMoldDto {
  @IdField() id: string;
  @NumberField(CHANCE) pFight: number;
}

/** Molds whose next pull is likely to fight. */
export class LikelyDto {
  /** Something was logged since, and is being worked out */
  @FlagField() older: boolean;
  @ApiProperty({ type: [LikelyMoldDto] }) molds: LikelyMoldDto[];
}

import { ApiProperty } from '@nestjs/swagger';
import type { CupTest, TemperatureLog } from '@pentimento/core/calibration';
import { Type } from 'class-transformer';
import { ChoiceField, IdField, NumberField, NumberListField, PartField, TextField } from '../wire/fields.js';
import { CUP_TEST_SOURCES, type CupTestSource } from './cup-test.entity.js';

const MOST_POINTS = 20000;
const MASS = { min: 5, max: 5000, unit: 'g' };
const START = { min: -5, max: 80, unit: '°C' };
const CATALYST = { min: 0.05, max: 10, unit: '%' };

export class TemperatureLogDto implements TemperatureLog {
  @NumberListField({ min: 0, max: 1e6, unit: 's' }, MOST_POINTS) timeS: number[];
  @NumberListField({ min: -60, max: 600, unit: '°C' }, MOST_POINTS) tempC: number[];
}

export class CupTestDataDto implements CupTest {
  @NumberField(MASS) massG: number;
  @NumberField(START) startC: number;
  @NumberField({ min: -20, max: 80, unit: '°C' }) airC: number;
  @NumberField(CATALYST, { nullable: true }) catalystPct: number | null;
  @NumberField({ min: 0.2, max: 6000, unit: 'min' }, { nullable: true }) gelMin: number | null;
  @NumberField({ min: 0, max: 400, unit: '°C' }, { nullable: true }) peakC: number | null;
  @NumberField({ min: 0.2, max: 6000, unit: 'min' }, { nullable: true }) peakMin: number | null;
  @PartField(() => TemperatureLogDto, { nullable: true }) log: TemperatureLogDto | null;
  @NumberField({ min: 0, max: 600, unit: 's' }) sensorLagS: number;
}

export class NewCupTestDto {
  @IdField() id: string;
  @PartField(() => CupTestDataDto) test: CupTestDataDto;
  @ChoiceField(CUP_TEST_SOURCES) source: CupTestSource;
  @TextField(300, { minLength: 0 }) note: string;
}

export class CupTestDto extends NewCupTestDto {
  @TextField(60) cardId: string;
  @TextField(80) madeBy: string;
  @ApiProperty({ format: 'date-time' }) madeAt: string;
}

/** A cup in front of the stand-in device; the query of its stream. */
export class StandInCupDto {
  @TextField(60) cardId: string;
  @Type(() => Number) @NumberField(MASS) massG: number;
  @Type(() => Number) @NumberField({ min: 0, max: 45, unit: '°C' }) startC: number;
  @Type(() => Number) @NumberField(CATALYST, { optional: true }) catalystPct?: number;
  /** The same seed is the same batch */
  @Type(() => Number) @NumberField({ min: 0, max: 1e9, unit: '' }, { integer: true }) seed: number;
  /** How many times faster than a real cup */
  @Type(() => Number) @NumberField({ min: 1, max: 2000, unit: '×' }) speed: number;
}

import { ApiProperty } from '@nestjs/swagger';
import { PlanDocumentDto } from '../builds/plan.dto.js';
import { IdField, NumberField, PartField, TextField } from '../wire/fields.js';
import { TemperatureLogDto } from './cup-tests.dto.js';

export class NewLaminateRecordDto {
  @IdField() id: string;
  @IdField() buildId: string;
  @NumberField({ min: 1, max: 1e6, unit: '' }, { integer: true }) buildVersion: number;
  @NumberField({ min: 0, max: 40, unit: '' }, { integer: true }) sessionIndex: number;
  @NumberField({ min: 0, max: 0.5, unit: 'm' }) heightM: number;
  @PartField(() => TemperatureLogDto) log: TemperatureLogDto;
  @TextField(300, { minLength: 0 }) note: string;
}

export class LaminateRecordDto extends NewLaminateRecordDto {
  @TextField(60) cardId: string;
  /** The plan of that version: what was laid, and when */
  @PartField(() => PlanDocumentDto) plan: PlanDocumentDto;
  @TextField(80) madeBy: string;
  @ApiProperty({ format: 'date-time' }) madeAt: string;
}

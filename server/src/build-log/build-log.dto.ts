import { ApiProperty } from '@nestjs/swagger';
import { entryKinds, type EntryKind } from '@pentimento/core/log';
import { IsISO8601 } from 'class-validator';
import { AnyPartField, ChoiceField, IdField, TextField } from '../wire/fields.js';

export class StepEntryDto {
  @IdField() id: string;
  @TextField(200) stepId: string;
  @ChoiceField(entryKinds) kind: EntryKind;
  @ApiProperty({ format: 'date-time' }) at: string;
  @TextField(300, { minLength: 0 }) note: string;
  @IdField({ nullable: true }) reverses: string | null;
  /** What was read, by the fields of its kind (docs/formats.md) */
  @AnyPartField() data: Record<string, unknown> | null;
  @TextField(80) madeBy: string;
}

export class NewStepEntryDto {
  @IdField() id: string;
  @TextField(200) stepId: string;
  @ChoiceField(entryKinds) kind: EntryKind;
  @ApiProperty({ format: 'date-time' }) @IsISO8601({ strict: true }) at: string;
  @TextField(300, { minLength: 0 }) note: string;
  /** Only of a line that takes another back */
  @IdField({ nullable: true }) reverses: string | null;
  /** What was read, by the fields of its kind (docs/formats.md); null or left out: a step’s state */
  @AnyPartField({ optional: true }) data?: Record<string, unknown> | null;
}

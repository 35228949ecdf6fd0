import { ApiProperty } from '@nestjs/swagger';
import type { TreatmentKind } from '@pentimento/core/service';
import { IsISO8601 } from 'class-validator';
import { HANDS, type Hand } from '../wire/hands.js';
import { ChoiceField, IdField, NumberField, TextField } from '../wire/fields.js';

const TREATMENTS: readonly TreatmentKind[] = ['full', 'touch-up'];
const EASE = { min: 1, max: 5, unit: '' };

export class PullDto {
  @IdField() id: string;
  @ApiProperty({ format: 'date-time' }) at: string;
  @NumberField(EASE, { nullable: true, integer: true }) ease: number | null;
  @IdField({ nullable: true }) reverses: string | null;
  @TextField(300, { minLength: 0 }) note: string;
  @TextField(80) madeBy: string;
}

export class TreatmentDto {
  @IdField() id: string;
  @ApiProperty({ format: 'date-time' }) at: string;
  @ChoiceField(TREATMENTS) kind: TreatmentKind;
  @IdField({ nullable: true }) reverses: string | null;
  @TextField(300, { minLength: 0 }) note: string;
  @TextField(80) madeBy: string;
}

export class MoldDto {
  @IdField() id: string;
  @TextField(20) number: string;
  @TextField(120) part: string;
  @ChoiceField(HANDS) hand: Hand;
  @TextField(60) releaseProgramId: string;
  @IdField({ nullable: true }) buildId: string | null;
  @ApiProperty({ type: Number, nullable: true }) buildVersion: number | null;
  @ApiProperty({ format: 'date-time' }) finishedAt: string;
  /** Why it was finished with a gate or checks open; null: nothing was */
  @TextField(300, { nullable: true }) finishReason: string | null;
  /** Names of its sections in the order they were laid; empty: it is one piece, or nobody knows how it was built */
  @ApiProperty({ type: [String] }) sections: string[];
  @ApiProperty({ type: [PullDto] }) pulls: PullDto[];
  @ApiProperty({ type: [TreatmentDto] }) treatments: TreatmentDto[];
}

export class NewPullDto {
  @IdField() id: string;
  @ApiProperty({ format: 'date-time' }) @IsISO8601({ strict: true }) at: string;
  @NumberField(EASE, { nullable: true, integer: true }) ease: number | null;
  @TextField(300, { minLength: 0 }) note: string;
}

/** Of a pull or a treatment. */
export class UndoDto {
  @IdField() id: string;
  @TextField(300, { minLength: 0 }) note: string;
}

export class NewTreatmentDto {
  @IdField() id: string;
  @ApiProperty({ format: 'date-time' }) @IsISO8601({ strict: true }) at: string;
  @ChoiceField(TREATMENTS) kind: TreatmentKind;
  @TextField(300, { minLength: 0 }) note: string;
}

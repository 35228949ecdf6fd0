import { ApiProperty } from '@nestjs/swagger';
import type { MoldStanding, StrokeCycle, TreatmentKind } from '@pentimento/core/service';
import { IsISO8601 } from 'class-validator';
import { HANDS, type Hand } from '../wire/hands.js';
import { ChoiceField, FlagField, IdField, NumberField, NumberListField, PartField, TextField } from '../wire/fields.js';
import { PageQueryDto } from '../wire/page.js';

const TREATMENTS: readonly TreatmentKind[] = ['full', 'touch-up'];
const EASE = { min: 1, max: 5, unit: '' };
const COUNT = { min: 0, max: 1e6, unit: '' };

class StrokeCycleDto implements StrokeCycle {
  @ApiProperty({ type: String, format: 'date-time', nullable: true }) treatedAt: string | null;
  @NumberField(COUNT, { integer: true }) count: number;
  @NumberListField(COUNT, 10_000) touchUpsBefore: number[];
}

/** What a mold's records come to (core/service). */
export class StandingDto implements MoldStanding {
  @NumberField(COUNT, { integer: true }) pullsSinceNew: number;
  @NumberField(COUNT, { integer: true }) pullsSinceFull: number;
  @NumberField(COUNT, { integer: true }) pullsSinceCoat: number;
  @NumberListField(EASE, 5) recent: number[];
  @FlagField() treated: boolean;
  @ChoiceField(['stuck', 'fought'], { nullable: true }) last: 'stuck' | 'fought' | null;
  @ApiProperty({ type: [StrokeCycleDto] }) cycles: StrokeCycleDto[];
  @NumberField(COUNT, { integer: true }) earlierCycles: number;
}

/** A mold as it stands on the rack, without its logbook. */
export class MoldHeadDto {
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
  @PartField(() => StandingDto) standing: StandingDto;
}

/** A page of the rack, what is due first. */
export class RackDto {
  /** Molds that fit the search, and how many of them must be treated before the next pull */
  @NumberField(COUNT, { integer: true }) total: number;
  @NumberField(COUNT, { integer: true }) due: number;
  @ApiProperty({ type: [MoldHeadDto] }) molds: MoldHeadDto[];
}

export class RackQueryDto extends PageQueryDto {}

class GradedPullDto {
  @ApiProperty({ format: 'date-time' }) at: string;
  @NumberField(EASE, { nullable: true, integer: true }) ease: number | null;
}

class CoatDto {
  @ApiProperty({ format: 'date-time' }) at: string;
  @ChoiceField(TREATMENTS) kind: TreatmentKind;
}

/** A mold with all pulls and treatments that count, oldest first, for its charts. */
export class MoldDto extends MoldHeadDto {
  @ApiProperty({ type: [GradedPullDto] }) pulls: GradedPullDto[];
  @ApiProperty({ type: [CoatDto] }) coats: CoatDto[];
}

export const RECORD_KINDS = ['pull', 'treatment'] as const;

/** A line of a mold's logbook. */
export class MoldRecordDto {
  @ChoiceField(RECORD_KINDS) kind: (typeof RECORD_KINDS)[number];
  @IdField() id: string;
  @ApiProperty({ format: 'date-time' }) at: string;
  @NumberField(EASE, { nullable: true, integer: true }) ease: number | null;
  @ChoiceField(TREATMENTS, { nullable: true }) treatment: TreatmentKind | null;
  /** The record that this counter-entry takes back */
  @IdField({ nullable: true }) reverses: string | null;
  /** Taken back by a counter-entry */
  @FlagField() struck: boolean;
  @TextField(300, { minLength: 0 }) note: string;
  @TextField(80) madeBy: string;
}

export class LogbookDto {
  /** Newest first */
  @ApiProperty({ type: [MoldRecordDto] }) records: MoldRecordDto[];
  /** Where the next page begins; null: that is all */
  @TextField(100, { nullable: true }) next: string | null;
}

export class LogbookQueryDto {
  @TextField(100, { optional: true }) after?: string;
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

import { ApiProperty } from '@nestjs/swagger';
import { evidenceIds, type EvidenceId, type FindingRate, type SeenRate } from '@pentimento/core/diagnosis';
import { findingKinds, type FindingKind } from '@pentimento/core/log';
import {
  conditionGrades,
  commissioningSteps,
  moldEntryFields,
  moldEntryKinds,
  moldStates,
  moldZoneKinds,
  plugFates,
  pullFields,
  treatmentDetailFields,
  type CommissioningStep,
  type ConditionGrade,
  type MoldEntryKind,
  type MoldFacts,
  type MoldState,
  type MoldZone,
  type MoldZoneKind,
  type PlugFate,
  type PullDetail,
  type TreatmentDetail,
} from '@pentimento/core/mold';
import { releasePrograms, type MoldStanding, type StandingHold, type StrokeCycle, type TreatmentKind } from '@pentimento/core/service';
import { IsISO8601 } from 'class-validator';
import { HANDS, type Hand } from '../wire/hands.js';
import {
  AnyPartField,
  ChoiceField,
  DayField,
  FlagField,
  IdField,
  KeyField,
  ListField,
  NumberField,
  NumberListField,
  PartField,
  TextField,
  TextListField,
} from '../wire/fields.js';
import { partClass } from '../wire/part-class.js';
import { PageQueryDto } from '../wire/page.js';

const TREATMENTS: readonly TreatmentKind[] = ['full', 'touch-up'];
const EASE = { min: 1, max: 5, unit: '' };
const COUNT = { min: 0, max: 1e6, unit: '' };
const SHARE = { min: 0, max: 1, unit: '' };

class StrokeCycleDto implements StrokeCycle {
  @ApiProperty({ type: String, format: 'date-time', nullable: true }) treatedAt: string | null;
  @NumberField(COUNT, { integer: true }) count: number;
  @NumberListField(COUNT, 10_000) touchUpsBefore: number[];
}

class HoldDto implements StandingHold {
  @ChoiceField(['repair', 'away']) kind: 'repair' | 'away';
  @TextField(300) reason: string;
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
  /** Why it is not pulled from whatever its release says; null: nothing holds it */
  @PartField(() => HoldDto, { nullable: true }) hold: HoldDto | null;
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
  @TextField(80, { minLength: 0 }) customer: string;
  @TextField(80, { minLength: 0 }) place: string;
  @ChoiceField(moldStates) state: MoldState;
  /** Places that are looked at by themselves */
  @ApiProperty({ type: () => [MoldZoneDto] }) zones: MoldZoneDto[];
  @PartField(() => StandingDto) standing: StandingDto;
}

export class MoldZoneDto implements MoldZone {
  @TextField(60) id: string;
  @TextField(80) name: string;
  /** Empty: the mold is one piece */
  @TextField(80, { minLength: 0 }) section: string;
  @ChoiceField(moldZoneKinds) kind: MoldZoneKind;
}

class ConditionDto {
  /** null: the whole mold */
  @TextField(60, { nullable: true }) zone: string | null;
  @ChoiceField(conditionGrades) grade: ConditionGrade;
  @ApiProperty({ format: 'date-time' }) at: string;
}

class OpenFindingDto {
  @IdField() id: string;
  @ApiProperty({ format: 'date-time' }) at: string;
  @PartField(() => partClass('MoldFindingDto', moldEntryFields.finding)) data: MoldFacts['findings'][number]['data'];
  @TextField(300, { minLength: 0 }) note: string;
}

class RepairStepDoneDto {
  @NumberField(COUNT, { integer: true }) step: number;
  @ApiProperty({ format: 'date-time' }) at: string;
}

class RunningRepairDto {
  @IdField() id: string;
  @IdField() findingId: string;
  @TextField(60) methodId: string;
  @ApiProperty({ format: 'date-time' }) at: string;
  @ApiProperty({ type: [RepairStepDoneDto] }) done: RepairStepDoneDto[];
}

class CommissionedDto {
  @ChoiceField(commissioningSteps) step: CommissioningStep;
  @ApiProperty({ format: 'date-time' }) at: string;
}

/** What a mold's logbook comes to besides pulls and treatments (core/mold). */
export class MoldFactsDto {
  @ChoiceField(plugFates) plug: PlugFate;
  @TextField(80, { minLength: 0 }) plugWhere: string;
  @DayField({ nullable: true }) made: string | null;
  @ApiProperty({ type: [ConditionDto] }) conditions: ConditionDto[];
  @ApiProperty({ type: [OpenFindingDto] }) findings: OpenFindingDto[];
  @ApiProperty({ type: [RunningRepairDto] }) repairs: RunningRepairDto[];
  @ApiProperty({ type: [CommissionedDto] }) commissioned: CommissionedDto[];
}

/** A page of the rack, what is due first. */
export class RackDto {
  /** Molds that fit the search, and how many of them must be treated before the next pull */
  @NumberField(COUNT, { integer: true }) total: number;
  @NumberField(COUNT, { integer: true }) due: number;
  @ApiProperty({ type: [MoldHeadDto] }) molds: MoldHeadDto[];
}

export const RACK_ORDERS = ['due', 'part', 'customer'] as const;

export class RackQueryDto extends PageQueryDto {
  /** What stands first: what is due; or by part or customer, then number */
  @ChoiceField(RACK_ORDERS, { optional: true }) order?: (typeof RACK_ORDERS)[number];
}

class GradedPullDto {
  @ApiProperty({ format: 'date-time' }) at: string;
  @NumberField(EASE, { nullable: true, integer: true }) ease: number | null;
  /** What else was said of it; null: nothing */
  @PartField(() => partClass('PullDetailDto', pullFields), { nullable: true }) data: PullDetail | null;
}

class CoatDto {
  @ApiProperty({ format: 'date-time' }) at: string;
  @ChoiceField(TREATMENTS) kind: TreatmentKind;
  /** What else was said of it; null: nothing */
  @PartField(() => partClass('TreatmentDetailDto', treatmentDetailFields), { nullable: true }) data: TreatmentDetail | null;
}

/** A mold with all pulls and treatments that count, oldest first, for its charts. */
export class MoldDto extends MoldHeadDto {
  @ApiProperty({ type: [GradedPullDto] }) pulls: GradedPullDto[];
  @ApiProperty({ type: [CoatDto] }) coats: CoatDto[];
  @PartField(() => MoldFactsDto) facts: MoldFactsDto;
}

export const RECORD_KINDS = ['pull', 'treatment', ...moldEntryKinds] as const;

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
  /** What was said, by the fields of its kind (docs/formats.md); null: nothing more */
  @AnyPartField() data: Record<string, unknown> | null;
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
  /** Of the zone that let go worst */
  @NumberField(EASE, { nullable: true, integer: true }) ease: number | null;
  @TextField(300, { minLength: 0 }) note: string;
  /** Part, process, peak, ease by zone, by the fields of a pull (docs/formats.md); null or left out: nothing more */
  @AnyPartField({ optional: true }) data?: Record<string, unknown> | null;
}

/** Of any record. */
export class UndoDto {
  @IdField() id: string;
  @TextField(300, { minLength: 0 }) note: string;
}

export class NewTreatmentDto {
  @IdField() id: string;
  @ApiProperty({ format: 'date-time' }) @IsISO8601({ strict: true }) at: string;
  @ChoiceField(TREATMENTS) kind: TreatmentKind;
  @TextField(300, { minLength: 0 }) note: string;
  /** Zones, steps, coats, lot, wait, by the fields of a treatment (docs/formats.md); null or left out: nothing more */
  @AnyPartField({ optional: true }) data?: Record<string, unknown> | null;
}

/** Any other line of a mold's logbook. */
export class NewMoldEntryDto {
  @IdField() id: string;
  @ChoiceField(moldEntryKinds) kind: MoldEntryKind;
  @ApiProperty({ format: 'date-time' }) @IsISO8601({ strict: true }) at: string;
  @TextField(300, { minLength: 0 }) note: string;
  /** By the fields of its kind (docs/formats.md) */
  @AnyPartField() data: Record<string, unknown>;
}

class BeforeDto {
  @NumberField(COUNT, { integer: true }) pulls: number;
  @NumberField(COUNT, { integer: true }) sinceFull: number;
  @NumberField(COUNT, { integer: true }) sinceCoat: number;
  @FlagField() treated: boolean;
}

/** A mold that exists already: made before the records, or elsewhere. */
export class NewMoldDto {
  @IdField() id: string;
  /** Empty: the next one of the rack */
  @TextField(20, { minLength: 0 }) number: string;
  @TextField(120) part: string;
  @ChoiceField(HANDS) hand: Hand;
  @KeyField(releasePrograms.map(({ id }) => id)) releaseProgramId: string;
  @TextField(80, { minLength: 0 }) customer: string;
  @TextField(80, { minLength: 0 }) place: string;
  @ChoiceField(moldStates) state: MoldState;
  @ChoiceField(plugFates) plug: PlugFate;
  @TextField(80, { minLength: 0 }) plugWhere: string;
  @DayField({ nullable: true }) made: string | null;
  @TextListField(80, 12) sections: string[];
  /** Empty: one for each section */
  @ListField(() => MoldZoneDto, 60) zones: MoldZoneDto[];
  @PartField(() => BeforeDto) before: BeforeDto;
}

/** Molds of a list, all or none. */
export class NewMoldsDto {
  @ListField(() => NewMoldDto, 2000) molds: NewMoldDto[];
}

export class MadeMoldsDto {
  @ApiProperty({ type: [MoldHeadDto] }) molds: MoldHeadDto[];
}

class DueTreatmentDto {
  @IdField() id: string;
  @TextField(20) number: string;
  @TextField(120) part: string;
  @TextField(60) releaseProgramId: string;
  @ChoiceField(TREATMENTS) kind: TreatmentKind;
  /** Pulls that may still be made before it */
  @NumberField(COUNT, { integer: true }) pullsLeft: number;
  /** Last day for it; null: nobody knows its pace */
  @DayField({ nullable: true }) until: string | null;
  @TextField(200) reason: string;
}

class EveningDto {
  @DayField() day: string;
  @ApiProperty({ type: [DueTreatmentDto] }) treatments: DueTreatmentDto[];
}

/** Treatments of the whole rack, as few evenings. */
export class TreatmentsDueDto {
  @ApiProperty({ type: [EveningDto] }) evenings: EveningDto[];
  @ApiProperty({ type: [DueTreatmentDto] }) withoutPace: DueTreatmentDto[];
  /** Something was logged since, and is being worked out */
  @FlagField() older: boolean;
}

class SeenRateDto implements SeenRate {
  @NumberField(COUNT, { integer: true }) builds: number;
  @NumberField(COUNT, { integer: true }) found: number;
  @NumberField(SHARE) from: number;
  @NumberField(SHARE) to: number;
}

export class FindingRateDto implements FindingRate {
  @ChoiceField(findingKinds) finding: FindingKind;
  @ChoiceField(evidenceIds) evidence: EvidenceId;
  @PartField(() => SeenRateDto) withIt: SeenRateDto;
  @PartField(() => SeenRateDto) without: SeenRateDto;
}

import { ApiProperty } from '@nestjs/swagger';
import type { Sibling } from '@pentimento/core/design';
import type { VerdictLevel } from '@pentimento/core/judging';
import { resinFamilies, type ResinCard } from '@pentimento/core/materials';
import type { BuildHead } from '@pentimento/core/plan';
import type { PlanMoment } from '@pentimento/core/steps';
import { fillAmounts, type UnitSystem } from '@pentimento/core/units';
import { LEAST_REASON } from '@pentimento/core/release';
import { releasePrograms } from '@pentimento/core/service';
import { ChoiceField, DayField, FlagField, IdField, KeyField, NumberField, PartField, TextField, TextListField } from '../wire/fields.js';
import { PageQueryDto } from '../wire/page.js';
import { HANDS, type Hand } from '../wire/hands.js';
import { BUILD_STATUSES, type Build, type BuildStatus } from './build.entity.js';
import type { BuildVersion } from './build-version.entity.js';
import { PlanDocumentDto } from './plan.dto.js';

const VERSION = { min: 1, max: 1e6, unit: '' };

/** One saved version, without its plan. */
export class VersionHeadDto {
  @NumberField(VERSION) number: number;
  @TextField(300, { minLength: 0 }) note: string;
  @TextField(80) madeBy: string;
  @ApiProperty({ format: 'date-time' }) madeAt: string;
}

export class VersionDto extends VersionHeadDto {
  /** What an older format did not say yet and was filled in, or said and was dropped */
  @TextListField(200, 200) lifted: string[];
  @PartField(() => PlanDocumentDto) plan: PlanDocumentDto;
}

/** A build with its newest plan. */
export class BuildDto {
  @IdField() id: string;
  @TextField(120) name: string;
  @TextField(120) part: string;
  @ChoiceField(BUILD_STATUSES) status: BuildStatus;
  @PartField(() => VersionDto) current: VersionDto;
  @ApiProperty({ format: 'date-time' }) changedAt: string;
  @IdField({ nullable: true }) moldId: string | null;
}

const UNIT_SYSTEMS = ['metric', 'us'] as const satisfies readonly UnitSystem[];
const LEVELS = ['ok', 'care', 'stop'] as const satisfies readonly VerdictLevel[];

class StackLayerDto {
  @NumberField({ min: 0, max: 1000, unit: '' }, { integer: true }) session: number;
  @ChoiceField(resinFamilies) family: ResinCard['family'];
  @NumberField({ min: 0, max: 1, unit: 'm' }) thicknessM: number;
}

/** What a list shows of a plan (core/plan). */
class PlanHeadDto implements BuildHead {
  @DayField() startDate: string;
  @NumberField({ min: 0, max: 10_000, unit: 'd' }) days: number;
  @NumberField({ min: 0, max: 1000, unit: '' }, { integer: true }) sections: number;
  @NumberField({ min: 0, max: 1e6, unit: '' }, { integer: true }) sessions: number;
  @ChoiceField(HANDS) hand: Hand;
  @TextField(120, { minLength: 0 }) mirrorOf: string;
  @ApiProperty({ type: [StackLayerDto] }) stack: StackLayerDto[];
}

/** The worst that speaks against a build's newest version, in one line. */
class WorstDto {
  @ChoiceField(LEVELS) level: (typeof LEVELS)[number];
  @TextField(300, { minLength: 0 }) line: string;
}

class MomentDto {
  @NumberField({ min: -1e6, max: 1e6, unit: 'min' }) atMin: number;
  @TextField(300) what: string;
  /** The step that it is the beginning of; empty: judged by an older program */
  @TextField(160, { minLength: 0 }) stepId: string;
}

/** A build as a list shows it, without its plan. */
export class BuildHeadDto {
  @IdField() id: string;
  @TextField(120) name: string;
  @TextField(120) part: string;
  @ChoiceField(BUILD_STATUSES) status: BuildStatus;
  @ApiProperty({ format: 'date-time' }) changedAt: string;
  @IdField({ nullable: true }) moldId: string | null;
  @PartField(() => VersionHeadDto) current: VersionHeadDto;
  /** null: not made yet */
  @PartField(() => PlanHeadDto, { nullable: true }) head: PlanHeadDto | null;
  /** Not judged by today's rules yet: ask again soon */
  @FlagField() judging: boolean;
  /** null: there is nothing to judge, or nothing was judged yet */
  @PartField(() => WorstDto, { nullable: true }) worst: WorstDto | null;
  /** From 00:00 of day 1 */
  @ApiProperty({ type: [MomentDto] }) moments: MomentDto[];
}

export class BuildsDto {
  @NumberField({ min: 0, max: 1e9, unit: '' }, { integer: true }) total: number;
  @ApiProperty({ type: [BuildHeadDto] }) builds: BuildHeadDto[];
}

export class BuildsQueryDto extends PageQueryDto {
  /** Molds by now, or still being built; missing: both */
  @ChoiceField(['yes', 'no'], { optional: true }) finished?: 'yes' | 'no';
  /** Of the amounts in words; missing: metric */
  @ChoiceField(UNIT_SYSTEMS, { optional: true }) units?: (typeof UNIT_SYSTEMS)[number];
}

export class SiblingsQueryDto {
  @TextField(120) part: string;
  /** The build that asks */
  @IdField() but: string;
}

/** Another build or mold of a part. */
export class SiblingDto implements Sibling {
  @TextField(120) name: string;
  @ChoiceField(HANDS) hand: Hand;
}

/** A moment as it is kept; an older program kept no step with it. */
type Kept = Omit<PlanMoment, 'stepId'> & Partial<Pick<PlanMoment, 'stepId'>>;

/** A row of the builds' list as the database gives it. */
export interface BuildRow extends Pick<Build, 'id' | 'name' | 'part' | 'status' | 'changedAt' | 'head' | 'worst' | 'moments' | 'judgedBy'> {
  readonly number: number;
  readonly note: string;
  readonly madeBy: string;
  readonly madeAt: Date;
  readonly moldId: string | null;
}

export function toBuildHeadDto(
  { number, note, madeBy, madeAt, changedAt, judgedBy, head, moments, worst, ...row }: BuildRow,
  { rules, units }: { rules: string; units: UnitSystem },
): BuildHeadDto {
  const judging = row.status !== 'finished' && judgedBy !== rules;
  return {
    ...row,
    changedAt: changedAt.toISOString(),
    current: { number, note, madeBy, madeAt: madeAt.toISOString() },
    head: head && { ...head, stack: head.stack.map((layer) => ({ ...layer })) },
    judging,
    worst: worst && { level: worst.level, line: fillAmounts(worst.line, units) },
    moments: (moments ?? []).map(({ atMin, what, stepId = '' }: Kept) => ({ atMin, what: fillAmounts(what, units), stepId })),
  };
}

export class NewBuildDto {
  @IdField() id: string;
  @TextField(120) name: string;
  @TextField(120) part: string;
  @TextField(300, { minLength: 0 }) note: string;
  @PartField(() => PlanDocumentDto) plan: PlanDocumentDto;
}

export class NewVersionDto {
  /** The version that was edited; a newer one on record refuses the save */
  @NumberField(VERSION, { integer: true }) baseVersion: number;
  /** Of this save; the same again answers with what the first one stored */
  @IdField({ optional: true }) saveId?: string;
  @TextField(300, { minLength: 0 }) note: string;
  @PartField(() => PlanDocumentDto) plan: PlanDocumentDto;
}

export class FinishBuildDto {
  @IdField() moldId: string;
  @ChoiceField(HANDS) hand: Hand;
  @KeyField(releasePrograms.map((program) => program.id)) releaseProgramId: string;
  /** Why it is finished although a gate or checks of the plug are open */
  @TextField(300, { minLength: LEAST_REASON, nullable: true, optional: true }) reason?: string | null;
}

export function toVersionHeadDto(version: BuildVersion): VersionHeadDto {
  return { number: version.number, note: version.note, madeBy: version.madeBy.name, madeAt: version.madeAt.toISOString() };
}

export function toVersionDto(version: BuildVersion): VersionDto {
  const { plan, notes } = version.read();
  return { ...toVersionHeadDto(version), lifted: notes.map(({ where, what }) => `${where}: ${what}`), plan };
}

export function toBuildDto(build: Build, version: BuildVersion, moldId: string | null): BuildDto {
  return {
    id: build.id,
    name: build.name,
    part: build.part,
    status: build.status,
    current: toVersionDto(version),
    changedAt: build.changedAt.toISOString(),
    moldId,
  };
}

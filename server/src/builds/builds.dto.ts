import { ApiProperty } from '@nestjs/swagger';
import type { VerdictLevel } from '@pentimento/core/judging';
import { LEAST_REASON } from '@pentimento/core/release';
import { releasePrograms } from '@pentimento/core/service';
import type { UnitSystem } from '@pentimento/core/units';
import { ChoiceField, IdField, KeyField, NumberField, PartField, TextField, TextListField } from '../wire/fields.js';
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

/** The worst that speaks against a build's newest version, in one line. */
export class WorstDto {
  @IdField() buildId: string;
  @NumberField(VERSION) number: number;
  /** null: there is nothing to judge */
  @ChoiceField(LEVELS, { nullable: true }) level: (typeof LEVELS)[number] | null;
  @TextField(300, { minLength: 0 }) line: string;
}

export class WorstQueryDto {
  @ChoiceField(UNIT_SYSTEMS) units: (typeof UNIT_SYSTEMS)[number];
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

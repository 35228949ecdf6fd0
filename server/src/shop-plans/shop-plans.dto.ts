import { ApiProperty } from '@nestjs/swagger';
import type { PlanDocument } from '@pentimento/core/plan';
import { PlanDocumentDto } from '../builds/plan.dto.js';
import { ChoiceField, DayField, FlagField, IdField, ListField, NumberField, PartField, TextField, TextListField } from '../wire/fields.js';
import { SHOP_PLAN_STATUSES, type ShopPlanStatus } from './shop-plan.entity.js';

const VERSION = { min: 1, max: 1e6, unit: '' };
const COUNT = { min: 0, max: 1e6, unit: '' };
const MINUTES = { min: 0, max: 1e9, unit: 'min' };
/** Builds that are planned together, at most. */
const MOST_BUILDS = 60;

export class AskedBuildDto {
  @IdField() id: string;
  /** Off the plug by the end of this day; null: nobody waits for it */
  @DayField({ nullable: true }) wantedBy: string | null;
  /** Stays where it is; what has begun stays anyway */
  @FlagField() fixed: boolean;
}

export class NewShopPlanDto {
  @IdField() id: string;
  @ListField(() => AskedBuildDto, MOST_BUILDS) builds: AskedBuildDto[];
  /** No build begins before this day */
  @DayField() from: string;
  /** Sessions may be moved inside a build too, not only the build as it is */
  @FlagField() replan: boolean;
  @NumberField({ min: 5, max: 300, unit: 's' }, { integer: true }) seconds: number;
}

export class ShopPlanProgressDto {
  @NumberField(COUNT, { integer: true }) planned: number;
  @NumberField(COUNT, { integer: true }) toPlan: number;
  @NumberField(COUNT, { integer: true }) orders: number;
  @NumberField(MINUTES, { nullable: true }) byDueMin: number | null;
  @NumberField(MINUTES, { nullable: true }) foundMin: number | null;
}

export class ShopPlanHeadDto {
  @IdField() id: string;
  @ChoiceField(SHOP_PLAN_STATUSES) status: ShopPlanStatus;
  @TextField(80) askedBy: string;
  @ApiProperty({ type: String, format: 'date-time' }) askedAt: string;
  @PartField(() => ShopPlanProgressDto) progress: ShopPlanProgressDto;
  @TextField(400, { nullable: true }) words: string | null;
}

export class PlannedBuildDto {
  @IdField() id: string;
  /** Version of its plan that this was made from */
  @NumberField(VERSION, { integer: true }) version: number;
  @DayField() startDate: string;
  /** With sessions moved inside it; null: as it is, by whole days */
  @PartField(() => PlanDocumentDto, { nullable: true }) plan: PlanDocument | null;
  /** Off the plug [min since 1970 by the shop's clock] */
  @NumberField(MINUTES) endMin: number;
  @NumberField(MINUTES) lateMin: number;
}

export class ShopPlanDto extends ShopPlanHeadDto {
  @ListField(() => AskedBuildDto, MOST_BUILDS) builds: AskedBuildDto[];
  /** Empty: nothing found yet */
  @ListField(() => PlannedBuildDto, MOST_BUILDS) found: PlannedBuildDto[];
  /** Builds for which no day is free, by id */
  @TextListField(60, MOST_BUILDS) without: string[];
}

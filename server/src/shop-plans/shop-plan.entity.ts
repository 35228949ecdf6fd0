import type { BuildWay, OrderState, TogetherSchedule } from '@pentimento/core/planning';
import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn, VersionColumn } from 'typeorm';
import { Person } from '../people/person.entity.js';

export const SHOP_PLAN_STATUSES = ['waiting', 'at work', 'done', 'stopped', 'failed'] as const;
export type ShopPlanStatus = (typeof SHOP_PLAN_STATUSES)[number];

/** A build as it was when the plan was asked for. */
export interface AskedBuild {
  readonly id: string;
  /** Version of its plan */
  readonly version: number;
  readonly wantedBy: string | null;
  readonly fixed: boolean;
}

export interface AskedShopPlan {
  readonly builds: readonly AskedBuild[];
  /** No build begins before this day */
  readonly from: string;
  /** Sessions may be moved inside a build too, not only the build as it is */
  readonly replan: boolean;
  readonly seconds: number;
}

/** How far it is. */
export interface ShopPlanProgress {
  /** Builds planned anew for a day, of how many */
  readonly planned: number;
  readonly toPlan: number;
  readonly orders: number;
  /** In all, by due dates and as found until now; null: not known yet [min] */
  readonly byDueMin: number | null;
  readonly foundMin: number | null;
}

/** What another process goes on from. */
export interface ShopPlanState {
  readonly ways: Readonly<Record<string, readonly BuildWay[]>>;
  readonly todo: readonly { readonly id: string; readonly startDate: string }[];
  readonly planned: number;
  readonly usedS: number;
  readonly byDue: TogetherSchedule | null;
  readonly search: OrderState<TogetherSchedule> | null;
}

/** A plan of the whole shop, asked for on a page and worked out in a queue. */
@Entity({ name: 'shop_plan' })
export class ShopPlan {
  @PrimaryColumn('uuid') id: string;
  @Column('jsonb') asked: AskedShopPlan;
  @Column('uuid', { name: 'asked_by' }) askedById: string;
  @ManyToOne(() => Person) @JoinColumn({ name: 'asked_by' }) askedBy: Person;
  @Column('timestamptz', { name: 'asked_at' }) askedAt: Date;
  @Column('text') status: ShopPlanStatus;
  /** Of two workers that have the same plan one is too late */
  @VersionColumn() edition: number;
  @Column('jsonb') progress: ShopPlanProgress;
  @Column('jsonb', { nullable: true, select: false }) state: ShopPlanState | null;
  @Column('jsonb', { nullable: true, select: false }) result: TogetherSchedule | null;
  /** Why it failed */
  @Column('text', { nullable: true }) words: string | null;
  @Column('timestamptz', { name: 'ended_at', nullable: true }) endedAt: Date | null;
}

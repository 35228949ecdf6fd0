import type { WorstOfPlan } from '@pentimento/core/judging';
import type { BuildHead } from '@pentimento/core/plan';
import type { PlanMoment } from '@pentimento/core/steps';
import { Column, Entity, PrimaryColumn } from 'typeorm';

export const BUILD_STATUSES = ['planned', 'under way', 'finished'] as const;
export type BuildStatus = (typeof BUILD_STATUSES)[number];

@Entity({ name: 'build' })
export class Build {
  @PrimaryColumn('uuid') id: string;
  @Column('text') name: string;
  @Column('text') part: string;
  @Column('text') status: BuildStatus;
  /** Number of the newest version; the lock against stale saves */
  @Column('int', { name: 'current_version' }) currentVersion: number;
  @Column('timestamptz', { name: 'created_at' }) createdAt: Date;
  @Column('timestamptz', { name: 'changed_at' }) changedAt: Date;
  /** Of its newest plan, for lists; null: not made yet */
  @Column('jsonb', { nullable: true }) head: BuildHead | null;
  /** The worst that speaks against its newest plan; null: nothing to judge, or not judged yet */
  @Column('jsonb', { nullable: true }) worst: WorstOfPlan | null;
  /** What is planned when, for the Board */
  @Column('jsonb', { nullable: true }) moments: PlanMoment[] | null;
  /** Rules that it was judged by; null: to be judged anew */
  @Column('text', { name: 'judged_by', nullable: true }) judgedBy: string | null;
  /** Counts every change of the row */
  @Column({ type: 'int', default: 0, update: false }) edition: number;
}

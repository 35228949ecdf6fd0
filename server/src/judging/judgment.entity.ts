import type { WorstOfPlan } from '@pentimento/core/judging';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** What one version of a build was judged to be, by the rules and cards of then. */
@Entity({ name: 'judgment' })
export class Judgment {
  @PrimaryColumn('uuid', { name: 'build_id' }) buildId: string;
  @PrimaryColumn('int') number: number;
  /** Of everything that it was judged by: rules, versions of cards, other hands of the part */
  @PrimaryColumn('text') key: string;
  /** null: there is nothing to judge */
  @Column('jsonb', { nullable: true }) worst: WorstOfPlan | null;
}

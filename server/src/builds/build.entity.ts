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
}

import { Column, Entity, PrimaryColumn } from 'typeorm';

@Entity({ name: 'mold' })
export class Mold {
  @PrimaryColumn('uuid') id: string;
  @Column('text') number: string;
  @Column('uuid', { name: 'build_id', nullable: true }) buildId: string | null;
  @Column('int', { name: 'build_version', nullable: true }) buildVersion: number | null;
  @Column('text') part: string;
  @Column('text') hand: 'left' | 'right' | 'none';
  @Column('text', { name: 'release_program_id' }) releaseProgramId: string;
  @Column('uuid', { name: 'finished_by' }) finishedById: string;
  @Column('timestamptz', { name: 'finished_at' }) finishedAt: Date;
  /** Why it was finished with a gate or checks of the plug open; null: nothing was */
  @Column('text', { name: 'finish_reason', nullable: true }) finishReason: string | null;
}

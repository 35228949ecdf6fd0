import type { MoldFacts, MoldState } from '@pentimento/core/mold';
import type { MoldStanding } from '@pentimento/core/service';
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
  /** Names of its sections in the order they were laid; empty: it is one piece, or nobody knows how it was built */
  @Column('jsonb', { default: [] }) sections: string[];
  /** What its records come to, kept with every one of them; null: not summed up yet */
  @Column('jsonb', { nullable: true }) standing: MoldStanding | null;
  /** What its logbook comes to besides pulls and treatments, kept as the standing is */
  @Column('jsonb', { nullable: true }) facts: MoldFacts | null;
  /** Of the facts, for search and order */
  @Column('text', { default: '' }) customer: string;
  @Column('text', { default: '' }) place: string;
  @Column('text', { default: 'in service' }) state: MoldState;
  /** Number, part, customer and place in small letters, kept by the database: for search alone */
  @Column({ type: 'text', select: false, insert: false, update: false }) names: string;
  /** 0: out of the row, 1: care, 2: ready, 3: away; only for the order of the rack */
  @Column('smallint', { default: 0 }) urgency: number;
  /** Counts every change of the row */
  @Column({ type: 'int', default: 0, update: false }) edition: number;
  /** Why it was finished with a gate or checks of the plug open; null: nothing was */
  @Column('text', { name: 'finish_reason', nullable: true }) finishReason: string | null;
}

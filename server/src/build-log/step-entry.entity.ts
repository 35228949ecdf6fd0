import type { EntryKind } from '@pentimento/core/log';
import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Person } from '../people/person.entity.js';

/** One line of a build's log; append-only (the database refuses changes). */
@Entity({ name: 'step_entry' })
export class StepLogEntry {
  /** Made by the client, so that a repeated post counts once */
  @PrimaryColumn('uuid') id: string;
  @Column('uuid', { name: 'build_id' }) buildId: string;
  /** A step of the plan, by the id that core derives; it may be gone from newer versions */
  @Column('text', { name: 'step_id' }) stepId: string;
  @Column('text') kind: EntryKind;
  @Column('timestamptz') at: Date;
  @Column('text') note: string;
  /** The line that this one takes back */
  @Column('uuid', { nullable: true }) reverses: string | null;
  /** What was read, by the fields of its kind; null: a step’s state */
  @Column('jsonb', { nullable: true }) data: object | null;
  @Column('uuid', { name: 'made_by' }) madeById: string;
  @ManyToOne(() => Person) @JoinColumn({ name: 'made_by' }) madeBy: Relation<Person>;
  /** When the server took it */
  @Column('timestamptz', { name: 'kept_at' }) keptAt: Date;
}

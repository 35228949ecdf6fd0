import type { MoldEntryKind } from '@pentimento/core/mold';
import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Person } from '../people/person.entity.js';

/** A line of a mold's logbook that is neither a pull nor a treatment; append-only (the database refuses changes). */
@Entity({ name: 'mold_entry' })
export class StoredMoldEntry {
  /** Made by the client, so that a repeated post counts once */
  @PrimaryColumn('uuid') id: string;
  @Column('uuid', { name: 'mold_id' }) moldId: string;
  @Column('text') kind: MoldEntryKind;
  @Column('timestamptz') at: Date;
  @Column('text') note: string;
  /** By the fields of its kind (core/mold) */
  @Column('jsonb') data: object;
  @Column('uuid', { nullable: true }) reverses: string | null;
  /** When the server took it: of two at one moment the later one counts */
  @Column({ type: 'timestamptz', name: 'kept_at', insert: false, update: false }) keptAt: Date;
  @Column('uuid', { name: 'made_by' }) madeById: string;
  @ManyToOne(() => Person) @JoinColumn({ name: 'made_by' }) madeBy: Relation<Person>;
}

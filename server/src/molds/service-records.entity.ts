import type { PullDetail, TreatmentDetail } from '@pentimento/core/mold';
import type { TreatmentKind } from '@pentimento/core/service';
import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Person } from '../people/person.entity.js';

/** Who wrote a record, and when the server took it; append-only (the database refuses changes). */
abstract class ServiceRecord {
  /** Made by the client, so that a repeated post counts once */
  @PrimaryColumn('uuid') id: string;
  @Column('uuid', { name: 'mold_id' }) moldId: string;
  @Column('timestamptz') at: Date;
  @Column('text') note: string;
  @Column('uuid', { name: 'made_by' }) madeById: string;
  @ManyToOne(() => Person) @JoinColumn({ name: 'made_by' }) madeBy: Relation<Person>;
}

@Entity({ name: 'pull' })
export class Pull extends ServiceRecord {
  /** 1 fell out – 5 stuck, damage */
  @Column('smallint', { nullable: true }) ease: number | null;
  /** What else is said of it (core/mold); null: nothing */
  @Column('jsonb', { nullable: true }) data: PullDetail | null;
  /** The mistaken pull that this counter-entry takes back */
  @Column('uuid', { nullable: true }) reverses: string | null;
}

@Entity({ name: 'treatment' })
export class Treatment extends ServiceRecord {
  @Column('text') kind: TreatmentKind;
  /** What else is said of it (core/mold); null: nothing */
  @Column('jsonb', { nullable: true }) data: TreatmentDetail | null;
  /** The mistaken treatment that this counter-entry takes back */
  @Column('uuid', { nullable: true }) reverses: string | null;
}

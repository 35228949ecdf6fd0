import type { StoreClass } from '@pentimento/core/materials';
import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Person } from '../people/person.entity.js';

/** One delivery of one material. */
@Entity({ name: 'lot' })
export class StoredLot {
  /** Made by the client, so that a repeated post counts once */
  @PrimaryColumn('uuid') id: string;
  @Column('text', { name: 'card_id' }) cardId: string;
  /** As printed on it */
  @Column('text') number: string;
  @Column('date') received: string;
  @Column('date', { nullable: true }) opened: string | null;
  /** As printed on it; null: by the card's shelf life */
  @Column('date', { nullable: true }) expires: string | null;
  @Column('text') store: StoreClass;
  @Column('boolean', { name: 'used_up' }) usedUp: boolean;
  @Column('text') note: string;
  @Column('uuid', { name: 'made_by' }) madeById: string;
  @ManyToOne(() => Person) @JoinColumn({ name: 'made_by' }) madeBy: Relation<Person>;
  @Column('timestamptz', { name: 'made_at' }) madeAt: Date;
}

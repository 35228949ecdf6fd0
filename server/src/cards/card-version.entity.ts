import type { MaterialCard } from '@pentimento/core/materials';
import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Person } from '../people/person.entity.js';

/** One version of a card that the shop made its own; never changed once written. */
@Entity({ name: 'card_version' })
export class CardVersion {
  @PrimaryColumn('text', { name: 'card_id' }) cardId: string;
  @PrimaryColumn('int') version: number;
  @Column('jsonb') card: MaterialCard;
  @Column('text') note: string;
  @Column('uuid', { name: 'made_by' }) madeById: string;
  @ManyToOne(() => Person) @JoinColumn({ name: 'made_by' }) madeBy: Relation<Person>;
  @Column('timestamptz', { name: 'made_at' }) madeAt: Date;
}

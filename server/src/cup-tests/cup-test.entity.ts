import type { CupTest as CupTestData } from '@pentimento/core/calibration';
import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Person } from '../people/person.entity.js';

/** A cup that somebody watched; never changed once written. */
@Entity({ name: 'cup_test' })
export class CupTest {
  @PrimaryColumn('uuid') id: string;
  @Column('text', { name: 'card_id' }) cardId: string;
  @Column('jsonb') test: CupTestData;
  /** How it was read: by hand, a file, a logger */
  @Column('text') source: CupTestSource;
  @Column('text') note: string;
  @Column('uuid', { name: 'made_by' }) madeById: string;
  @ManyToOne(() => Person) @JoinColumn({ name: 'made_by' }) madeBy: Relation<Person>;
  @Column('timestamptz', { name: 'made_at' }) madeAt: Date;
}

export const CUP_TEST_SOURCES = ['by hand', 'file', 'logger', 'stand-in logger'] as const;
export type CupTestSource = (typeof CUP_TEST_SOURCES)[number];

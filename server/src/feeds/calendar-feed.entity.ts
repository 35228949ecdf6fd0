import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn } from 'typeorm';
import { Person } from '../people/person.entity.js';

export const FEED_KINDS = ['person', 'shop', 'treatments'] as const;
export type FeedKind = (typeof FEED_KINDS)[number];

/** An address that a calendar asks by itself: what one person has to do, what the whole shop has, or the evenings of treatments. */
@Entity({ name: 'calendar_feed' })
export class CalendarFeed {
  @PrimaryColumn('uuid') id: string;
  @Column('text') kind: FeedKind;
  /** Name in the shop's calendar; null: not one person's */
  @Column('text', { name: 'of_whom', nullable: true }) ofWhom: string | null;
  @Column('text', { name: 'token_hash', select: false }) tokenHash: string;
  @Column('uuid', { name: 'made_by' }) madeById: string;
  @ManyToOne(() => Person) @JoinColumn({ name: 'made_by' }) madeBy: Person;
  @Column('timestamptz', { name: 'made_at' }) madeAt: Date;
  /** Last time a calendar asked, to the hour */
  @Column('timestamptz', { name: 'read_at', nullable: true }) readAt: Date | null;
  @Column('timestamptz', { name: 'withdrawn_at', nullable: true }) withdrawnAt: Date | null;
  @Column('uuid', { name: 'withdrawn_by', nullable: true }) withdrawnById: string | null;
}

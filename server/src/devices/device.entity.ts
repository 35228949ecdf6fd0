import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn } from 'typeorm';
import { Person } from '../people/person.entity.js';

/** A shared tablet or computer of the shop on which people may switch by code. */
@Entity({ name: 'device' })
export class Device {
  @PrimaryColumn('uuid') id: string;
  @Column('text') name: string;
  @Column('text', { name: 'token_hash', select: false }) tokenHash: string;
  @Column('uuid', { name: 'trusted_by' }) trustedById: string;
  @ManyToOne(() => Person) @JoinColumn({ name: 'trusted_by' }) trustedBy: Person;
  @Column('timestamptz', { name: 'trusted_at' }) trustedAt: Date;
  @Column('uuid', { name: 'forgotten_by', nullable: true }) forgottenById: string | null;
  @Column('timestamptz', { name: 'forgotten_at', nullable: true }) forgottenAt: Date | null;
}

import type { Role } from '@pentimento/core/rights';
import type { UnitSystem } from '@pentimento/core/units';
import { Column, Entity, PrimaryColumn } from 'typeorm';

export const UNIT_SYSTEMS = ['metric', 'us'] as const;

@Entity({ name: 'person' })
export class Person {
  @PrimaryColumn('uuid') id: string;
  @Column('text') name: string;
  @Column('text') login: string;
  @Column('text') role: Role;
  @Column('text', { name: 'password_hash', select: false }) passwordHash: string;
  @Column('text', { name: 'unit_system' }) unitSystem: UnitSystem;
  @Column('boolean') demo: boolean;
  /** An account that was closed stays, since its records do; nobody signs in with it */
  @Column('boolean', { default: true }) active: boolean;
  /** The password is a one-time word of the owner's, good until then; null: a password of the person's own */
  @Column('timestamptz', { name: 'word_until', nullable: true }) wordUntil: Date | null;
  /** Sessions of an earlier round are over: signed out everywhere */
  @Column('int', { name: 'session_round', default: 0 }) sessionRound: number;
  /** Code for switching on a trusted device; null: none */
  @Column('text', { name: 'code_hash', nullable: true, select: false }) codeHash: string | null;
  @Column('timestamptz', { name: 'created_at' }) createdAt: Date;
}

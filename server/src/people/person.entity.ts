import type { UnitSystem } from '@pentimento/core/units';
import { Column, Entity, PrimaryColumn } from 'typeorm';

export const ROLES = ['owner', 'toolmaker'] as const;
export type Role = (typeof ROLES)[number];
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
  @Column('timestamptz', { name: 'created_at' }) createdAt: Date;
}

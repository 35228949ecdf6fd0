import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn } from 'typeorm';
import { Person } from './person.entity.js';

export const RIGHTS_CHANGES = [
  'added',
  'role',
  'closed',
  'opened again',
  'one-time word',
  'password',
  'code set',
  'code taken away',
  'signed out everywhere',
  'device trusted',
  'device forgotten',
  'calendar address made',
  'calendar address withdrawn',
] as const;
export type RightsChangeKind = (typeof RIGHTS_CHANGES)[number];

/** Who changed which right, of whom, when. Append-only. */
@Entity({ name: 'rights_change' })
export class RightsChange {
  @PrimaryColumn('uuid') id: string;
  @Column('timestamptz') at: Date;
  @Column('uuid', { name: 'by_id', nullable: true }) byId: string | null;
  @ManyToOne(() => Person) @JoinColumn({ name: 'by_id' }) by: Person | null;
  @Column('uuid', { name: 'person_id', nullable: true }) personId: string | null;
  @ManyToOne(() => Person) @JoinColumn({ name: 'person_id' }) person: Person | null;
  @Column('uuid', { name: 'device_id', nullable: true }) deviceId: string | null;
  @Column('text') what: RightsChangeKind;
  @Column('text') detail: string;
}

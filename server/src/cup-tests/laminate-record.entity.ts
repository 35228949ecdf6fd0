import type { TemperatureLog } from '@pentimento/core/calibration';
import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { BuildVersion } from '../builds/build-version.entity.js';
import { Person } from '../people/person.entity.js';

/** Temperatures logged inside a laminate while it was built; never changed once written. */
@Entity({ name: 'laminate_record' })
export class LaminateRecord {
  @PrimaryColumn('uuid') id: string;
  @Column('text', { name: 'card_id' }) cardId: string;
  @Column('uuid', { name: 'build_id' }) buildId: string;
  @Column('int', { name: 'build_version' }) buildVersion: number;
  @ManyToOne(() => BuildVersion)
  @JoinColumn([
    { name: 'build_id', referencedColumnName: 'buildId' },
    { name: 'build_version', referencedColumnName: 'number' },
  ])
  version: Relation<BuildVersion>;
  @Column('int', { name: 'session_index' }) sessionIndex: number;
  /** Height of the probe above the plug face [m] */
  @Column('double precision', { name: 'height_m' }) heightM: number;
  @Column('jsonb') log: TemperatureLog;
  @Column('text') note: string;
  @Column('uuid', { name: 'made_by' }) madeById: string;
  @ManyToOne(() => Person) @JoinColumn({ name: 'made_by' }) madeBy: Relation<Person>;
  @Column('timestamptz', { name: 'made_at' }) madeAt: Date;
}

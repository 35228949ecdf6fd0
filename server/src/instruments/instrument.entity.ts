import type { InstrumentKind } from '@pentimento/core/instruments';
import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Person } from '../people/person.entity.js';

/** A scale, logger or sensor of the shop that may speak to it, by a key that only it holds. */
@Entity({ name: 'instrument' })
export class Instrument {
  @PrimaryColumn('uuid') id: string;
  @Column('text') name: string;
  @Column('text') kind: InstrumentKind;
  @Column('text', { name: 'key_hash', select: false }) keyHash: string;
  @Column('uuid', { name: 'made_by' }) madeById: string;
  @ManyToOne(() => Person) @JoinColumn({ name: 'made_by' }) madeBy: Relation<Person>;
  @Column('timestamptz', { name: 'made_at' }) madeAt: Date;
  /** Its key counts no more since; null: it does */
  @Column('timestamptz', { name: 'ended_at', nullable: true }) endedAt: Date | null;
}

/** What an instrument writes into a build's log by itself, in the name of who asked for it. */
@Entity({ name: 'instrument_watch' })
export class InstrumentWatch {
  @PrimaryColumn('uuid') id: string;
  @Column('uuid', { name: 'instrument_id' }) instrumentId: string;
  @ManyToOne(() => Instrument) @JoinColumn({ name: 'instrument_id' }) instrument: Relation<Instrument>;
  /** Of a logger; 0 of a room sensor */
  @Column('int') channel: number;
  @Column('uuid', { name: 'build_id' }) buildId: string;
  @Column('text', { name: 'step_id' }) stepId: string;
  /** Layer that the thermocouple lies in, and how deep; null: the air */
  @Column('text', { name: 'layer_id', nullable: true }) layerId: string | null;
  @Column('double precision', { nullable: true }) frac: number | null;
  @Column('double precision', { name: 'every_min' }) everyMin: number;
  @Column('uuid', { name: 'made_by' }) madeById: string;
  @ManyToOne(() => Person) @JoinColumn({ name: 'made_by' }) madeBy: Relation<Person>;
  @Column('timestamptz', { name: 'from_at' }) fromAt: Date;
  /** Moment of the newest reading that was written down */
  @Column('timestamptz', { name: 'last_at', nullable: true }) lastAt: Date | null;
  @Column('timestamptz', { name: 'ended_at', nullable: true }) endedAt: Date | null;
}

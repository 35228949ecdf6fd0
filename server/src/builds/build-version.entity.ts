import { readPlan, type ReadPlan } from '@pentimento/core/plan';
import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Person } from '../people/person.entity.js';

/** Plans that were asked for lately, by what is stored. */
const plansRead = new Map<string, ReadPlan>();
const MOST_READ = 200;

/** One saved state of a plan; never changed once written. */
@Entity({ name: 'build_version' })
export class BuildVersion {
  @PrimaryColumn('uuid', { name: 'build_id' }) buildId: string;
  @PrimaryColumn('int') number: number;
  /** As it was saved, in the format of its time */
  @Column('jsonb', { name: 'plan' }) stored: object;
  /** Made by the client for one save, however often it is sent; null: saved before there were any */
  @Column('uuid', { name: 'save_id', nullable: true }) saveId: string | null;
  @Column('text') note: string;
  @Column('uuid', { name: 'made_by' }) madeById: string;
  @ManyToOne(() => Person) @JoinColumn({ name: 'made_by' }) madeBy: Relation<Person>;
  @Column('timestamptz', { name: 'made_at' }) madeAt: Date;

  /** As this program knows plans, with what was filled in to get there. The same plan is read once. */
  read(): ReadPlan {
    const key = JSON.stringify(this.stored);
    const known = plansRead.get(key);
    if (known) return known;
    const read = readPlan(this.stored);
    if (plansRead.size >= MOST_READ) plansRead.clear();
    plansRead.set(key, read);
    return read;
  }
}

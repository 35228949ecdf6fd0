import type { ShopCalendar } from '@pentimento/core/shop';
import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Person } from '../people/person.entity.js';

/** The shop's calendar as somebody saved it; every save is a version. */
@Entity({ name: 'shop_calendar' })
export class StoredShopCalendar {
  @PrimaryColumn('int') version: number;
  @Column('jsonb') calendar: ShopCalendar;
  @Column('uuid', { name: 'made_by' }) madeById: string;
  @ManyToOne(() => Person) @JoinColumn({ name: 'made_by' }) madeBy: Relation<Person>;
  @Column('timestamptz', { name: 'made_at' }) madeAt: Date;
}

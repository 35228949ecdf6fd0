import type { ResinCard } from '@pentimento/core';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** One version of a card that the shop made its own; never changed once written. */
@Entity({ name: 'card_version' })
export class CardVersion {
  @PrimaryColumn('text', { name: 'card_id' }) cardId: string;
  @PrimaryColumn('int') version: number;
  @Column('jsonb') card: ResinCard;
  @Column('text') note: string;
  @Column('uuid', { name: 'made_by' }) madeById: string;
  @Column('timestamptz', { name: 'made_at' }) madeAt: Date;
}

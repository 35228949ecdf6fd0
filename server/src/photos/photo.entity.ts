import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A picture taken at a build; append-only (the database refuses changes). */
@Entity({ name: 'photo' })
export class Photo {
  /** Made by the client, so that a repeated post counts once */
  @PrimaryColumn('uuid') id: string;
  @Column('uuid', { name: 'build_id' }) buildId: string;
  @Column('bytea') jpeg: Buffer;
  /** For lists */
  @Column('bytea') small: Buffer;
  @Column('uuid', { name: 'made_by' }) madeById: string;
  @Column('timestamptz', { name: 'made_at' }) madeAt: Date;
}

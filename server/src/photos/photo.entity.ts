import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A picture taken at a build or of a mold; append-only (the database refuses changes). */
@Entity({ name: 'photo' })
export class Photo {
  /** Made by the client, so that a repeated post counts once */
  @PrimaryColumn('uuid') id: string;
  /** Of one of both */
  @Column('uuid', { name: 'build_id', nullable: true }) buildId: string | null;
  @Column('uuid', { name: 'mold_id', nullable: true }) moldId: string | null;
  @Column('bytea') jpeg: Buffer;
  /** For lists */
  @Column('bytea') small: Buffer;
  @Column('uuid', { name: 'made_by' }) madeById: string;
  @Column('timestamptz', { name: 'made_at' }) madeAt: Date;
}

import { Check, Column, Entity, Index, JoinColumn, ManyToOne, OneToOne, PrimaryColumn, type Relation } from 'typeorm';
import { CheckEntity } from '../checks/index.ts';
import { SourceEntity } from '../families/index.ts';
import { UnitEntity } from '../units/index.ts';
import type { MediaType } from './media-type.ts';

/**
 * A photo or page attached to a source (a page of the manual, the label), a unit (its stamped plate) or a check (a
 * finding).
 */
@Entity('attachment')
@Index('attachment_of_source', ['sourceId'])
@Index('attachment_of_unit', ['unitId'])
@Index('attachment_of_check', ['checkId'])
@Check('attachment_beside_one', 'num_nonnulls(source_id, unit_id, check_id) = 1')
export class AttachmentEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('uuid', { nullable: true }) sourceId!: string | null;
  @ManyToOne(() => SourceEntity, { onDelete: 'RESTRICT' })
  @JoinColumn({ name: 'source_id' })
  source?: Relation<SourceEntity> | null;
  @Column('uuid', { nullable: true }) unitId!: string | null;
  @ManyToOne(() => UnitEntity, { onDelete: 'RESTRICT' })
  @JoinColumn({ name: 'unit_id' })
  unit?: Relation<UnitEntity> | null;
  @Column('uuid', { nullable: true }) checkId!: string | null;
  @ManyToOne(() => CheckEntity, { onDelete: 'RESTRICT' })
  @JoinColumn({ name: 'check_id' })
  check?: Relation<CheckEntity> | null;
  @Column('text') name!: string;
  /** Detected from the content, not from the name or the sender's header. */
  @Column('text') mediaType!: MediaType;
  @Column('integer') size!: number;
  @Column('text') sha256!: string;
  @Column('text') addedBy!: string;
  @Column('timestamptz') addedAt!: Date;
  /** Removed by a person: no longer shown, but kept. */
  @Column('timestamptz', { nullable: true }) takenOffAt!: Date | null;
}

/** The bytes, in a separate table so that lists do not read them and the audit log does not copy them. */
@Entity('attachment_content')
export class AttachmentContentEntity {
  @PrimaryColumn('uuid') attachmentId!: string;
  @OneToOne(() => AttachmentEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn({ name: 'attachment_id' })
  attachment?: Relation<AttachmentEntity>;
  @Column('bytea') bytes!: Buffer;
}

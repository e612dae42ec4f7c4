import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { UnitEntity } from '../units/index.ts';

export const FOLLOW_UP_KINDS = ['unfinished', 'prove-at-work'] as const;

/**
 * A follow-up of a check: unfinished work, or a run that is to be confirmed at work. A person or a later check closes
 * it.
 */
@Entity('follow_up')
@Index('follow_up_open', ['unitId'], { where: 'closed_at is null and not withdrawn' })
@Index('follow_up_of_check', ['checkId'])
export class FollowUpEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('uuid') unitId!: string;
  @ManyToOne(() => UnitEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  unit?: Relation<UnitEntity>;
  @Column('uuid') checkId!: string;
  @Column('text') kind!: (typeof FOLLOW_UP_KINDS)[number];
  @Column('text') what!: string;
  /** The part that was ordered; empty where none was. */
  @Column('text') part!: string;
  @Column('text') who!: string;
  /** A day of the shop. */
  @Column('date', { nullable: true }) byDay!: string | null;
  @Column('text') madeBy!: string;
  @Column('timestamptz') madeAt!: Date;
  /** Its check was struck out, so it does not count either. */
  @Column('boolean', { default: false }) withdrawn!: boolean;
  @Column('timestamptz', { nullable: true }) closedAt!: Date | null;
  @Column('text', { default: '' }) closedBy!: string;
  @Column('text', { default: '' }) closingNote!: string;
  /** The check that did the work; null if it was closed manually. */
  @Column('uuid', { nullable: true }) closedByCheckId!: string | null;
}

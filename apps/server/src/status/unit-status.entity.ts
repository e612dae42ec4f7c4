import type { Reason, UnitState } from '@sturdy-shim/core';
import { Column, Entity, Index, JoinColumn, OneToOne, PrimaryColumn, type Relation } from 'typeorm';
import { UnitEntity } from '../units/index.ts';

/**
 * The stored status of a unit. A job recomputes it after a mark, or when `changesAt` has passed. Countdowns are
 * computed on reading.
 */
@Entity('unit_status')
@Index('unit_status_rank', ['rank'])
@Index('unit_status_no_meter', ['unitId'], { where: `reasons @> '[{"code": "no-meter"}]'` })
@Index('unit_status_calendar', ['changesAt'])
@Index('unit_status_marked', ['unitId'], { where: 'mark <> computed_mark' })
export class UnitStatusEntity {
  @PrimaryColumn('uuid') unitId!: string;
  @OneToOne(() => UnitEntity, { nullable: false, onDelete: 'CASCADE' })
  @JoinColumn()
  unit?: Relation<UnitEntity>;
  /** Copies of unit columns, written with every status, so that lists of the whole fleet read one table. */
  @Column('uuid') @Index('unit_status_family') familyId!: string;
  @Column('uuid') @Index('unit_status_site') siteId!: string;
  @Column('text') @Index('unit_status_kind') kind!: string;
  @Column('text') @Index('unit_status_tag') tagKey!: string;
  @Column('text') state!: UnitState;
  /** Place of the state in the order of urgency. */
  @Column('smallint') rank!: number;
  @Column('jsonb') reasons!: Reason[];
  @Column('double precision', { nullable: true }) hoursNow!: number | null;
  @Column('timestamptz', { nullable: true }) hoursReadAt!: Date | null;
  @Column('double precision', { nullable: true }) dueAtHours!: number | null;
  @Column('double precision', { nullable: true }) hoursLeft!: number | null;
  @Column('double precision', { nullable: true }) intervalHours!: number | null;
  @Column('timestamptz', { nullable: true }) dueAt!: Date | null;
  @Column('double precision', { nullable: true }) intervalDays!: number | null;
  /** How far the worst gap is outside, in widths of its window: orders units that must stay in. */
  @Column('double precision', { nullable: true }) widthsOutside!: number | null;
  /** The next moment at which the calendar alone changes it; null: never. */
  @Column('timestamptz', { nullable: true }) changesAt!: Date | null;
  /** Mark counter: increases when its inputs change without an immediate computation. */
  @Column('integer', { default: 1 }) mark!: number;
  /** The mark counter at its computation: if it differs from the current one, the status is stale. */
  @Column('integer', { default: 0 }) computedMark!: number;
  /** The moment for which it was computed: computing it again for that moment must give the same result. */
  @Column('timestamptz', { default: () => 'now()' }) computedAt!: Date;
}

import type { Reason, UnitState } from '@sturdy-shim/core';
import { Column, Entity, Index, JoinColumn, OneToOne, PrimaryColumn, type Relation } from 'typeorm';
import { UnitEntity } from '../units/index.ts';

/** Where a unit stands, as the core computed it when something last changed or the day turned. */
@Entity('unit_status')
@Index('unit_status_queue', ['rank', 'urgency'])
@Index('unit_status_day', ['computedFor'])
export class UnitStatusEntity {
  @PrimaryColumn('uuid') unitId!: string;
  @OneToOne(() => UnitEntity, { nullable: false, onDelete: 'CASCADE' })
  @JoinColumn()
  unit?: Relation<UnitEntity>;
  @Column('text') state!: UnitState;
  /** Place of the state in the order of urgency. */
  @Column('smallint') rank!: number;
  @Column('double precision') urgency!: number;
  @Column('jsonb') reasons!: Reason[];
  @Column('double precision', { nullable: true }) hoursNow!: number | null;
  @Column('timestamptz', { nullable: true }) hoursReadAt!: Date | null;
  @Column('double precision', { nullable: true }) dueAtHours!: number | null;
  @Column('double precision', { nullable: true }) hoursLeft!: number | null;
  @Column('double precision', { nullable: true }) intervalHours!: number | null;
  @Column('timestamptz', { nullable: true }) dueAt!: Date | null;
  @Column('double precision', { nullable: true }) daysLeft!: number | null;
  @Column('double precision', { nullable: true }) shareLeft!: number | null;
  @Column('date') computedFor!: string;
  /** The moment that it was computed at: whoever computes it again for that moment must find the same. */
  @Column('timestamptz', { default: () => 'now()' }) computedAt!: Date;
}

import type { ProblemAfter, Symptom } from '@sturdy-shim/core';
import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { UnitEntity } from '../units/index.ts';

/** A report of an operator. It makes the check due until a check closes it. */
@Entity('problem_report')
@Index('problem_report_open', ['unitId'], { where: 'closed_at is null' })
export class ProblemReportEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('uuid') unitId!: string;
  @ManyToOne(() => UnitEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  unit?: Relation<UnitEntity>;
  @Column('text') symptom!: Symptom;
  @Column('text') note!: string;
  /** Start of the problem, if stated. */
  @Column('date', { nullable: true }) since!: string | null;
  /** Earlier attempts to fix it. */
  @Column('text', { default: '' }) tried!: string;
  @Column('text') reportedBy!: string;
  @Column('timestamptz') reportedAt!: Date;
  @Column('timestamptz', { nullable: true }) closedAt!: Date | null;
  /** State of the problem after the check that answered it; null if not stated. */
  @Column('text', { nullable: true }) after!: ProblemAfter | null;
  /** The check that answered it. */
  @Column('uuid', { nullable: true }) closedById!: string | null;
}

import type { ProblemAfter, Symptom } from '@sturdy-shim/core';
import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { UnitEntity } from '../units/index.ts';

/** What an operator reported. It brings the check forward until a check that gauged every valve closes it. */
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
  /** Since when, where it was said. */
  @Column('date', { nullable: true }) since!: string | null;
  /** What was tried in vain before. */
  @Column('text', { default: '' }) tried!: string;
  @Column('text') reportedBy!: string;
  @Column('timestamptz') reportedAt!: Date;
  @Column('timestamptz', { nullable: true }) closedAt!: Date | null;
  /** How it was after the check that answered it; null: not said. */
  @Column('text', { nullable: true }) after!: ProblemAfter | null;
  /** The check that answered it. */
  @Column('uuid', { nullable: true }) closedById!: string | null;
}

import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { UnitEntity } from '../units/index.ts';
import type { UnitFacts } from './unit-facts.ts';

/** The facts of a unit, kept in the transaction of whatever changes them: many statuses are computed without the past. */
@Entity('unit_facts')
export class UnitFactsEntity {
  @PrimaryColumn('uuid') unitId!: string;
  @ManyToOne(() => UnitEntity, { nullable: false, onDelete: 'CASCADE' })
  @JoinColumn()
  unit?: Relation<UnitEntity>;
  @Column('jsonb') facts!: UnitFacts;
  /** The moment for which they were collected; they say nothing of an earlier one. */
  @Column('timestamptz') collectedAt!: Date;
  /** From then on they are collected again; null: they hold until something changes. */
  @Column('timestamptz', { nullable: true }) validUntil!: Date | null;
}

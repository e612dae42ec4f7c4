import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { UnitEntity } from '../units/index.ts';
import type { UnitFacts } from './unit-facts.ts';

/**
 * The stored facts of a unit, updated in the transaction that changes them, so that most statuses are computed without
 * the history.
 */
@Entity('unit_facts')
export class UnitFactsEntity {
  @PrimaryColumn('uuid') unitId!: string;
  @ManyToOne(() => UnitEntity, { nullable: false, onDelete: 'CASCADE' })
  @JoinColumn()
  unit?: Relation<UnitEntity>;
  @Column('jsonb') facts!: UnitFacts;
  /** The moment for which they were collected; not valid for an earlier one. */
  @Column('timestamptz') collectedAt!: Date;
  /** Expiry; null: valid until a change. */
  @Column('timestamptz', { nullable: true }) validUntil!: Date | null;
}

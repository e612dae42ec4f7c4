import { Check, Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { UnitEntity } from '../units/index.ts';

/**
 * An hour meter of a unit. The original meter has no fitting day, because it starts with the unit; it has a row only
 * once it was seen to roll over. A reading belongs to the meter that was fitted at its time.
 */
@Entity('meter')
@Index('meter_of_unit', ['unitId'])
@Index('first_meter_of_unit', ['unitId'], { unique: true, where: 'fitted_at is null' })
@Check('meter_fitted', '(fitted_at is null) = (started_at_hours is null)')
@Check('meter_figures', 'started_at_hours >= 0 and modulus_hours > 0')
export class MeterEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('uuid') unitId!: string;
  @ManyToOne(() => UnitEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  unit?: Relation<UnitEntity>;
  @Column('timestamptz', { nullable: true }) fittedAt!: Date | null;
  @Column('double precision', { nullable: true }) startedAtHours!: number | null;
  /** It counts modulo this; null until it was seen to roll over. */
  @Column('double precision', { nullable: true }) modulusHours!: number | null;
  /** Reason for replacing the earlier meter. */
  @Column('text', { default: '' }) reason!: string;
  /** The reading by which it was noticed. */
  @Column('uuid', { nullable: true }) readingId!: string | null;
  @Column('text', { default: '' }) enteredBy!: string;
  @Column('timestamptz') enteredAt!: Date;
  /** Withdrawn, because the reading by which it was noticed was rejected. */
  @Column('timestamptz', { nullable: true }) voidedAt!: Date | null;
}

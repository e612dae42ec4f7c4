import { Check, Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { UnitEntity } from '../units/index.ts';

export const USE_BASES = ['days', 'fuel'] as const;

/** The use of a unit without an hour meter over some days; its hours are always an estimate. */
@Entity('use_entry')
@Index('use_entry_of_unit', ['unitId', 'toDay'])
@Check('use_entry_basis', "basis in ('days', 'fuel')")
@Check('use_entry_days', 'from_day <= to_day')
@Check('use_entry_figures', 'amount >= 0 and rate > 0 and hours >= 0')
export class UseEntryEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('uuid') unitId!: string;
  @ManyToOne(() => UnitEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  unit?: Relation<UnitEntity>;
  @Column('date') fromDay!: string;
  @Column('date') toDay!: string;
  @Column('text') basis!: (typeof USE_BASES)[number];
  /** Days on the job, or fuel used. */
  @Column('double precision') amount!: number;
  /** Hours a day, or fuel burned in an hour. */
  @Column('double precision') rate!: number;
  @Column('double precision') hours!: number;
  @Column('text') note!: string;
  @Column('text') enteredBy!: string;
  @Column('timestamptz') enteredAt!: Date;
  /** Entered by mistake: it does not count. */
  @Column('timestamptz', { nullable: true }) voidedAt!: Date | null;
}

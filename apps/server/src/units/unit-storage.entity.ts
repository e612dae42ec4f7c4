import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { UnitEntity } from './unit.entity.ts';

/** When a unit was put away and taken out again. Not knowable from the unit, which says only how it is used now. */
@Entity('unit_storage')
@Index('unit_storage_open', ['unitId'], { unique: true, where: 'to_at is null' })
export class UnitStorageEntity {
  @PrimaryColumn('uuid') unitId!: string;
  @ManyToOne(() => UnitEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  unit?: Relation<UnitEntity>;
  @PrimaryColumn('timestamptz') fromAt!: Date;
  /** Null while it is put away. */
  @Column('timestamptz', { nullable: true }) toAt!: Date | null;
}

import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { UnitEntity } from './unit.entity.ts';

/** A storage period of a unit. The unit itself only has its current use. */
@Entity('unit_storage')
@Index('unit_storage_open', ['unitId'], { unique: true, where: 'to_at is null' })
export class UnitStorageEntity {
  @PrimaryColumn('uuid') unitId!: string;
  @ManyToOne(() => UnitEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  unit?: Relation<UnitEntity>;
  @PrimaryColumn('timestamptz') fromAt!: Date;
  /** Null while it is in storage. */
  @Column('timestamptz', { nullable: true }) toAt!: Date | null;
}

import { Check, Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { CheckEntity } from './check.entity.ts';

/** `struck`: the check no longer counts. `restored`: it counts again. `remark`: an added note. */
export const AMENDMENTS = ['remark', 'struck', 'restored'] as const;

/** An amendment of a signed check by a lead. Neither the check nor its amendments are ever edited. */
@Entity('amendment')
@Index('amendment_of_check', ['checkId', 'madeAt'])
@Check('amendment_kind', "kind in ('remark', 'struck', 'restored')")
@Check('amendment_reason', "reason <> ''")
export class AmendmentEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('uuid') checkId!: string;
  @ManyToOne(() => CheckEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  check?: Relation<CheckEntity>;
  @Column('uuid') unitId!: string;
  @Column('text') kind!: (typeof AMENDMENTS)[number];
  @Column('text') reason!: string;
  @Column('text') madeBy!: string;
  @Column('timestamptz') madeAt!: Date;
}

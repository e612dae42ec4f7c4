import { Check, Column, Entity, JoinColumn, ManyToOne, OneToOne, PrimaryColumn, type Relation } from 'typeorm';
import { UnitEntity } from '../units/index.ts';
import { CheckEntity } from './check.entity.ts';

export const ENGINE_ANSWERS = ['closed', 'open'] as const;

/**
 * A question about a check from before the engine's open work was part of the status: it was open, or was signed with
 * parts off. The unit's status does not change until a lead states, once, how the engine was left.
 */
@Entity('engine_question')
@Check('engine_question_answer', "answer in ('closed', 'open')")
export class EngineQuestionEntity {
  @PrimaryColumn('uuid') checkId!: string;
  @OneToOne(() => CheckEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  check?: Relation<CheckEntity>;
  @Column('uuid') unitId!: string;
  @ManyToOne(() => UnitEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  unit?: Relation<UnitEntity>;
  /** Null: not answered yet. */
  @Column('text', { nullable: true }) answer!: (typeof ENGINE_ANSWERS)[number] | null;
  @Column('text', { default: '' }) answeredBy!: string;
  @Column('timestamptz', { nullable: true }) answeredAt!: Date | null;
}

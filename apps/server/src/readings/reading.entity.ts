import type { Hours, Suspicion } from '@sturdy-shim/core';
import { Check, Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { UnitEntity } from '../units/index.ts';

/** A person's explanation of a suspect reading. */
export type Confirmation =
  | { readonly kind: 'as-read' }
  | { readonly kind: 'rolled-over'; readonly modulus: Hours }
  | { readonly kind: 'new-meter'; readonly startedAt: Hours };

export const READING_STATES = ['accepted', 'suspect', 'rejected'] as const;

/** A reading of an hour meter. Never dropped: an inconsistent one is kept as suspect until a person settles it. */
@Entity('reading')
@Index('reading_unit_time', ['unitId', 'readAt'])
@Index('reading_suspect', ['readAt'], { where: "state = 'suspect'" })
@Check('reading_state', "state in ('accepted', 'suspect', 'rejected')")
@Check('reading_hours', 'shown_hours >= 0')
export class ReadingEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('uuid') unitId!: string;
  @ManyToOne(() => UnitEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  unit?: Relation<UnitEntity>;
  @Column('timestamptz') readAt!: Date;
  @Column('double precision') shownHours!: number;
  @Column('text') note!: string;
  @Column('text') readBy!: string;
  @Column('text') state!: (typeof READING_STATES)[number];
  /** Number of roll-overs of its meter before it, inferred from the readings around it. */
  @Column('integer', { default: 0 }) lap!: number;
  @Column('jsonb') suspicions!: Suspicion[];
  /** What a person confirmed when settling it. */
  @Column('jsonb', { nullable: true }) confirmed!: Confirmation | null;
  @Column('timestamptz') receivedAt!: Date;
  /** The person who last settled or amended it, and the reason. The figure is never edited. */
  @Column('text', { default: '' }) settledBy!: string;
  @Column('text', { default: '' }) settledReason!: string;
}

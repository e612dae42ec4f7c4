import type { UsagePool } from '@sturdy-shim/core';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** What units of one family at one site have in common, as a job worked it out last. Derived: never entered. */
@Entity('usage_pool')
export class UsagePoolEntity {
  @PrimaryColumn('uuid') familyId!: string;
  @PrimaryColumn('uuid') siteId!: string;
  @Column('jsonb') pool!: UsagePool;
  /** How many units it rests on. */
  @Column('integer') units!: number;
  @Column('timestamptz') computedAt!: Date;
}

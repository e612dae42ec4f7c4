import type { UsagePool } from '@sturdy-shim/core';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The usage of the units of one family at one site, as last estimated by a job. Derived data. */
@Entity('usage_pool')
export class UsagePoolEntity {
  @PrimaryColumn('uuid') familyId!: string;
  @PrimaryColumn('uuid') siteId!: string;
  @Column('jsonb') pool!: UsagePool;
  /** Number of units in the estimate. */
  @Column('integer') units!: number;
  @Column('timestamptz') computedAt!: Date;
}

import type { ShopRules } from '@sturdy-shim/core';
import { Check, Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn } from 'typeorm';

/** Each time the shop, or one family, was given other rules. The latest of each holds; none is ever changed. */
@Entity('shop_rules')
@Index('shop_rules_of_family', ['familyId', 'number'], { unique: true, where: 'family_id is not null' })
@Index('shop_rules_of_shop', ['number'], { unique: true, where: 'family_id is null' })
@Check('shop_rules_reason', "reason <> ''")
export class ShopRulesEntity {
  @PrimaryColumn('uuid') id!: string;
  /** Null: for the whole shop. */
  @Column('uuid', { nullable: true }) familyId!: string | null;
  // By name, because families read their sources under these rules: the shop must not know the families.
  @ManyToOne('FamilyEntity', { onDelete: 'RESTRICT' })
  @JoinColumn({ name: 'family_id' })
  family?: object | null;
  @Column('integer') number!: number;
  /** What is left out is as the shop has it, or the program. */
  @Column('jsonb') rules!: Partial<ShopRules>;
  @Column('text') reason!: string;
  @Column('text') madeBy!: string;
  @Column('timestamptz') madeAt!: Date;
}

import type { ShopRules } from '@sturdy-shim/core';
import { Check, Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn } from 'typeorm';

/** A change of the rules of the shop or of one family. The latest is in effect; rows are never changed. */
@Entity('shop_rules')
@Index('shop_rules_of_family', ['familyId', 'number'], { unique: true, where: 'family_id is not null' })
@Index('shop_rules_of_shop', ['number'], { unique: true, where: 'family_id is null' })
@Check('shop_rules_reason', "reason <> ''")
export class ShopRulesEntity {
  @PrimaryColumn('uuid') id!: string;
  /** Null: for the whole shop. */
  @Column('uuid', { nullable: true }) familyId!: string | null;
  // Referenced by name, because the families domain depends on this one.
  @ManyToOne('FamilyEntity', { onDelete: 'RESTRICT' })
  @JoinColumn({ name: 'family_id' })
  family?: object | null;
  @Column('integer') number!: number;
  /** Absent rules are inherited from the shop or the program. */
  @Column('jsonb') rules!: Partial<ShopRules>;
  @Column('text') reason!: string;
  @Column('text') madeBy!: string;
  @Column('timestamptz') madeAt!: Date;
}

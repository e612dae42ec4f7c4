import { Check, Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { SHOP_LOCALES, type ShopLocale, USUAL_LOCALE } from '@sturdy-shim/core';
import { ROLES, type Role } from '../platform/index.ts';

export const SHOP_KINDS = ['demo', 'real'] as const;
export type ShopKind = (typeof SHOP_KINDS)[number];

/** The shop: one row, created when the demo is loaded or a real shop is set up. */
@Entity('shop')
@Check('shop_only_one', 'single_row')
@Check('shop_gap_unit', "gap_unit in ('mm', 'thou')")
@Check('shop_locale', `locale in (${SHOP_LOCALES.map((each) => `'${each}'`).join(', ')})`)
@Check('shop_kind', "kind in ('demo', 'real')")
@Check('shop_demo_passphrase', "kind = 'demo' or demo_passphrase is null")
export class ShopEntity {
  @PrimaryColumn('boolean', { default: true }) singleRow!: boolean;
  /** Every person refers to it, so that no demo person can exist in a real shop's database. */
  @Column('text') @Index('shop_kind_key', { unique: true }) kind!: ShopKind;
  @Column('text') name!: string;
  /** IANA time zone of the shop's days. */
  @Column('text') timeZone!: string;
  /** The unit in which gaps are read on devices without a choice of their own. */
  @Column('text', { default: 'mm' }) gapUnit!: 'mm' | 'thou';
  /** How days, times and counts are written. */
  @Column('text', { default: USUAL_LOCALE }) locale!: ShopLocale;
  /** What the demo's sign-in page shows. A real shop cannot have one. */
  @Column('text', { nullable: true }) demoPassphrase!: string | null;
  @Column('text', { nullable: true }) demoPin!: string | null;
  /** When the demo's fleet was completely loaded; null before, and in a real shop. */
  @Column('timestamptz', { nullable: true }) demoLoadedAt!: Date | null;
}

/** A person who works here. Never deleted, because the record refers to them; one who left is inactive. */
@Entity('person')
@Check('person_role', `role in (${ROLES.map((role) => `'${role}'`).join(', ')})`)
export class PersonEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('text') name!: string;
  /** Initials as on a job card, typed to sign in. */
  @Column('text') initials!: string;
  @Column('text') @Index('person_initials_key', { unique: true }) initialsKey!: string;
  @Column('text') role!: Role;
  @Column('boolean') active!: boolean;
  @Column('integer') version!: number;
  @Column('text') shopKind!: ShopKind;
  @ManyToOne(() => ShopEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn({ name: 'shop_kind', referencedColumnName: 'kind' })
  shop?: Relation<ShopEntity>;
  /** Argon2id. Null: cannot sign in by passphrase. */
  @Column('text', { nullable: true }) passphraseHash!: string | null;
  /** Argon2id. Null: cannot sign in at a shared tablet. */
  @Column('text', { nullable: true }) pinHash!: string | null;
}

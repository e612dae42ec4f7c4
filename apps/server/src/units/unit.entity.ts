import { Check, Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import type { UnitParticulars } from '@sturdy-shim/words';
import { FamilyEntity } from '../families/index.ts';

/** A site, where units are kept. */
@Entity('site')
export class SiteEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('text') name!: string;
  /** The key of the name, for comparison. */
  @Column('text', { select: false }) @Index('site_name_key', { unique: true }) nameKey?: string;
}

export const UNIT_USES = ['in-service', 'on-hire', 'stored', 'retired'] as const;

/** One machine with a tag. */
@Entity('unit')
@Check('unit_use', "use in ('in-service', 'on-hire', 'stored', 'retired')")
@Check('unit_hours', 'hours_at_start >= 0')
@Check('unit_hire', "use = 'on-hire' or hire_until is null")
export class UnitEntity {
  @PrimaryColumn('uuid') id!: string;
  /** As written on the machine. */
  @Column('text') tag!: string;
  /** The tag without case, dashes and spaces: two machines may not differ in these alone. */
  @Column('text')
  @Index('unit_tag_key', { unique: true })
  @Index('unit_tag_begins', { synchronize: false })
  tagKey!: string;
  /** Keys of tag, serial and stamping: any part of it finds the unit, by a trigram index. */
  @Column('text', { default: '', select: false }) @Index('unit_search', { synchronize: false }) searchKey?: string;
  @Column('text') @Index('unit_kind') kind!: string;
  @Column('uuid') @Index('unit_family') familyId!: string;
  @ManyToOne(() => FamilyEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  family?: Relation<FamilyEntity>;
  @Column('uuid') @Index('unit_site') siteId!: string;
  @ManyToOne(() => SiteEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  site?: Relation<SiteEntity>;
  @Column('text') serial!: string;
  /** The engine's stamped plate, as read. It determines the family. */
  @Column('text') stamping!: string;
  @Column('date') inServiceOn!: string;
  /** Meter figure at that time. */
  @Column('double precision') hoursAtStart!: number;
  @Column('text') use!: (typeof UNIT_USES)[number];
  /** When a rented unit comes back. */
  @Column('date', { nullable: true }) hireUntil!: string | null;
  /** It has no hour meter, so only months count. */
  @Column('boolean', { default: false }) noMeter!: boolean;
  /** A note. */
  @Column('text', { default: '' }) note!: string;
  @Column('jsonb', { default: '{}' }) particulars!: Partial<UnitParticulars>;
  @Column('integer', { default: 1 }) version!: number;
}

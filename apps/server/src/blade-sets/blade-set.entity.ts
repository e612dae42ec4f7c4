import type { PlainLength, PublishedLength } from '@sturdy-shim/core';
import { Check, Column, Entity, Index, PrimaryColumn } from 'typeorm';

export const BLADE_FLAWS = ['oily', 'bent', 'worn'] as const;
export type BladeFlaw = (typeof BLADE_FLAWS)[number];

/** One blade. A worn or bent blade is taken out: it stays in the list but is not offered. */
export interface SetBlade {
  printed: PublishedLength;
  /** The same thickness in the other system, where both are stamped on it. */
  alsoPrinted?: PlainLength;
  measuredMm: number | null;
  measuredOn?: string | null;
  out?: boolean;
  /** A flaw that makes it drag in a wider gap: oil is wiped off, a bent or worn blade is taken out. */
  flaw?: BladeFlaw | null;
  /** Its print is unreadable: only the measured thickness is used, and it is also stored as the print. */
  unreadable?: boolean;
}

/** A feeler gauge set of the shop. */
@Entity('blade_set')
@Check('blade_set_lists', 'only_objects(blades)')
@Check('blade_set_days', 'checked_on <= check_due_on')
export class BladeSetEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('text') name!: string;
  /** The key of the name, for comparison. */
  @Column('text', { select: false }) @Index('blade_set_name_key', { unique: true }) nameKey?: string;
  @Column('date') checkedOn!: string;
  @Column('jsonb') blades!: SetBlade[];
  /** Day on which its blades are due to be measured again; null if none is set. */
  @Column('date', { nullable: true }) checkDueOn!: string | null;
  @Column('text', { default: 'straight' }) shape!: 'straight' | 'bent' | 'narrow';
  @Column('double precision', { nullable: true }) toleranceMm!: number | null;
  @Column('boolean', { default: true }) active!: boolean;
  @Column('integer', { default: 1 }) version!: number;
}

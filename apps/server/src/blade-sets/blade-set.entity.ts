import type { PublishedLength } from '@sturdy-shim/core';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A feeler gauge set of the shop. */
@Entity('blade_set')
export class BladeSetEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('text', { unique: true }) name!: string;
  @Column('date') checkedOn!: string;
  @Column('jsonb') blades!: { printed: PublishedLength; measuredMm: number | null }[];
}

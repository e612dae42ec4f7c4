import { Check, Column, Entity, PrimaryColumn } from 'typeorm';

/** The shop's list of work before storage, in its own words: one row. */
@Entity('storage_list')
@Check('storage_list_only_one', 'single_row')
export class StorageListEntity {
  @PrimaryColumn('boolean', { default: true }) singleRow!: boolean;
  @Column('text', { array: true }) items!: string[];
  @Column('integer', { default: 1 }) version!: number;
}

/** Initial list of a new shop (common practice, no source), which the shop can edit. */
export const FIRST_ITEMS: readonly string[] = [
  'Drain the fuel, or fill up with stabilizer',
  'Read the hour meter',
  'Change the oil',
  'Close the valves: stop at compression top',
  'Cover it, and take the key out',
];

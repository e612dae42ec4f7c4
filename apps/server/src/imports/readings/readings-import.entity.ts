import { Check, Column, Entity, PrimaryColumn } from 'typeorm';
import type { CellProblemDto } from '../import.dto.ts';

export const IMPORT_STATES = ['read', 'running', 'interrupted', 'done', 'cancelled'] as const;

/** A line of a file that cannot be taken, and why. */
export interface RefusedLine {
  readonly line: number;
  readonly tag: string;
  readonly problems: readonly CellProblemDto[];
}

/** A file of readings: as it was read, and how far it has come in. Its rows wait in a table of their own. */
@Entity('readings_import')
@Check('readings_import_state', "state in ('read', 'running', 'interrupted', 'done', 'cancelled')")
export class ReadingsImportEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('text') state!: (typeof IMPORT_STATES)[number];
  @Column('text') fileName!: string;
  /** How the file was read. */
  @Column('text') notes!: string;
  @Column('integer') rows!: number;
  @Column('integer') units!: number;
  @Column('integer') refused!: number;
  /** The first of them. */
  @Column('jsonb') refusedLines!: RefusedLine[];
  /** Lines that say the same as another line of the file. */
  @Column('integer') repeated!: number;
  @Column('integer', { default: 0 }) done!: number;
  @Column('integer', { default: 0 }) accepted!: number;
  @Column('integer', { default: 0 }) suspect!: number;
  /** Were on record already. */
  @Column('integer', { default: 0 }) known!: number;
  @Column('text') startedBy!: string;
  @Column('timestamptz') readAt!: Date;
  @Column('timestamptz', { nullable: true }) endedAt!: Date | null;
}

/** A row of a file that waits to come in, once each reading; it is taken away with its batch. */
@Entity('readings_import_row')
export class ReadingsImportRowEntity {
  @PrimaryColumn('uuid') importId!: string;
  /** Lanes come in side by side; all of a unit is in one. */
  @PrimaryColumn('smallint') lane!: number;
  /** Unit by unit, as they were read. */
  @PrimaryColumn('integer') place!: number;
  @Column('integer') line!: number;
  @Column('uuid') unitId!: string;
  @Column('timestamptz') readAt!: Date;
  @Column('double precision') hours!: number;
  @Column('text') note!: string;
}

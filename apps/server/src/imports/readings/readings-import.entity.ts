import { Check, Column, Entity, PrimaryColumn } from 'typeorm';
import type { CellProblemDto } from '../import.dto.ts';

export const IMPORT_STATES = ['read', 'running', 'interrupted', 'done', 'cancelled'] as const;

/** A refused line of a file, with the reason. */
export interface RefusedLine {
  readonly line: number;
  readonly tag: string;
  readonly problems: readonly CellProblemDto[];
}

/** The import of a file of readings: how it was read, and its progress. Its rows are in a staging table. */
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
  /** Lines that repeat another line of the file. */
  @Column('integer') repeated!: number;
  @Column('integer', { default: 0 }) done!: number;
  @Column('integer', { default: 0 }) accepted!: number;
  @Column('integer', { default: 0 }) suspect!: number;
  /** Already stored. */
  @Column('integer', { default: 0 }) known!: number;
  @Column('text') startedBy!: string;
  @Column('timestamptz') readAt!: Date;
  @Column('timestamptz', { nullable: true }) endedAt!: Date | null;
}

/** A staged row, one per distinct reading; deleted with its batch. */
@Entity('readings_import_row')
export class ReadingsImportRowEntity {
  @PrimaryColumn('uuid') importId!: string;
  /** Lanes are imported in parallel; all readings of a unit are in one lane. */
  @PrimaryColumn('smallint') lane!: number;
  /** Order within the lane: by unit, then by time. */
  @PrimaryColumn('integer') place!: number;
  @Column('integer') line!: number;
  @Column('uuid') unitId!: string;
  @Column('timestamptz') readAt!: Date;
  @Column('double precision') hours!: number;
  @Column('text') note!: string;
}

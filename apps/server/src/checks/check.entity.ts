import type {
  AttemptAfter,
  GapReading,
  MakeSafe,
  NoGapCause,
  Position,
  PublishedLength,
  SwapAnswer,
  Try,
  ValveKind,
  Verdict,
  Window,
  WorkFacts,
  WrittenValve,
} from '@sturdy-shim/core';
import { Check, Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { PersonEntity } from '../people/index.ts';
import { UnitEntity } from '../units/index.ts';
import type { EvaluationContext } from './evaluation-context.ts';

/** Blades as they are written into a draft; the core reads them as its own `Blade`. */
export interface DraftBlade {
  printed: PublishedLength;
  measuredMm?: number | null;
}
export interface DraftTry {
  blades: DraftBlade[];
  feel: Try['feel'];
  leafRead?: boolean;
}
export interface DraftValve {
  cylinder: number;
  kind: ValveKind;
  ordinal: number;
  found: DraftTry[];
  adjusted: boolean;
  /** Earlier attempts at setting it; absent in drafts of older versions. */
  earlier?: { after: AttemptAfter; turns?: number; tries: DraftTry[] }[];
  leftAfter?: AttemptAfter;
  /** How far it was turned before it was gauged as left; positive closes. */
  leftTurns?: number;
  left: DraftTry[];
  /** Answers to the question why no blade went in, with the tries of each. */
  noGap?: { cause: NoGapCause; tries: DraftTry[] }[];
  swap?: SwapAnswer | null;
  /** Why it has no gap as found. */
  notFoundWhy?: 'both-loosened' | 'rebuilt' | null;
  /** Position at which it was gauged, if it differs from that of the check. */
  foundAt?: Position | null;
  leftAt?: Position | null;
  /** A second position that confirmed the first. */
  crossCheck?: Position | null;
  /** The shim found in it, and the one put in; absent if not stated. */
  shimMm?: number | null;
  shimLeftMm?: number | null;
}

/** Everything entered at the bench so far. Nothing in it is evaluated before it is signed. */
export interface CheckDraft {
  engine: 'cold' | 'warm' | null;
  temperatureC: number | null;
  position: Position | null;
  bladeSetId: string | null;
  madeSafe: MakeSafe[];
  /** Whether the engine was turned over by hand and gauged again after adjusting; null or absent if not stated. */
  turnedOver?: 'gauged-again' | 'not-done' | null;
  /** Nothing is evaluated, and the status of the unit stays as it is. */
  measureOnly?: boolean;
  /** What was done beside gauging and adjusting. */
  work?: WorkFacts;
  valves: DraftValve[];
}

/** A check that was done elsewhere or earlier, as the record of then has it. */
export interface PastCheck {
  /** The day on which it was done, in the shop's zone. */
  doneOn: string;
  /** Who did it, as it is written; empty if not stated. */
  doneBy: string;
  valves: WrittenValve[];
}

/** Lists of a draft hold objects only. A signed check is never changed, so the bound is for drafts. */
const DRAFT_LISTS = `state <> 'draft' or (only_objects(draft -> 'valves') and ${[
  'off',
  'findings',
  'skipped',
  'followUps',
  'closes',
  'answers',
]
  .map((list) => `only_objects(draft -> 'work' -> '${list}')`)
  .join(' and ')})`;

export const CHECK_STATES = ['draft', 'signed', 'abandoned'] as const;

/** One check of one unit. A signed check is never edited: the database refuses it, and amendments are separate rows. */
@Entity('valve_check')
@Index('one_open_check', ['unitId'], { unique: true, where: "state = 'draft'" })
@Index('check_unit_time', ['unitId', 'performedAt'])
@Check('check_draft_lists', DRAFT_LISTS)
@Check('check_draft_ids', "state <> 'draft' or draft ->> 'bladeSetId' ~ '^[0-9a-f-]{36}$'")
@Check('check_performed', 'performed_at <= signed_at')
@Check('check_past', "past is null or (state = 'signed' and only_objects(past -> 'valves'))")
@Check(
  'check_signed_whole',
  "state <> 'signed' or (signed_by <> '' and performed_at is not null and signed_at is not null)",
)
export class CheckEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('uuid') unitId!: string;
  @ManyToOne(() => UnitEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  unit?: Relation<UnitEntity>;
  @Column('text') state!: (typeof CHECK_STATES)[number];
  /** Optimistic lock: increases with every save, and a save with an older version is refused. */
  @Column('integer') version!: number;
  @Column('timestamptz') startedAt!: Date;
  @Column('timestamptz') savedAt!: Date;
  @Column('text', { default: '' }) savedBy!: string;
  @Column('jsonb') draft!: CheckDraft;
  /** Null for a check that was done with this program. */
  @Column('jsonb', { nullable: true }) past!: PastCheck | null;
  /** The name as it was then. */
  @Column('text') signedBy!: string;
  @Column('uuid', { nullable: true }) signedById!: string | null;
  @ManyToOne(() => PersonEntity, { onDelete: 'RESTRICT' })
  @JoinColumn({ name: 'signed_by_id' })
  signer?: Relation<PersonEntity> | null;
  /** Revision of the family's specification by which it was evaluated. */
  @Column('integer', { nullable: true }) revision!: number | null;
  /** Shop rules and blade tolerance by which it was evaluated; null for checks from before shops had rules. */
  @Column('jsonb', { nullable: true }) evaluationContext!: EvaluationContext | null;
  /** An amendment struck this check out. */
  @Column('boolean', { default: false }) struck!: boolean;
  @Column('text') note!: string;
  @Column('timestamptz', { nullable: true }) performedAt!: Date | null;
  @Column('timestamptz', { nullable: true }) signedAt!: Date | null;
  @Column('double precision', { nullable: true }) hoursAt!: number | null;
}

/** The gap of one valve as found or as left in a signed check, evaluated by the specification of that day. */
@Entity('finding')
@Index('finding_unit_valve', ['unitId', 'cylinder', 'kind', 'ordinal'])
@Index('finding_of_check', ['checkId'])
@Check('finding_valve', "kind in ('intake', 'exhaust') and phase in ('found', 'left')")
export class FindingEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('uuid') checkId!: string;
  @ManyToOne(() => CheckEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  check?: Relation<CheckEntity>;
  @Column('uuid') unitId!: string;
  @Column('smallint') cylinder!: number;
  @Column('text') kind!: ValveKind;
  @Column('smallint') ordinal!: number;
  @Column('text') phase!: 'found' | 'left';
  /** Whether this is how the check left the valve: as left, or as found where nothing was done. */
  @Column('boolean') final!: boolean;
  @Column('jsonb') tries!: DraftTry[];
  @Column('jsonb') reading!: GapReading;
  @Column('jsonb', { nullable: true }) window!: Window | null;
  @Column('text') verdictState!: Verdict['state'];
  @Column('jsonb') verdict!: Verdict;
}

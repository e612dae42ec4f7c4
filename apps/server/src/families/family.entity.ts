import type { Adjuster, AdjusterKind, EngineTemperatureRule, Position, Rule } from '@sturdy-shim/core';
import type { FamilySheet } from './sheet.ts';
import { Check, Column, Entity, Index, JoinColumn, ManyToOne, OneToMany, PrimaryColumn, type Relation } from 'typeorm';

/** Engines that share a specification and a procedure. */
@Entity('family')
@Check(
  'family_lists',
  "only_objects(sheet -> 'torques') and only_objects(sheet -> 'parts') and only_objects(sheet -> 'tools')",
)
@Check('family_cylinders', 'cylinders between 1 and 16')
@Check('family_crank', 'stroke_mm > 0 and rod_mm > 0')
@Check('family_season', "season_day ~ '^(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$'")
@Check('family_interval', 'interval_hours > 0 and interval_months > 0 and break_in_hours > 0')
@Check(
  'family_temperature',
  "temperature in ('cold', 'not-stated') or (temperature = 'warm' and (from_c is null) = (to_c is null) and (to_c is null or to_c > from_c))",
)
export class FamilyEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('text') code!: string;
  /** The key of the code, for comparison. */
  @Column('text', { select: false }) @Index('family_code_key', { unique: true }) codeKey?: string;
  /** What kind of engine, in shop words: "handheld", "V-twin". */
  @Column('text') layout!: string;
  @Column('smallint') cylinders!: number;
  @Column('smallint') intakePerCylinder!: number;
  @Column('smallint') exhaustPerCylinder!: number;
  @Column('text') temperature!: EngineTemperatureRule['kind'];
  @Column('double precision', { nullable: true }) belowC!: number | null;
  /** Rest until the engine is cold; null if no source states it. */
  @Column('double precision', { nullable: true }) restHours!: number | null;
  @Column('double precision', { nullable: true }) fromC!: number | null;
  @Column('double precision', { nullable: true }) toC!: number | null;
  /** How to bring the engine to that temperature. */
  @Column('text') temperatureRecipe!: string;
  @Column('text', { array: true }) positions!: Position[];
  /** How to find the preferred position, in words. */
  @Column('text') positionRecipe!: string;
  @Column('text') adjuster!: string;
  /** Effect of a turn; null if nothing is turned (shims, hydraulic) or it is unknown. */
  @Column('jsonb', { nullable: true }) turning!: Adjuster | null;
  @Column('double precision', { nullable: true }) intervalHours!: number | null;
  @Column('smallint', { nullable: true }) intervalMonths!: number | null;
  /** Month and day, `MM-DD`, before which it should be done each year. */
  @Column('text', { nullable: true }) seasonDay!: string | null;
  @Column('double precision', { nullable: true }) breakInHours!: number | null;
  /** The maker leaves the job to authorised dealers. */
  @Column('boolean') dealerOnly!: boolean;
  /** A lead stated that it has no interval on purpose, such as for hydraulic adjusters. */
  @Column('boolean', { default: false }) noInterval!: boolean;
  @Column('text', { array: true }) cautions!: string[];
  @Column('text', { default: 'not-stated' }) adjusterKind!: AdjusterKind;
  @Column('double precision', { nullable: true }) strokeMm!: number | null;
  @Column('double precision', { nullable: true }) rodMm!: number | null;
  /** Patterns of the engine's stamped plate, one per line: `*` for any text, `?` for one character. */
  @Column('text', { default: '' }) stampingPattern!: string;
  @Column('jsonb', { default: '{}' }) sheet!: Partial<FamilySheet>;
  /** Counts the changes of which source is in use. */
  @Column('integer', { default: 1 }) revision!: number;
  @Column('integer', { default: 1 }) version!: number;
  /** The base family: fields that are not overridden, and the source in use, come from it. */
  @Column('uuid', { nullable: true }) @Index('family_base') baseId!: string | null;
  @ManyToOne(() => FamilyEntity, { onDelete: 'RESTRICT' })
  @JoinColumn()
  base?: Relation<FamilyEntity> | null;
  /** The overridden fields, by path: `layout`, `sheet.mark`. */
  @Column('text', { array: true, default: '{}' }) ownFields!: string[];
  @OneToMany(() => SourceEntity, (source) => source.family) sources?: Relation<SourceEntity>[];
}

/** A family with the sources needed for its specification: its own and those of its base. */
export const FAMILY_RELATIONS = { sources: true, base: { sources: true } } as const;

/** The rules of one source for the gaps of a family. A family may have several; at most one is in use. */
@Entity('specification_source')
@Index('one_source_in_use', ['familyId'], { unique: true, where: 'in_use' })
export class SourceEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('uuid') familyId!: string;
  @ManyToOne(() => FamilyEntity, (family) => family.sources, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  family?: Relation<FamilyEntity>;
  @Column('text') kind!: SourceKind;
  @Column('text') saidBy!: string;
  @Column('date') saidOn!: string;
  @Column('jsonb') intake!: Rule;
  @Column('jsonb') exhaust!: Rule;
  @Column('boolean') inUse!: boolean;
  /** Place within the source, and remarks. */
  @Column('text', { default: '' }) note!: string;
  @Column('text', { default: '' }) enteredBy!: string;
  @Column('timestamptz', { default: () => 'now()' }) enteredAt!: Date;
}

/** A change of the source in use, with its person and reason. */
@Entity('specification_revision')
@Index('revision_of_family', ['familyId', 'revision'], { unique: true })
@Check('revision_reason', "reason <> ''")
export class RevisionEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('uuid') familyId!: string;
  @ManyToOne(() => FamilyEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  family?: Relation<FamilyEntity>;
  @Column('integer') revision!: number;
  @Column('uuid', { nullable: true }) sourceId!: string | null;
  @Column('text') reason!: string;
  @Column('text') madeBy!: string;
  @Column('timestamptz') madeAt!: Date;
}

export const SOURCE_KINDS = [
  'manual',
  'engine-label',
  'makers-answer',
  'dealer',
  'book',
  'video',
  'web-page',
  'supplied-gauge',
  'shop-practice',
  'hearsay',
  'other',
] as const;
export type SourceKind = (typeof SOURCE_KINDS)[number];

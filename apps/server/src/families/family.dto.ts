import { keysOf, ADJUSTER_KINDS, type Adjuster, type AdjusterKind, POSITIONS, type Rule } from '@sturdy-shim/core';
import { ShopRulesDto } from '../shop-rules/index.ts';
import {
  ChoiceField,
  CountField,
  DayField,
  FlagField,
  IdField,
  InstantField,
  KindField,
  NameField,
  NumberField,
  OneOfField,
  NestedField,
  NestedListField,
  TextField,
  TextsField,
  YearDayField,
} from '../platform/index.ts';
import { SOURCE_KINDS, type SourceKind } from './family.entity.ts';
import { FamilySheetDto } from './sheet.dto.ts';

export class PublishedLengthDto {
  @NumberField({ min: 0, max: 100, unit: 'the printed unit', example: 0.15 })
  value!: number;
  @ChoiceField(['mm', 'in', 'thou'] as const, { name: 'LengthUnit' })
  unit!: 'mm' | 'in' | 'thou';
}

/** A figure of a source: the one in use, and the printed one if that differs. */
export class SourceFigureDto extends PublishedLengthDto {
  @NestedField(() => PublishedLengthDto, {
    optional: true,
    description: 'The same figure in the other system, where the source prints both.',
  })
  beside?: PublishedLengthDto;
  @TextField({
    max: 60,
    optional: true,
    description: 'What the source prints, where a person decided that another figure is meant.',
  })
  printed?: string;
}

export class RangeRuleDto {
  @KindField('range')
  kind!: 'range';
  @NestedField(() => SourceFigureDto)
  min!: SourceFigureDto;
  @NestedField(() => SourceFigureDto)
  max!: SourceFigureDto;
}

export class ToleranceRuleDto {
  @KindField('nominal-tolerance')
  kind!: 'nominal-tolerance';
  @NestedField(() => SourceFigureDto)
  nominal!: SourceFigureDto;
  @NestedField(() => SourceFigureDto)
  tolerance!: SourceFigureDto;
}

/** One number; the shop puts its tolerance around it. */
export class NominalRuleDto {
  @KindField('nominal')
  kind!: 'nominal';
  @NestedField(() => SourceFigureDto)
  nominal!: SourceFigureDto;
}

/** At least this, set to that; the shop says how wide is too wide. */
export class AtLeastRuleDto {
  @KindField('at-least')
  kind!: 'at-least';
  @NestedField(() => SourceFigureDto)
  min!: SourceFigureDto;
  @NestedField(() => SourceFigureDto)
  setTo!: SourceFigureDto;
}

/** A rule as published. */
export type RuleDto = RangeRuleDto | ToleranceRuleDto | NominalRuleDto | AtLeastRuleDto;
const RULE_KINDS = {
  range: RangeRuleDto,
  'nominal-tolerance': ToleranceRuleDto,
  nominal: NominalRuleDto,
  'at-least': AtLeastRuleDto,
} as const satisfies Record<Rule['kind'], unknown>;

export class WindowDto {
  @NumberField({ min: 0, max: 5, unit: 'mm', example: 0.1 })
  minMm!: number;
  @NumberField({ min: 0, max: 5, unit: 'mm', example: 0.15 })
  maxMm!: number;
  @NumberField({ min: 0, max: 5, unit: 'mm', example: 0.12 })
  targetMm!: number;
  @ChoiceField(['published', 'shop tolerance', 'shop upper bound'] as const, { name: 'WindowBasis' })
  basis!: 'published' | 'shop tolerance' | 'shop upper bound';
  @TextField({ max: 300, optional: true, description: 'Why the shop sets it outside this window; only where it does.' })
  targetOutsideReason?: string;
}

export class WindowsDto {
  @NestedField(() => WindowDto)
  intake!: WindowDto;
  @NestedField(() => WindowDto)
  exhaust!: WindowDto;
}

export class SourceFieldsDto {
  @ChoiceField(SOURCE_KINDS, { name: 'SourceKind' })
  kind!: SourceKind;
  @TextField({ max: 80, description: 'Who says so, or which book.' })
  saidBy!: string;
  @DayField()
  saidOn!: string;
  @OneOfField('kind', RULE_KINDS)
  intake!: RuleDto;
  @OneOfField('kind', RULE_KINDS)
  exhaust!: RuleDto;
  @TextField({ max: 300, min: 0, lines: true, description: 'Where it is in the source, and what else to know.' })
  note!: string;
}

export class NewSourceDto extends SourceFieldsDto {
  @IdField({ description: 'Made by the sender: the same source sent twice is added once.' })
  id!: string;
}

export class SourceDto extends NewSourceDto {
  @FlagField()
  inUse!: boolean;
  @TextField({ max: 80, min: 0 })
  enteredBy!: string;
  @InstantField()
  enteredAt!: string;
  @NestedField(() => WindowsDto, { description: 'What it says, read as windows.' })
  windows!: WindowsDto;
}

export class ChooseSourceDto {
  @IdField({ description: 'Made by the sender: the same decision sent twice counts once.' })
  id!: string;
  @IdField({ nullable: true, description: 'The source; null withdraws the one in use.' })
  sourceId!: string | null;
  @TextField({ max: 300, lines: true, description: 'Why.' })
  reason!: string;
  @CountField({ min: 1, max: 1_000_000, description: 'The revision that this change is based on.' })
  revision!: number;
}

export class InUseQuery {
  @IdField({ optional: true, description: 'The source; left out, the one in use is withdrawn.' })
  sourceId?: string;
}

export class RevisionDto {
  @CountField({ min: 1, max: 1_000_000 })
  revision!: number;
  @IdField({ nullable: true })
  sourceId!: string | null;
  @TextField({ max: 300 })
  reason!: string;
  @TextField({ max: 80 })
  madeBy!: string;
  @InstantField()
  madeAt!: string;
}

/** Effect of a turn of the adjuster: thread pitch, and rocker ratio (valve arm over push-rod arm). */
export class TurningDto {
  @ChoiceField(['screw-at-valve', 'screw-at-push-rod', 'pivot-nut'] as const, { name: 'AdjusterKind' })
  kind!: Adjuster['kind'];
  @NumberField({ min: 0.1, max: 5, unit: 'mm', example: 0.75 })
  pitchMm!: number;
  @NumberField({ min: 0.3, max: 4, unit: 'ratio', example: 1.3 })
  rockerRatio!: number;
}

export class FamilyFieldsDto {
  @NameField({ max: 40 })
  code!: string;
  @TextField({ max: 60 })
  layout!: string;
  @CountField({ min: 1, max: 16 })
  cylinders!: number;
  @CountField({ min: 1, max: 3 })
  intakePerCylinder!: number;
  @CountField({ min: 1, max: 3 })
  exhaustPerCylinder!: number;
  @ChoiceField(['cold', 'warm', 'not-stated'] as const, {
    name: 'TemperatureOfFamily',
    description: 'Not stated: no source says it; gaps of a warm engine are then saved and not evaluated.',
  })
  temperature!: 'cold' | 'warm' | 'not-stated';
  @NumberField({
    min: -50,
    max: 200,
    unit: '°C',
    example: 35,
    nullable: true,
    description: 'Null: the source says cold and no figure.',
  })
  belowC!: number | null;
  @NumberField({
    min: 0,
    max: 72,
    unit: 'hours',
    example: 8,
    nullable: true,
    description: 'How long it rests before it is cold. Null: no source says it.',
  })
  restHours!: number | null;
  @NumberField({
    min: -50,
    max: 200,
    unit: '°C',
    example: 60,
    nullable: true,
    description: 'Null, as the next: the source says warm and no figure.',
  })
  fromC!: number | null;
  @NumberField({ min: -50, max: 200, unit: '°C', example: 90, nullable: true })
  toC!: number | null;
  @TextField({ max: 300, min: 0 })
  temperatureRecipe!: string;
  @ChoiceField(POSITIONS, {
    name: 'Position',
    array: true,
    description: 'Allowed positions, the preferred one first. Empty: no source states one.',
  })
  positions!: (typeof POSITIONS)[number][];
  @TextField({ max: 300, min: 0 })
  positionRecipe!: string;
  @TextField({ max: 200, min: 0 })
  adjuster!: string;
  @NestedField(() => TurningDto, { nullable: true, description: 'Null where nothing is turned, or it is not known.' })
  turning!: TurningDto | null;
  @NumberField({ min: 0.1, max: 100_000, unit: 'hours', example: 100, nullable: true })
  intervalHours!: number | null;
  @CountField({ min: 1, max: 240, nullable: true })
  intervalMonths!: number | null;
  @NumberField({ min: 0.1, max: 100_000, unit: 'hours', example: 20, nullable: true })
  breakInHours!: number | null;
  @YearDayField({ nullable: true, description: 'Before which it should be done each year.' })
  seasonDay!: string | null;
  @FlagField()
  dealerOnly!: boolean;
  @FlagField({ description: 'It has no check interval, on purpose: it never comes due by itself.' })
  noInterval!: boolean;
  @TextsField({ max: 200, maxItems: 20 })
  cautions!: string[];
  @ChoiceField(keysOf(ADJUSTER_KINDS), { name: 'AdjusterOfFamily' })
  adjusterKind!: AdjusterKind;
  @NumberField({ min: 5, max: 300, unit: 'mm', example: 46, nullable: true })
  strokeMm!: number | null;
  @NumberField({
    min: 10,
    max: 600,
    unit: 'mm',
    example: 80,
    nullable: true,
    description: 'Length of the rod, between centers.',
  })
  rodMm!: number | null;
  @TextField({
    max: 200,
    min: 0,
    lines: true,
    description: '`*` stands for anything, `?` for one character; one a line.',
  })
  stampingPattern!: string;
  @NestedField(() => FamilySheetDto)
  sheet!: FamilySheetDto;
  @IdField({
    optional: true,
    nullable: true,
    description: 'The family it stands on. What is sent as it is there follows when it changes there.',
  })
  baseId?: string | null;
}

export class NewFamilyDto extends FamilyFieldsDto {
  @IdField({ description: 'Made by the sender: the same family sent twice is entered once.' })
  id!: string;
  @NestedField(() => NewSourceDto, {
    optional: true,
    description: 'The first source; it comes in use with the family.',
  })
  source?: NewSourceDto;
}

export class ChangeFamilyDto extends FamilyFieldsDto {
  @CountField({ min: 1, max: 1_000_000, description: 'The version that this change is based on.' })
  version!: number;
}

export class FamilyDto extends FamilyFieldsDto {
  @IdField()
  id!: string;
  @CountField({ min: 1, max: 1_000_000 })
  version!: number;
  @CountField({ min: 1, max: 1_000_000, description: 'Goes up when another source comes in use.' })
  revision!: number;
  @NestedField(() => WindowsDto, {
    nullable: true,
    description: 'Null when no source is in use: gaps are saved, not evaluated.',
  })
  windows!: WindowsDto | null;
  @NestedField(() => ShopRulesDto, { description: 'The shop rules that hold for it.' })
  rules!: ShopRulesDto;
  @NestedListField(() => SourceDto, { maxItems: 50 })
  sources!: SourceDto[];
  @TextField({ max: 40, nullable: true, description: 'Code of the family it stands on.' })
  baseCode!: string | null;
  @TextsField({ max: 60, maxItems: 80, description: 'What it states otherwise than that one: `layout`, `sheet.mark`.' })
  ownFields!: string[];
}

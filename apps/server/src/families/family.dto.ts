import type { Adjuster } from '@sturdy-shim/core';
import { ApiProperty } from '@nestjs/swagger';
import {
  ChoiceField,
  CountField,
  DayField,
  FlagField,
  IdField,
  NumberField,
  PartField,
  PartsField,
  TextField,
} from '../platform/index.ts';
import { CLAIM_SOURCES, type ClaimSource } from './family.entity.ts';

export const POSITIONS = [
  'compression-tdc',
  'past-compression-tdc',
  'flywheel-mark',
  'other-valve-open',
  'timing-pin',
  'unconfirmed',
] as const;

export class PublishedLengthDto {
  @NumberField({ min: 0, max: 100, unit: 'the printed unit', example: 0.15 })
  value!: number;
  @ChoiceField(['mm', 'in', 'thou'] as const, { name: 'LengthUnit' })
  unit!: 'mm' | 'in' | 'thou';
}

/** A rule as published: `range` has min and max, `nominal-tolerance` nominal and tolerance, `nominal` one number, `at-least` min and setTo. */
export class RuleDto {
  @ChoiceField(['range', 'nominal-tolerance', 'nominal', 'at-least'] as const, { name: 'RuleKind' })
  kind!: 'range' | 'nominal-tolerance' | 'nominal' | 'at-least';
  @PartField(() => PublishedLengthDto, { optional: true })
  min?: PublishedLengthDto;
  @PartField(() => PublishedLengthDto, { optional: true })
  max?: PublishedLengthDto;
  @PartField(() => PublishedLengthDto, { optional: true })
  nominal?: PublishedLengthDto;
  @PartField(() => PublishedLengthDto, { optional: true })
  tolerance?: PublishedLengthDto;
  @PartField(() => PublishedLengthDto, { optional: true })
  setTo?: PublishedLengthDto;
}

export class WindowDto {
  @NumberField({ min: 0, max: 5, unit: 'mm', example: 0.1 })
  minMm!: number;
  @NumberField({ min: 0, max: 5, unit: 'mm', example: 0.15 })
  maxMm!: number;
  @NumberField({ min: 0, max: 5, unit: 'mm', example: 0.12 })
  aimMm!: number;
  @ChoiceField(['published', 'house tolerance', 'house upper bound'] as const, { name: 'WindowBasis' })
  basis!: 'published' | 'house tolerance' | 'house upper bound';
}

export class WindowsDto {
  @PartField(() => WindowDto)
  intake!: WindowDto;
  @PartField(() => WindowDto)
  exhaust!: WindowDto;
}

export class ClaimDto {
  @IdField()
  id!: string;
  @ChoiceField(CLAIM_SOURCES, { name: 'ClaimSource' })
  source!: ClaimSource;
  @TextField({ max: 80 })
  claimedBy!: string;
  @DayField()
  claimedOn!: string;
  @PartField(() => RuleDto)
  intake!: RuleDto;
  @PartField(() => RuleDto)
  exhaust!: RuleDto;
  @FlagField()
  inForce!: boolean;
}

/** What a turn of the adjuster does: pitch of the thread, and the rocker ratio (valve arm over push-rod arm). */
export class TurningDto {
  @ChoiceField(['screw-at-valve', 'screw-at-push-rod', 'pivot-nut'] as const, { name: 'AdjusterKind' })
  kind!: Adjuster['kind'];
  @NumberField({ min: 0.1, max: 5, unit: 'mm', example: 0.75 })
  pitchMm!: number;
  @NumberField({ min: 0.3, max: 4, unit: 'ratio', example: 1.3 })
  rockerRatio!: number;
}

export class FamilyDto {
  @IdField()
  id!: string;
  @TextField({ max: 40 })
  code!: string;
  @TextField({ max: 60 })
  layout!: string;
  @CountField({ min: 1, max: 16 })
  cylinders!: number;
  @CountField({ min: 1, max: 3 })
  intakePerCylinder!: number;
  @CountField({ min: 1, max: 3 })
  exhaustPerCylinder!: number;
  @ChoiceField(['cold', 'warm'] as const, { name: 'EngineTemperature' })
  temperature!: 'cold' | 'warm';
  @NumberField({ min: -50, max: 200, unit: '°C', example: 35, nullable: true })
  belowC!: number | null;
  @NumberField({ min: -50, max: 200, unit: '°C', example: 60, nullable: true })
  fromC!: number | null;
  @NumberField({ min: -50, max: 200, unit: '°C', example: 90, nullable: true })
  toC!: number | null;
  @TextField({ max: 300, min: 0 })
  temperatureRecipe!: string;
  @ChoiceField(POSITIONS, { name: 'Position', array: true, description: 'Allowed positions, the preferred one first.' })
  positions!: (typeof POSITIONS)[number][];
  @TextField({ max: 300, min: 0 })
  positionRecipe!: string;
  @TextField({ max: 200, min: 0 })
  adjuster!: string;
  @PartField(() => TurningDto, { nullable: true, description: 'Null where nothing is turned, or it is not known.' })
  turning!: TurningDto | null;
  @NumberField({ min: 0.1, max: 100_000, unit: 'hours', example: 100, nullable: true })
  intervalHours!: number | null;
  @CountField({ min: 1, max: 240, nullable: true })
  intervalMonths!: number | null;
  @NumberField({ min: 0.1, max: 100_000, unit: 'hours', example: 20, nullable: true })
  breakInHours!: number | null;
  @FlagField()
  dealerOnly!: boolean;
  @ApiProperty({ type: [String] })
  cautions!: string[];
  @PartField(() => WindowsDto, {
    nullable: true,
    description: 'Null when no claim is in force: gaps are kept, not judged.',
  })
  windows!: WindowsDto | null;
  @PartsField(() => ClaimDto, { most: 50 })
  claims!: ClaimDto[];
}

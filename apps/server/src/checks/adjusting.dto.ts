import { CountField, FlagField, NestedField, NumberField } from '../platform/index.ts';

/** Gap change of a full turn for a family, learned from stated turns between two gaugings. */
export class LearnedTurnDto {
  @CountField({ min: 0, max: 1_000_000, description: 'Turns that were stated and gauged on both sides.' })
  pairs!: number;
  @CountField({ min: 1, max: 100, description: 'Below so many nothing is said.' })
  needed!: number;
  @NumberField({ min: 0, max: 20, unit: 'mm', example: 0.9, nullable: true })
  perTurnMm!: number | null;
  @NumberField({ min: 0, max: 20, unit: 'mm', example: 0.85, nullable: true, description: 'A quarter moved less.' })
  fromMm!: number | null;
  @NumberField({ min: 0, max: 20, unit: 'mm', example: 0.95, nullable: true, description: 'A quarter moved more.' })
  toMm!: number | null;
}

export class LockShiftDto {
  @CountField({ min: 0, max: 1_000_000, description: 'How often it was gauged before and after locking.' })
  pairs!: number;
  @CountField({ min: 1, max: 100, description: 'Below so many nothing is said.' })
  needed!: number;
  @NumberField({ min: -1, max: 1, unit: 'mm', example: 0.01, nullable: true })
  medianMm!: number | null;
  @FlagField({ description: 'Of the person who asks; else of everybody.' })
  own!: boolean;
}

export class RepeatabilityDto {
  @CountField({ min: 0, max: 1_000_000, description: 'How often it was gauged before and after turning over.' })
  pairs!: number;
  @CountField({ min: 1, max: 100, description: 'Below so many nothing is said.' })
  needed!: number;
  @CountField({ min: 0, max: 1_000_000, nullable: true, description: 'Pairs that one gap can explain.' })
  agreeing!: number | null;
  @NumberField({ min: 0, max: 1, unit: 'mm', example: 0.005, nullable: true, description: 'Median, without its sign.' })
  medianMm!: number | null;
}

/** Statistics about adjusting a family’s engines, from signed checks. */
export class AdjustingDto {
  @NestedField(() => LockShiftDto)
  lockShift!: LockShiftDto;
  @NestedField(() => LearnedTurnDto)
  turn!: LearnedTurnDto;
  @NestedField(() => RepeatabilityDto, { description: 'How well a gap holds when the engine is turned over.' })
  repeatability!: RepeatabilityDto;
  @NumberField({
    min: 0,
    max: 600,
    unit: 'minutes',
    example: 25,
    nullable: true,
    description: 'A check usually takes.',
  })
  usualMinutes!: number | null;
}

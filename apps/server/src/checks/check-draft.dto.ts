import {
  ATTEMPT_AFTER,
  type AttemptAfter,
  FEELS,
  type Feel,
  MAKE_SAFE,
  type MakeSafe,
  NO_GAP_CAUSES,
  type NoGapCause,
  POSITIONS,
  type Position,
  SWAP_ANSWERS,
  type SwapAnswer,
  type ValveKind,
} from '@sturdy-shim/core';
import { BladeDto } from '../blade-sets/index.ts';
import {
  ChoiceField,
  CountField,
  FlagField,
  IdField,
  NumberField,
  NestedField,
  NestedListField,
} from '../platform/index.ts';
import { WorkDto } from './work.dto.ts';

export const VALVE_KINDS = ['intake', 'exhaust'] as const satisfies readonly ValveKind[];

export class TryDto {
  @NestedListField(() => BladeDto, { maxItems: 3, description: 'One blade, or a stack of up to three.' })
  blades!: BladeDto[];
  @ChoiceField(FEELS, { name: 'Feel', description: 'hard and slack: a drag, graded by who felt it.' })
  feel!: Feel;
  @FlagField({ optional: true, description: 'The print on the leaf was read once more, beside its neighbors.' })
  leafRead?: boolean;
}

/** A valve by its place in the engine. */
export class ValveDto {
  @CountField({ min: 1, max: 16 })
  cylinder!: number;
  @ChoiceField(VALVE_KINDS, { name: 'ValveKind' })
  kind!: ValveKind;
  @CountField({ min: 1, max: 3 })
  ordinal!: number;
}

/** Ten turns is more than any adjuster has. */
const TURNS = {
  min: -10,
  max: 10,
  unit: 'turns',
  example: 0.25,
  description: 'How far it was turned, where somebody said so; positive closes the gap.',
} as const;
const SHIM_MM = { min: 0.3, max: 20, unit: 'mm', example: 2.4, optional: true, nullable: true } as const;

const ATTEMPT_MEANS =
  'What was done before: the adjuster turned, locked, or the engine turned over by hand with nothing moved.';

/** The tries between two moves of an adjuster; never combined with tries before or after. */
export class AttemptDto {
  @ChoiceField(ATTEMPT_AFTER, { name: 'AttemptAfter', description: ATTEMPT_MEANS })
  after!: AttemptAfter;
  @NumberField({ ...TURNS, optional: true })
  turns?: number;
  @NestedListField(() => TryDto, { maxItems: 60 })
  tries!: TryDto[];
}

export class NoGapAnswerDto {
  @ChoiceField(NO_GAP_CAUSES, {
    name: 'NoGapCause',
    description: 'confirmed: it was looked at, the valve is that tight.',
  })
  cause!: NoGapCause;
  @NestedListField(() => TryDto, { maxItems: 60, description: 'The tries that this cause explains.' })
  tries!: TryDto[];
}

/** Why an adjuster was moved before the gap was gauged. */
export const NOT_FOUND_WHY = ['both-loosened', 'rebuilt'] as const;

export class DraftValveDto extends ValveDto {
  @NestedListField(() => TryDto, { maxItems: 60 })
  found!: TryDto[];
  @FlagField({ description: 'The adjuster was moved: only the gap as left counts then.' })
  adjusted!: boolean;
  @NestedListField(() => AttemptDto, {
    maxItems: 30,
    optional: true,
    description: 'Attempts at setting it before the last one, the first first.',
  })
  earlier?: AttemptDto[];
  @ChoiceField(ATTEMPT_AFTER, { name: 'AttemptAfter', optional: true, description: ATTEMPT_MEANS })
  leftAfter?: AttemptAfter;
  @NumberField({ ...TURNS, optional: true })
  leftTurns?: number;
  @NestedListField(() => TryDto, { maxItems: 60 })
  left!: TryDto[];
  @NestedListField(() => NoGapAnswerDto, {
    maxItems: 20,
    optional: true,
    description: 'Why no blade went in, as it was looked at before the adjuster was moved.',
  })
  noGap?: NoGapAnswerDto[];
  @ChoiceField(SWAP_ANSWERS, {
    name: 'SwapAnswer',
    optional: true,
    nullable: true,
    description: 'Intake and exhaust showed each other’s figures: the names are right, or they were exchanged.',
  })
  swap?: SwapAnswer | null;
  @ChoiceField(NOT_FOUND_WHY, {
    name: 'NotFoundWhy',
    optional: true,
    nullable: true,
    description: 'Why it has no gap as found: both adjusters were loosened at once, or the engine was rebuilt.',
  })
  notFoundWhy?: (typeof NOT_FOUND_WHY)[number] | null;
  @ChoiceField(POSITIONS, {
    name: 'Position',
    optional: true,
    nullable: true,
    description: 'Where this valve was gauged as found, where that is not the position of the check.',
  })
  foundAt?: Position | null;
  @ChoiceField(POSITIONS, { name: 'Position', optional: true, nullable: true, description: 'The same as left.' })
  leftAt?: Position | null;
  @ChoiceField(POSITIONS, {
    name: 'Position',
    optional: true,
    nullable: true,
    description: 'A second position that confirmed the first.',
  })
  crossCheck?: Position | null;
  @NumberField({ ...SHIM_MM, description: 'The shim that was found in it.' })
  shimMm?: number | null;
  @NumberField({ ...SHIM_MM, description: 'The shim that was put in.' })
  shimLeftMm?: number | null;
}

export class CheckDraftDto {
  @ChoiceField(['cold', 'warm'] as const, { name: 'EngineTemperature', nullable: true })
  engine!: 'cold' | 'warm' | null;
  @NumberField({ min: -50, max: 250, unit: '°C', example: 21, nullable: true })
  temperatureC!: number | null;
  @ChoiceField(POSITIONS, { name: 'Position', nullable: true })
  position!: Position | null;
  @IdField({ nullable: true })
  bladeSetId!: string | null;
  @ChoiceField(MAKE_SAFE, { name: 'MakeSafe', array: true })
  madeSafe!: MakeSafe[];
  @ChoiceField(['gauged-again', 'not-done'] as const, {
    name: 'TurnedOver',
    optional: true,
    nullable: true,
    description: 'After adjusting: turned over by hand and gauged again, or not.',
  })
  turnedOver?: 'gauged-again' | 'not-done' | null;
  @FlagField({
    optional: true,
    description: 'Only to measure: nothing is evaluated, and the status of the unit stays as it is.',
  })
  measureOnly?: boolean;
  @NestedField(() => WorkDto, { optional: true, description: 'What was done beside gauging.' })
  work?: WorkDto;
  @NestedListField(() => DraftValveDto, { maxItems: 48 })
  valves!: DraftValveDto[];
}

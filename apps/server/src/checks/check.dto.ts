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
import { WindowDto } from '../families/index.ts';
import {
  ChoiceField,
  CountField,
  ENTERED_BY,
  FlagField,
  IdField,
  InstantField,
  NumberField,
  OneOfField,
  NestedField,
  NestedListField,
  TextField,
  TextsField,
} from '../platform/index.ts';
import { AmendmentDto } from './amendment.dto.ts';
import { WorkDto } from './work.dto.ts';
import { VERDICT_KINDS, type VerdictDto } from './verdict.dto.ts';
import { CHECK_STATES } from './check.entity.ts';

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

/** What was tried between two moves of an adjuster; never read together with what was tried before or after. */
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

export class StartCheckDto {
  @IdField({ description: 'Made by the sender: the same start sent twice opens one check.' })
  id!: string;
}

export class SaveDraftDto {
  @CountField({ min: 1, max: 1_000_000, description: 'The version that this change was made on.' })
  version!: number;
  @NestedField(() => CheckDraftDto)
  draft!: CheckDraftDto;
  @IdField({ optional: true, description: ENTERED_BY })
  by?: string;
}

export class VersionDto {
  @CountField({ min: 1, max: 1_000_000 })
  version!: number;
}

export class DropCheckDto extends VersionDto {
  @FlagField({
    optional: true,
    description: 'Whether the engine is closed up as it was; needed where the check touched it.',
  })
  closedUp?: boolean;
}

export class EngineQuestionDto {
  @IdField()
  checkId!: string;
  @TextField({ max: 40 })
  unitTag!: string;
  @ChoiceField(['open-check', 'parts-off'] as const, { name: 'EngineQuestionKind' })
  kind!: 'open-check' | 'parts-off';
  @TextsField({ max: 80, maxItems: 40, description: 'Parts that are off as the check says.' })
  off!: string[];
  @TextField({ max: 80, min: 0, description: 'Who worked on it last.' })
  by!: string;
  @InstantField()
  at!: string;
}

export class EngineQuestionsDto {
  @NestedListField(() => EngineQuestionDto, { maxItems: 200 })
  questions!: EngineQuestionDto[];
}

export class EngineAnswerDto {
  @FlagField({ description: 'The engine was closed up; otherwise the unit stays in.' })
  closed!: boolean;
}

export class SignCheckDto extends VersionDto {
  @TextField({ max: 1000, min: 0, lines: true, optional: true })
  note?: string;
  @InstantField({ optional: true, description: 'When the check was done; now when left out.' })
  performedAt?: string;
}

export class BoundDto {
  @NumberField({ min: 0, max: 100, unit: 'mm', example: 0.1 })
  mm!: number;
  @FlagField({ description: 'The end itself does not belong to the interval.' })
  strict!: boolean;
}

export class GapDto {
  @NestedField(() => BoundDto)
  lo!: BoundDto;
  @NestedField(() => BoundDto, { nullable: true })
  hi!: BoundDto | null;
  @FlagField()
  loMeasured!: boolean;
}

export class FindingDto extends ValveDto {
  @ChoiceField(['found', 'left'] as const, { name: 'Phase' })
  phase!: 'found' | 'left';
  @FlagField({ description: 'This is how the check left the valve.' })
  final!: boolean;
  @NestedListField(() => TryDto, { maxItems: 60 })
  tries!: TryDto[];
  @NestedField(() => GapDto, { nullable: true, description: 'Null when nothing was tried or the tries clash.' })
  gap!: GapDto | null;
  @NestedField(() => WindowDto, { nullable: true })
  window!: WindowDto | null;
  @OneOfField('state', VERDICT_KINDS)
  verdict!: VerdictDto;
}

export class CheckDto {
  @IdField()
  id!: string;
  @TextField({ max: 40 })
  unitTag!: string;
  @ChoiceField(CHECK_STATES, { name: 'CheckState' })
  state!: (typeof CHECK_STATES)[number];
  @CountField({ min: 1, max: 1_000_000 })
  version!: number;
  @InstantField()
  startedAt!: string;
  @InstantField()
  savedAt!: string;
  @NestedField(() => CheckDraftDto)
  draft!: CheckDraftDto;
  @TextField({ max: 80, min: 0 })
  savedBy!: string;
  @TextField({ max: 80, min: 0 })
  signedBy!: string;
  @FlagField({ description: 'Voided by an amendment: it does not count.' })
  struck!: boolean;
  @NestedListField(() => AmendmentDto, { maxItems: 100, description: 'Oldest first.' })
  amendments!: AmendmentDto[];
  @TextField({ max: 1000, min: 0 })
  note!: string;
  @InstantField({ nullable: true })
  performedAt!: string | null;
  @NumberField({ min: 0, max: 1e7, unit: 'hours', example: 412.6, nullable: true })
  hoursAt!: number | null;
  @NestedListField(() => FindingDto, { maxItems: 100 })
  findings!: FindingDto[];
}

export class UnitChecksDto {
  @IdField({ nullable: true, description: 'The check that is on the bench, if one is.' })
  openCheckId!: string | null;
  @NestedListField(() => CheckDto, { maxItems: 40, description: 'Signed checks, newest first.' })
  checks!: CheckDto[];
  @InstantField({ nullable: true, description: 'Hand this in as `before` for older ones; null when there are none.' })
  older!: string | null;
}

/** How one blade of a set seems to differ from what it counts as, by the checks in which it was used. */
export class BladeBiasDto {
  @NestedField(() => BladeDto)
  blade!: BladeDto;
  @NumberField({ min: -1, max: 1, unit: 'mm', example: 0.003 })
  biasMm!: number;
  @NumberField({ min: 0, max: 1, unit: 'mm', example: 0.0006, description: 'Standard uncertainty.' })
  uncertaintyMm!: number;
  @CountField({ min: 0, max: 1_000_000 })
  gaugings!: number;
  @FlagField({ description: 'It differs from the others: measure it with a micrometer.' })
  toMeasure!: boolean;
}

export class OlderQuery {
  @InstantField({ optional: true })
  before?: string;
}

export class OpenCheckDto {
  @IdField()
  id!: string;
  @TextField({ max: 40 })
  unitTag!: string;
  @TextField({ max: 60 })
  kind!: string;
  @TextField({ max: 40 })
  family!: string;
  @InstantField()
  startedAt!: string;
  @InstantField()
  savedAt!: string;
  @TextField({ max: 80, min: 0 })
  savedBy!: string;
  @CountField({ min: 0, max: 48 })
  valvesGauged!: number;
  @CountField({ min: 1, max: 48 })
  valves!: number;
}

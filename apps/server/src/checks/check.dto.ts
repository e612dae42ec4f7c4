import { BladeDto } from '../blade-sets/index.ts';
import { WindowDto } from '../families/index.ts';
import {
  ChoiceField,
  CountField,
  DayField,
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
import { CheckDraftDto, TryDto, ValveDto } from './check-draft.dto.ts';
import { AmendmentDto } from './amendment.dto.ts';
import { VERDICT_KINDS, type VerdictDto } from './verdict.dto.ts';
import { CHECK_STATES } from './check.entity.ts';

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

const WRITTEN = 'As it was written: 0.14, 0.12-0.16, >0.20, <0.10, drag 0.15 or in spec, in the unit beside it.';

/** A valve of a check that was done elsewhere or earlier. */
export class PastValveDto extends ValveDto {
  @TextField({ max: 40, nullable: true, description: WRITTEN })
  found!: string | null;
  @TextField({ max: 40, nullable: true, description: `${WRITTEN} The valve was adjusted.` })
  left!: string | null;
}

/** A check that was done elsewhere or earlier, and entered later. */
export class PastCheckDto {
  @DayField({ description: 'When it was done.' })
  doneOn!: string;
  @TextField({ max: 80, min: 0, description: 'Who did it, as it is written.' })
  doneBy!: string;
  @NestedListField(() => PastValveDto, { maxItems: 48 })
  valves!: PastValveDto[];
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
  @NestedField(() => PastCheckDto, {
    nullable: true,
    description: 'Null for a check that was done with this program. Otherwise `signedBy` entered it.',
  })
  past!: PastCheckDto | null;
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

/** How one blade of a set seems to differ from its stored thickness, by the checks in which it was used. */
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

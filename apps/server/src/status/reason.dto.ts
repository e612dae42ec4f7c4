import {
  type Doubt,
  type Obstacle,
  type Reason,
  SYMPTOMS,
  type Symptom,
  WORK_LEFT,
  type WorkLeft,
} from '@sturdy-shim/core';
import { DOUBTS, GapDto, OBSTACLES, ValveDto } from '../checks/index.ts';
import { WindowDto } from '../families/index.ts';
import {
  ChoiceField,
  DayField,
  FlagField,
  InstantField,
  KindField,
  NestedField,
  NestedListField,
  NumberField,
  TextField,
  TextsField,
} from '../platform/index.ts';

const figure = (unit: string) => ({ min: -1e9, max: 1e9, unit, example: 1 }) as const;

/** A valve whose gap is known to be out of spec. */
export class ValveOutsideReasonDto {
  @KindField('valve-outside')
  code!: 'valve-outside';
  @NestedField(() => ValveDto)
  valve!: ValveDto;
  @ChoiceField(['tight', 'loose'] as const, { name: 'Side' })
  side!: 'tight' | 'loose';
  @NumberField(figure('mm'))
  byAtLeastMm!: number;
  @NumberField({ ...figure('mm'), nullable: true })
  byAtMostMm!: number | null;
  @NestedField(() => GapDto, { nullable: true })
  gap!: GapDto | null;
  @NestedField(() => WindowDto, { nullable: true })
  window!: WindowDto | null;
  @InstantField()
  at!: string;
  @NumberField({ ...figure('hours'), nullable: true })
  hoursSince!: number | null;
}

/** A valve whose tries are not sufficient, or whose gap is not comparable. */
export class ValveUndecidedReasonDto {
  @KindField('valve-undecided')
  code!: 'valve-undecided';
  @NestedField(() => ValveDto)
  valve!: ValveDto;
  @ChoiceField([...DOUBTS, 'not-comparable'] as const, { name: 'StatusDoubt' })
  doubt!: Doubt['why'] | 'not-comparable';
  @ChoiceField(OBSTACLES, { name: 'Obstacle', array: true })
  obstacles!: readonly Obstacle[];
  @NestedField(() => GapDto, { nullable: true })
  gap!: GapDto | null;
  @NestedField(() => WindowDto, { nullable: true })
  window!: WindowDto | null;
  @InstantField()
  at!: string;
}

/** A check is open, and a part is off, an adjuster was moved, or a gap is out of spec. */
export class CheckOpenReasonDto {
  @KindField('check-open')
  code!: 'check-open';
  @TextsField({ max: 80, maxItems: 40, description: 'Parts that are off.' })
  off!: readonly string[];
  @NestedListField(() => ValveDto, { maxItems: 48, description: 'Valves whose adjuster was moved.' })
  moved!: readonly ValveDto[];
  @NestedListField(() => ValveDto, { maxItems: 48, description: 'Valves found out of spec and not set yet.' })
  outside!: readonly ValveDto[];
  @FlagField({ optional: true, description: 'Sealant was put on, and the engine was not run since.' })
  curing?: true;
  @TextField({ max: 80, min: 0, description: 'Who worked on it last.' })
  by!: string;
  @InstantField({ description: 'Since when it is open.' })
  at!: string;
}

/** A check is open, and nothing of the engine was touched yet. */
export class OnBenchReasonDto {
  @KindField('on-bench')
  code!: 'on-bench';
  @TextField({ max: 80, min: 0 })
  by!: string;
  @InstantField()
  at!: string;
}

/** The adjuster was moved, or the lock tightened, and the gap was not gauged again. */
export class ValveMovedReasonDto {
  @KindField('valve-moved')
  code!: 'valve-moved';
  @NestedField(() => ValveDto)
  valve!: ValveDto;
  @InstantField()
  at!: string;
}

/** Its family has no interval. */
export class NoIntervalReasonDto {
  @KindField('no-interval')
  code!: 'no-interval';
  @FlagField({ description: 'A lead stated that it has none.' })
  onPurpose!: boolean;
}

class HoursLimitDto {
  @NumberField(figure('hours'))
  intervalHours!: number;
  @FlagField({ description: 'The limit is that of the first check.' })
  firstCheck!: boolean;
  @FlagField({ description: 'The hours at which the interval began are an estimate.' })
  estimated!: boolean;
}

export class PastHoursReasonDto extends HoursLimitDto {
  @KindField('past-hours')
  code!: 'past-hours';
  @NumberField(figure('hours'))
  hoursPast!: number;
}

export class HoursSoonReasonDto extends HoursLimitDto {
  @KindField('hours-soon')
  code!: 'hours-soon';
  @NumberField(figure('hours'))
  hoursLeft!: number;
}

export class PastDateReasonDto {
  @KindField('past-date')
  code!: 'past-date';
  @NumberField(figure('days'))
  daysPast!: number;
  @NumberField({ ...figure('months'), nullable: true, description: 'Null: the day before the season.' })
  months!: number | null;
  @InstantField()
  dueAt!: string;
}

export class DateSoonReasonDto {
  @KindField('date-soon')
  code!: 'date-soon';
  @NumberField(figure('days'))
  daysLeft!: number;
  @InstantField()
  dueAt!: string;
}

export class ProblemReasonDto {
  @KindField('problem')
  code!: 'problem';
  @ChoiceField(SYMPTOMS, { name: 'Symptom' })
  symptom!: Symptom;
  @InstantField()
  at!: string;
  @FlagField({ description: 'It keeps the unit in until a check says that it is gone.' })
  doNotRun!: boolean;
}

/** A check ended with this, and no later one said otherwise. */
export class WorkLeftReasonDto {
  @KindField('work-left')
  code!: 'work-left';
  @ChoiceField(WORK_LEFT, { name: 'WorkLeft' })
  what!: WorkLeft;
  @InstantField()
  at!: string;
}

/** Work that a check could not finish. */
export class FollowUpReasonDto {
  @KindField('follow-up')
  code!: 'follow-up';
  @TextField({ max: 200, min: 0 })
  what!: string;
  @DayField({ nullable: true, description: 'By when.' })
  by!: string | null;
  @InstantField()
  at!: string;
}

/** How it runs at work still has to be stated. */
export class ToProveReasonDto {
  @KindField('to-prove')
  code!: 'to-prove';
  @InstantField()
  at!: string;
}

export class StaleReadingReasonDto {
  @KindField('stale-reading')
  code!: 'stale-reading';
  @NumberField(figure('days'))
  days!: number;
  @InstantField()
  readAt!: string;
}

export class CheckHoursUnknownReasonDto {
  @KindField('check-hours-unknown')
  code!: 'check-hours-unknown';
  @NestedField(() => ValveDto)
  valve!: ValveDto;
  @InstantField()
  at!: string;
}

export class ValveNeverGaugedReasonDto {
  @KindField('valve-never-gauged')
  code!: 'valve-never-gauged';
  @NestedField(() => ValveDto)
  valve!: ValveDto;
}

const PLAIN = ['no-reading', 'no-meter', 'never-checked', 'no-specification', 'months-stand-still'] as const;

/** A reason without figures. */
export class PlainReasonDto {
  @KindField(...PLAIN)
  code!: (typeof PLAIN)[number];
}

export type ReasonDto =
  | CheckOpenReasonDto
  | OnBenchReasonDto
  | ValveMovedReasonDto
  | NoIntervalReasonDto
  | ValveOutsideReasonDto
  | ValveUndecidedReasonDto
  | PastHoursReasonDto
  | HoursSoonReasonDto
  | PastDateReasonDto
  | DateSoonReasonDto
  | ProblemReasonDto
  | WorkLeftReasonDto
  | FollowUpReasonDto
  | ToProveReasonDto
  | StaleReadingReasonDto
  | CheckHoursUnknownReasonDto
  | ValveNeverGaugedReasonDto
  | PlainReasonDto;

export const REASON_KINDS = {
  'check-open': CheckOpenReasonDto,
  'on-bench': OnBenchReasonDto,
  'valve-moved': ValveMovedReasonDto,
  'valve-outside': ValveOutsideReasonDto,
  'valve-undecided': ValveUndecidedReasonDto,
  'past-hours': PastHoursReasonDto,
  'hours-soon': HoursSoonReasonDto,
  'past-date': PastDateReasonDto,
  'date-soon': DateSoonReasonDto,
  problem: ProblemReasonDto,
  'work-left': WorkLeftReasonDto,
  'follow-up': FollowUpReasonDto,
  'to-prove': ToProveReasonDto,
  'stale-reading': StaleReadingReasonDto,
  'check-hours-unknown': CheckHoursUnknownReasonDto,
  'valve-never-gauged': ValveNeverGaugedReasonDto,
  'no-reading': PlainReasonDto,
  'no-meter': PlainReasonDto,
  'months-stand-still': PlainReasonDto,
  'never-checked': PlainReasonDto,
  'no-specification': PlainReasonDto,
  'no-interval': NoIntervalReasonDto,
} as const satisfies Record<Reason['code'], unknown>;

const iso = (moment: number): string => new Date(moment).toISOString();

/** Moments are serialized as ISO 8601; everything else is the core's reason unchanged. */
export function reasonDto(reason: Reason): ReasonDto {
  switch (reason.code) {
    case 'check-open':
    case 'on-bench':
    case 'valve-moved':
    case 'valve-outside':
    case 'valve-undecided':
    case 'problem':
    case 'work-left':
    case 'follow-up':
    case 'to-prove':
    case 'check-hours-unknown':
      return { ...reason, at: iso(reason.at) };
    case 'past-date':
    case 'date-soon':
      return { ...reason, dueAt: iso(reason.dueAt) };
    case 'stale-reading':
      return { ...reason, readAt: iso(reason.readAt) };
    default:
      return reason;
  }
}

import type { Suspicion } from '@sturdy-shim/core';
import {
  ChoiceField,
  FlagField,
  NestedListField,
  IdField,
  InstantField,
  KindField,
  NumberField,
  OneOfListField,
  TextField,
} from '../platform/index.ts';
import type { MeterEntity } from './meter.entity.ts';
import { READING_STATES, type ReadingEntity } from './reading.entity.ts';

const METER = { min: 0, max: 999_999.9, unit: 'hours', example: 412.6 } as const;

export class NewReadingDto {
  @IdField({ description: 'Made by the sender: the same reading sent twice counts once.' })
  id!: string;
  @InstantField()
  readAt!: string;
  @NumberField({ ...METER, description: 'What the meter shows.' })
  hours!: number;
  @TextField({ max: 300, min: 0, lines: true, optional: true })
  note?: string;
}

export const SETTLEMENTS = ['as-read', 'rolled-over', 'new-meter', 'corrected', 'rejected'] as const;

export class SettleReadingDto {
  @ChoiceField(SETTLEMENTS, { name: 'Settlement' })
  decision!: (typeof SETTLEMENTS)[number];
  @NumberField({
    ...METER,
    optional: true,
    description: 'For a new meter: what it showed when it was fitted. 0 when left out.',
  })
  startedAtHours?: number;
  @TextField({ max: 300, min: 0, optional: true, description: 'For a new meter: why the one before was replaced.' })
  reason?: string;
  @NumberField({ ...METER, optional: true, description: 'For a correction: what the meter really showed.' })
  correctedHours?: number;
  @IdField({
    optional: true,
    description: 'For a correction: the id of the reading that is entered instead. Made by the sender.',
  })
  replacementId?: string;
}

export class SettlementOfDto extends SettleReadingDto {
  @IdField()
  id!: string;
}

export class SettleManyDto {
  @NestedListField(() => SettlementOfDto, { maxItems: 200 })
  settlements!: SettlementOfDto[];
}

/** The result of one reading of a batch. */
export class SettledDto {
  @IdField()
  id!: string;
  @FlagField()
  settled!: boolean;
  @TextField({ max: 500, min: 0, description: 'Why not, and what to do.' })
  refusal!: string;
}

export class SettledManyDto {
  @NestedListField(() => SettledDto, { maxItems: 200 })
  outcomes!: SettledDto[];
}

export const READING_AMENDMENTS = ['as-read', 'rejected'] as const;

export class AmendReadingDto {
  @ChoiceField(READING_AMENDMENTS, { name: 'ReadingAmendment' })
  decision!: (typeof READING_AMENDMENTS)[number];
  @TextField({ max: 300, description: 'Why.' })
  reason!: string;
}

const figure = (unit: string) => ({ min: -1e9, max: 1e9, unit, example: 1 }) as const;

export class FutureSuspicionDto {
  @KindField('future')
  code!: 'future';
  @InstantField()
  readAt!: string;
}

export class SameMomentSuspicionDto {
  @KindField('same-moment')
  code!: 'same-moment';
  @NumberField(figure('hours'))
  otherHours!: number;
}

export class BackwardsSuspicionDto {
  @KindField('backwards')
  code!: 'backwards';
  @NumberField(figure('hours'))
  previousHours!: number;
  @InstantField()
  previousAt!: string;
  @NumberField(figure('hours'))
  byHours!: number;
}

export class AboveLaterSuspicionDto {
  @KindField('above-later')
  code!: 'above-later';
  @NumberField(figure('hours'))
  laterHours!: number;
  @InstantField()
  laterAt!: string;
}

export class MoreThanADayHoldsSuspicionDto {
  @KindField('more-than-a-day-holds')
  code!: 'more-than-a-day-holds';
  @NumberField(figure('hours'))
  addedHours!: number;
  @NumberField(figure('days'))
  days!: number;
}

export class AboveHabitSuspicionDto {
  @KindField('above-habit')
  code!: 'above-habit';
  @NumberField(figure('hours a day'))
  perDay!: number;
  @NumberField(figure('hours a day'))
  usualMaxPerDay!: number;
}

export class AboveCeilingSuspicionDto {
  @KindField('above-ceiling')
  code!: 'above-ceiling';
  @NumberField(figure('hours a day'))
  perDay!: number;
  @NumberField(figure('hours a day'))
  ceilingPerDay!: number;
}

export class TenfoldSuspicionDto {
  @KindField('tenfold')
  code!: 'tenfold';
  @NumberField(figure('hours'))
  likelyHours!: number;
}

export class RollOverSuspicionDto {
  @KindField('roll-over')
  code!: 'roll-over';
  @NumberField(figure('hours'))
  modulus!: number;
  @NumberField(figure('hours'))
  addedHours!: number;
  @ChoiceField(['before', 'after'] as const, {
    name: 'BreakSide',
    description: 'Whether the meter rolled over or was replaced before or after this reading.',
  })
  side!: 'before' | 'after';
}

export class NewMeterSuspicionDto {
  @KindField('new-meter')
  code!: 'new-meter';
  @ChoiceField(['before', 'after'] as const, {
    name: 'BreakSide',
    description: 'Whether the meter rolled over or was replaced before or after this reading.',
  })
  side!: 'before' | 'after';
}

/** A reason why a reading is suspect, with its figures. */
export type SuspicionDto =
  | FutureSuspicionDto
  | SameMomentSuspicionDto
  | BackwardsSuspicionDto
  | AboveLaterSuspicionDto
  | MoreThanADayHoldsSuspicionDto
  | AboveHabitSuspicionDto
  | AboveCeilingSuspicionDto
  | TenfoldSuspicionDto
  | RollOverSuspicionDto
  | NewMeterSuspicionDto;

const SUSPICION_KINDS = {
  future: FutureSuspicionDto,
  'same-moment': SameMomentSuspicionDto,
  backwards: BackwardsSuspicionDto,
  'above-later': AboveLaterSuspicionDto,
  'more-than-a-day-holds': MoreThanADayHoldsSuspicionDto,
  'above-habit': AboveHabitSuspicionDto,
  'above-ceiling': AboveCeilingSuspicionDto,
  tenfold: TenfoldSuspicionDto,
  'roll-over': RollOverSuspicionDto,
  'new-meter': NewMeterSuspicionDto,
} as const satisfies Record<Suspicion['code'], unknown>;

/** An hour meter of a unit. The first has no day and no start of its own: they are the unit's. */
export class MeterDto {
  @InstantField({ nullable: true })
  fittedAt!: string | null;
  @NumberField({ ...METER, nullable: true })
  startedAtHours!: number | null;
  @NumberField({
    min: 1,
    max: 1e7,
    unit: 'hours',
    example: 1000,
    nullable: true,
    description: 'It counts modulo this.',
  })
  modulusHours!: number | null;
  @TextField({ max: 300, min: 0 })
  reason!: string;
  @TextField({ max: 80, min: 0 })
  enteredBy!: string;
}

export const meterDto = (meter: MeterEntity): MeterDto => ({
  fittedAt: meter.fittedAt?.toISOString() ?? null,
  startedAtHours: meter.startedAtHours,
  modulusHours: meter.modulusHours,
  reason: meter.reason,
  enteredBy: meter.enteredBy,
});

export class ReadingDto {
  @IdField()
  id!: string;
  @InstantField()
  readAt!: string;
  @NumberField(METER)
  hours!: number;
  @TextField({ max: 300, min: 0 })
  note!: string;
  @TextField({ max: 80, min: 0 })
  readBy!: string;
  @ChoiceField(READING_STATES, { name: 'ReadingState' })
  state!: (typeof READING_STATES)[number];
  @TextField({ max: 80, min: 0, description: 'Who settled or amended it last.' })
  settledBy!: string;
  @TextField({ max: 300, min: 0 })
  settledReason!: string;
  @OneOfListField('code', SUSPICION_KINDS, { maxItems: 20 })
  suspicions!: SuspicionDto[];
}

export const readingDto = (reading: ReadingEntity): ReadingDto => ({
  id: reading.id,
  readAt: reading.readAt.toISOString(),
  hours: reading.shownHours,
  note: reading.note,
  readBy: reading.readBy,
  state: reading.state,
  settledBy: reading.settledBy,
  settledReason: reading.settledReason,
  suspicions: reading.suspicions.map(suspicionDto),
});

function suspicionDto(suspicion: Suspicion): SuspicionDto {
  switch (suspicion.code) {
    case 'future':
      return { ...suspicion, readAt: new Date(suspicion.readAt).toISOString() };
    case 'backwards':
      return { ...suspicion, previousAt: new Date(suspicion.previousAt).toISOString() };
    case 'above-later':
      return { ...suspicion, laterAt: new Date(suspicion.laterAt).toISOString() };
    default:
      return suspicion;
  }
}

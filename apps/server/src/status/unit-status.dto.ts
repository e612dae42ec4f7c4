import { type Doubt, type Obstacle, type Reason, UNIT_STATES, type UnitState, type Symptom } from '@sturdy-shim/core';
import { DOUBTS, GapDto, OBSTACLES, ValveDto } from '../checks/index.ts';
import { SYMPTOMS } from '../problem-reports/index.ts';
import { WindowDto } from '../families/index.ts';
import { ChoiceField, FlagField, InstantField, NumberField, NestedField, NestedListField } from '../platform/index.ts';
import type { UnitStatusEntity } from './unit-status.entity.ts';

const REASONS = [
  'valve-outside',
  'past-hours',
  'past-date',
  'problem',
  'valve-undecided',
  'hours-soon',
  'date-soon',
  'no-reading',
  'stale-reading',
  'no-meter',
  'check-hours-unknown',
  'never-checked',
  'valve-never-gauged',
  'no-specification',
  'no-interval',
] as const satisfies readonly Reason['code'][];

const figure = (unit: string) => ({ min: -1e9, max: 1e9, unit, example: 1, optional: true }) as const;

/** One reason with its numbers; which are given depends on the code. */
export class ReasonDto {
  @ChoiceField(REASONS, { name: 'ReasonCode' })
  code!: Reason['code'];
  @NestedField(() => ValveDto, { optional: true })
  valve?: ValveDto;
  @ChoiceField(['tight', 'loose'] as const, { name: 'Side', optional: true })
  side?: 'tight' | 'loose';
  @NumberField(figure('mm'))
  byAtLeastMm?: number;
  @NumberField({ ...figure('mm'), nullable: true })
  byAtMostMm?: number | null;
  @NestedField(() => GapDto, { optional: true, nullable: true })
  gap?: GapDto | null;
  @NestedField(() => WindowDto, { optional: true, nullable: true })
  window?: WindowDto | null;
  @InstantField({ optional: true })
  at?: string;
  @NumberField({ ...figure('hours'), nullable: true })
  hoursSince?: number | null;
  @NumberField(figure('hours'))
  hoursPast?: number;
  @NumberField(figure('hours'))
  hoursLeft?: number;
  @NumberField(figure('hours'))
  intervalHours?: number;
  @FlagField({ optional: true, description: 'The limit is that of the first check.' })
  firstCheck?: boolean;
  @FlagField({ optional: true, description: 'The hours at which the interval began are an estimate.' })
  estimated?: boolean;
  @NumberField(figure('days'))
  daysPast?: number;
  @NumberField(figure('days'))
  daysLeft?: number;
  @NumberField(figure('days'))
  days?: number;
  @NumberField({ ...figure('months'), nullable: true, description: 'Null: the day before the season.' })
  months?: number | null;
  @InstantField({ optional: true })
  dueAt?: string;
  @InstantField({ optional: true })
  readAt?: string;
  @ChoiceField(SYMPTOMS, { name: 'Symptom', optional: true })
  symptom?: Symptom;
  @ChoiceField([...DOUBTS, 'not-comparable'] as const, { name: 'StatusDoubt', optional: true })
  doubt?: Doubt['why'] | 'not-comparable';
  @ChoiceField(OBSTACLES, { name: 'Obstacle', array: true, optional: true })
  obstacles?: readonly Obstacle[];
}

export class UnitStatusDto {
  @ChoiceField(UNIT_STATES, { name: 'UnitState' })
  state!: UnitState;
  @NestedListField(() => ReasonDto, { maxItems: 200, description: 'Worst first.' })
  reasons!: ReasonDto[];
  @NumberField({ ...figure('hours'), optional: false, nullable: true })
  hoursNow!: number | null;
  @InstantField({ nullable: true })
  hoursReadAt!: string | null;
  @NumberField({ ...figure('hours'), optional: false, nullable: true })
  dueAtHours!: number | null;
  @NumberField({ ...figure('hours'), optional: false, nullable: true })
  hoursLeft!: number | null;
  @NumberField({ ...figure('hours'), optional: false, nullable: true })
  intervalHours!: number | null;
  @InstantField({ nullable: true })
  dueAt!: string | null;
  @NumberField({ ...figure('days'), optional: false, nullable: true })
  daysLeft!: number | null;
  @NumberField({ ...figure('interval'), optional: false, nullable: true })
  shareLeft!: number | null;
}

export const unitStatusDto = (row: UnitStatusEntity): UnitStatusDto => ({
  state: row.state,
  reasons: row.reasons.map(reasonDto),
  hoursNow: row.hoursNow,
  hoursReadAt: row.hoursReadAt?.toISOString() ?? null,
  dueAtHours: row.dueAtHours,
  hoursLeft: row.hoursLeft,
  intervalHours: row.intervalHours,
  dueAt: row.dueAt?.toISOString() ?? null,
  daysLeft: row.daysLeft,
  shareLeft: row.shareLeft,
});

/** Moments leave as ISO 8601; everything else is the core's reason as it is. */
export function reasonDto(reason: Reason): ReasonDto {
  const iso = (moment: number): string => new Date(moment).toISOString();
  return {
    ...reason,
    ...('at' in reason && { at: iso(reason.at) }),
    ...('dueAt' in reason && { dueAt: iso(reason.dueAt) }),
    ...('readAt' in reason && { readAt: iso(reason.readAt) }),
  } as ReasonDto;
}

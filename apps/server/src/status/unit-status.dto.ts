import { UNIT_STATES, type UnitState } from '@sturdy-shim/core';
import { ChoiceField, CountField, FlagField, InstantField, NumberField, OneOfListField } from '../platform/index.ts';
import { REASON_KINDS, type ReasonDto, reasonDto } from './reason.dto.ts';
import { storedAsOf } from './as-of.ts';
import type { UnitStatusEntity } from './unit-status.entity.ts';

const figure = (unit: string) => ({ min: -1e9, max: 1e9, unit, example: 1 }) as const;

export class UnitStatusDto {
  @ChoiceField(UNIT_STATES, { name: 'UnitState' })
  state!: UnitState;
  @OneOfListField('code', REASON_KINDS, { maxItems: 200, description: 'Worst first.' })
  reasons!: ReasonDto[];
  @NumberField({ ...figure('hours'), nullable: true })
  hoursNow!: number | null;
  @InstantField({ nullable: true })
  hoursReadAt!: string | null;
  @NumberField({ ...figure('hours'), nullable: true })
  dueAtHours!: number | null;
  @NumberField({ ...figure('hours'), nullable: true })
  hoursLeft!: number | null;
  @NumberField({ ...figure('hours'), nullable: true })
  intervalHours!: number | null;
  @InstantField({ nullable: true })
  dueAt!: string | null;
  @NumberField({ ...figure('days'), nullable: true })
  daysLeft!: number | null;
  @NumberField({ ...figure('interval'), nullable: true })
  shareLeft!: number | null;
  @FlagField({ description: 'Something under it has changed, and it is being computed again.' })
  recomputing!: boolean;
}

export class RecomputingDto {
  @CountField({ min: 0, max: 1_000_000_000 })
  units!: number;
}

export function unitStatusDto(row: UnitStatusEntity, now: Date): UnitStatusDto {
  const status = storedAsOf(row, now);
  return {
    state: row.state,
    reasons: status.reasons.map(reasonDto),
    hoursNow: row.hoursNow,
    hoursReadAt: row.hoursReadAt?.toISOString() ?? null,
    dueAtHours: row.dueAtHours,
    hoursLeft: row.hoursLeft,
    intervalHours: row.intervalHours,
    dueAt: row.dueAt?.toISOString() ?? null,
    daysLeft: status.daysLeft,
    shareLeft: status.shareLeft,
    recomputing: row.mark !== row.computedMark || (row.changesAt !== null && row.changesAt <= now),
  };
}

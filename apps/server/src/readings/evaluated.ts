import {
  type HabitRules,
  type Instant,
  type Meter,
  type PlacedReading,
  ReadingBase,
  habitRulesUnder,
  hours,
} from '@sturdy-shim/core';
import type { RuleBook } from '../shop-rules/index.ts';
import type { UnitEntity } from '../units/index.ts';
import { currentActor } from '../platform/index.ts';
import { type MeterHistory, toInstant } from './history.ts';
import type { NewReadingDto } from './reading.dto.ts';
import type { ReadingEntity } from './reading.entity.ts';

/** The context for evaluating the readings of one unit; an accepted reading is added for the later ones. */
export interface Base {
  readonly unitId: string;
  readonly meters: readonly Meter[];
  readonly counting: ReadingBase;
  readonly habits: HabitRules;
}

export const baseOf = (unit: UnitEntity, { meters, readings }: MeterHistory, book: RuleBook): Base => ({
  unitId: unit.id,
  meters,
  counting: new ReadingBase(meters, readings),
  habits: habitRulesUnder(book.of(unit.familyId)),
});

/** A new reading with its place among the others. */
export const placed = (base: Base, at: Instant, shownHours: number, now: Date): PlacedReading =>
  base.counting.place({ at, shown: hours(shownHours) }, toInstant(now), base.habits);

/** The row of a reading, accepted or suspect. */
export function evaluated(
  base: Base,
  { id, readAt, hours: shownHours, note }: NewReadingDto,
  now: Date,
  readBy = currentActor().name,
): ReadingEntity {
  const at = new Date(readAt);
  const { lap, suspicions } = placed(base, toInstant(at), shownHours, now);
  if (suspicions.length === 0)
    base.counting.accept({ at: toInstant(at), shown: hours(shownHours), lap, asRead: false });
  return {
    id,
    unitId: base.unitId,
    readAt: at,
    shownHours,
    note: note ?? '',
    readBy,
    lap,
    state: suspicions.length === 0 ? 'accepted' : 'suspect',
    suspicions: [...suspicions],
    confirmed: null,
    receivedAt: now,
    settledBy: '',
    settledReason: '',
  };
}

export const inDateOrder = <R extends { readonly readAt: string }>(readings: readonly R[]): R[] =>
  readings.toSorted((a, b) => Date.parse(a.readAt) - Date.parse(b.readAt));

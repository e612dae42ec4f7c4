import type { CumulativeHours } from '../hours/index.ts';
import { MS_PER_DAY, hours, instant, type Instant } from '../units/index.ts';
import type { Seeded } from './seeded.ts';

/** How the units of an invented fleet work. */
export interface WorkingHabit {
  /** Mean hours of a working day in this fleet, and the relative spread between units. */
  readonly hoursADay: number;
  readonly unitsDiffer: number;
  /** Chance that it works at all on a working day, and whether it works at weekends. */
  readonly chance: number;
  readonly weekends: boolean;
  /** By month, January first; the work of each month as a share of a full one. */
  readonly months: readonly number[];
  /** Relative change of a unit's own rate from one month to the next. */
  readonly wander: number;
}

/** What a unit ran on each day from a start, in hours. */
export function workedDays(habit: WorkingHabit, start: Instant, days: number, seeded: Seeded): Float64Array {
  const own = habit.hoursADay * Math.exp(seeded.normal(0, habit.unitsDiffer));
  const worked = new Float64Array(days);
  let drift = 1;
  let month = -1;
  for (let day = 0; day < days; day += 1) {
    const date = new Date(start + day * MS_PER_DAY);
    if (date.getUTCMonth() !== month) {
      month = date.getUTCMonth();
      drift *= Math.exp(seeded.normal(-(habit.wander ** 2) / 2, habit.wander));
    }
    const weekend = date.getUTCDay() === 0 || date.getUTCDay() === 6;
    if (weekend && !habit.weekends) continue;
    if (seeded.next() >= habit.chance * (habit.months[month] ?? 1)) continue;
    worked[day] = Math.min(16, own * drift * Math.exp(seeded.normal(-0.125, 0.5)));
  }
  return worked;
}

/** Meter readings of the simulated work, every four to ten days, in tenths. */
export function readingsOf(worked: Float64Array, start: Instant, days: number, seeded: Seeded): CumulativeHours[] {
  const readings: CumulativeHours[] = [{ readAt: start, hours: hours(0) }];
  let total = 0;
  let next = Math.floor(seeded.between(4, 11));
  for (let day = 0; day < days; day += 1) {
    total += worked[day] ?? 0;
    if (day + 1 < next) continue;
    readings.push({ readAt: instant(start + (day + 1) * MS_PER_DAY), hours: hours(Math.round(total * 10) / 10) });
    next += Math.floor(seeded.between(4, 11));
  }
  return readings;
}

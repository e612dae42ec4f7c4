import { MS_PER_DAY, quantile } from '../units/index.ts';
import { hoursAfterEach, type CumulativeHours } from './cumulative.ts';
import { metersInOrder, type Meter } from './meter.ts';
import type { AcceptedReading } from './reading.ts';

/** Readings that describe a unit's habit: a year of weeks, so that the cost does not grow with its history. */
export const HABIT_READINGS = 60;
const RARELY_PASSED = 0.95;
/** How far above the median the 95th percentile of an even habit lies at most. An assumption. */
const UNEVEN = 5;

/** Daily use of a unit between one reading and the next, while it works: idle times tell nothing of a working day. */
export class Habit {
  private usual: number | null = null;

  /** @param rates hours a day, one an interval; none is no habit */
  constructor(private readonly rates: readonly number[]) {
    if (rates.length === 0) throw new RangeError('a habit of no interval');
  }

  /** The 95th percentile of daily use, in hours a day. */
  get usualMaxPerDay(): number {
    return (this.usual ??= quantile(this.rates, RARELY_PASSED));
  }

  /** Whether it works evenly: not mostly little, and for days on end once in a while. */
  isEven(): boolean {
    return this.usualMaxPerDay <= UNEVEN * quantile(this.rates, 0.5);
  }

  /** Whether the 95th percentile reaches a rate, by counting the rates that are as high; needs no sorting. */
  surelyReaches(perDay: number): boolean {
    let needed = this.rates.length - Math.floor((this.rates.length - 1) * RARELY_PASSED);
    for (let place = this.rates.length - 1; place >= 0 && needed > 0; place -= 1)
      if ((this.rates[place] as number) >= perDay) needed -= 1;
    return needed === 0;
  }
}

/**
 * The habit that readings show; null below `intervalsNeeded` working intervals.
 * @param fromStart the readings are the first of the unit: its start of service begins an interval too
 */
export function habitOf(
  meters: readonly Meter[],
  readings: readonly AcceptedReading[],
  intervalsNeeded: number,
  fromStart = true,
): Habit | null {
  if (readings.length < intervalsNeeded) return null;
  const series = metersInOrder(meters);
  const [first] = series as [Meter];
  const known = hoursAfterEach(series, readings);
  const rates: number[] = [];
  let previous: CumulativeHours = { hours: first.startedAt, readAt: first.from };
  for (const [place, each] of known.entries()) {
    const days = Math.max(1, (each.readAt - previous.readAt) / MS_PER_DAY);
    const added = each.hours - previous.hours;
    if ((fromStart || place > 0) && added > 0) rates.push(added / days);
    previous = each;
  }
  return rates.length < Math.max(1, intervalsNeeded) ? null : new Habit(rates);
}

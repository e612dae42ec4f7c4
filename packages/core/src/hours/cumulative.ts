import { hours, type Hours, type Instant } from '../units/index.ts';
import { meterAt, metersInOrder, unrolled, type Meter } from './meter.ts';
import type { AcceptedReading } from './reading.ts';

/** Engine hours, independent of which meter counted them. */
export interface CumulativeHours {
  readonly hours: Hours;
  readonly readAt: Instant;
}

/**
 * Engine hours after each accepted reading, in date order. They survive roll-overs and replaced meters; a step back
 * within the meter's last digit counts as nothing. The same facts give the same hours in whatever order they came in.
 * @param meters the first is the one that the unit came with: engine hours start with what it showed then
 */
export function hoursAfterEach(meters: readonly Meter[], accepted: readonly AcceptedReading[]): CumulativeHours[] {
  const series = metersInOrder(meters);
  const only = series.length === 1 ? series[0] : undefined;
  const meterOf = ({ at }: AcceptedReading): Meter => only ?? meterAt(series, at);
  const shownBy = (reading: AcceptedReading): number => unrolled(reading, meterOf(reading));
  const inOrder = isAscending(accepted)
    ? accepted
    : accepted.toSorted((a, b) => a.at - b.at || shownBy(a) - shownBy(b) || Number(a.asRead) - Number(b.asRead));
  let current = series[0] as Meter;
  /** Engine hours when the current meter was fitted. */
  let before: number = current.startedAt;
  let total = before;
  return inOrder.map((reading) => {
    const meter = meterOf(reading);
    if (meter !== current) {
      current = meter;
      before = total;
    }
    const now = before + unrolled(reading, meter) - meter.startedAt;
    total = reading.asRead ? Math.max(now, meter === series[0] ? 0 : before) : Math.max(total, now);
    return { hours: hours(total), readAt: reading.at };
  });
}

/** The usual case: readings arrive in date order. */
function isAscending(readings: readonly AcceptedReading[]): boolean {
  let last = -Infinity;
  for (const { at } of readings) {
    if (at <= last) return false;
    last = at;
  }
  return true;
}

/** Engine hours by the latest accepted reading, or null when there is none. */
export const cumulativeHours = (
  meters: readonly Meter[],
  accepted: readonly AcceptedReading[],
): CumulativeHours | null => hoursAfterEach(meters, accepted).at(-1) ?? null;

/**
 * Engine hours at a moment between readings, by linear interpolation: an estimate. Null if hours are known on one side
 * only.
 * @param known in date order, the start of service among them
 */
export function hoursBetween(known: readonly CumulativeHours[], at: Instant): Hours | null {
  const before = known.findLast(({ readAt }) => readAt <= at);
  const after = known.find(({ readAt }) => readAt >= at);
  if (before === undefined || after === undefined) return null;
  const share = after.readAt === before.readAt ? 0 : (at - before.readAt) / (after.readAt - before.readAt);
  return hours(before.hours + share * (after.hours - before.hours));
}

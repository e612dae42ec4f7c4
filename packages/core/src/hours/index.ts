export { cumulativeHours, hoursAfterEach, hoursBetween, type CumulativeHours } from './cumulative.ts';
export { usualMaxPerDay } from './habit.ts';
export { inDateOrder, meterAt, metersInOrder, unrolled, type Meter } from './meter.ts';
export type { AcceptedReading, MeterReading } from './reading.ts';
export {
  DEFAULT_HABIT_RULES,
  placeReading,
  type BreakSide,
  type HabitRules,
  type PlacedReading,
  type Suspicion,
} from './suspicion.ts';

export { asReadings, estimatedHours, type UseBasis } from './estimate.ts';
export { cumulativeHours, hoursAfterEach, hoursBetween, type CumulativeHours } from './cumulative.ts';
export { habitOf, type Habit } from './habit.ts';
export { inDateOrder, meterAt, metersInOrder, unrolled, type Meter } from './meter.ts';
export type { AcceptedReading, MeterReading } from './reading.ts';
export {
  DEFAULT_HABIT_RULES,
  ReadingBase,
  placeReading,
  type BreakSide,
  type HabitRules,
  type PlacedReading,
  type Suspicion,
} from './suspicion.ts';
export { EVEN_PROFILE, afterSeasonDays, seasonDays, type SeasonProfile } from './season-profile.ts';
export {
  UNKNOWN_POOL,
  dateOfHours,
  hoursAhead,
  poolUsage,
  unseenMonths,
  usageOf,
  type ExpectedDate,
  type Usage,
  type UsagePool,
} from './usage.ts';

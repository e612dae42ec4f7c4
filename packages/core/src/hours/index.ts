export { cumulativeHours, hoursAfterEach, inDateOrder, type CumulativeHours } from './cumulative.ts';
export { usualMostPerDay } from './habit.ts';
export type { AcceptedReading, Confirmation, MeterReading } from './reading.ts';
export { DEFAULT_HABIT_RULES, suspicions, type HabitRules, type Suspicion } from './suspicion.ts';

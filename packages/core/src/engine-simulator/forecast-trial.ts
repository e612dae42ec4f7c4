import { dateOfHours, hoursAhead, poolUsage, usageOf } from '../hours/index.ts';
import { MS_PER_DAY, instant, type Instant } from '../units/index.ts';
import { Seeded } from './seeded.ts';
import { readingsOf, workedDays, type WorkingHabit } from './simulated-use.ts';

/** Number of forecasts, and of those whose true value lay in the band, before it and after it. */
export interface Coverage {
  readonly forecasts: number;
  readonly within: number;
  readonly below: number;
  readonly above: number;
}

/** The tested forecast. */
export type Question =
  { readonly kind: 'hours-after'; readonly days: number } | { readonly kind: 'date-of'; readonly hoursLeft: number };

const START = instant(Date.UTC(2024, 0, 1));
const ZONE = 'UTC';
const AHEAD_DAYS = 900;

/**
 * Simulates a fleet with given habits and compares the forecasts made on one day with the simulated future.
 * @param historyDays length of each unit's history on that day, assigned to the units in turn
 * @returns one coverage for each question
 */
export function forecastTrial(
  habit: WorkingHabit,
  historyDays: readonly number[],
  units: number,
  questions: readonly Question[],
  seed: number,
): Coverage[] {
  const seeded = new Seeded(seed);
  // Each fleet is evaluated at another time of the year.
  const today = instant(START + Math.floor(seeded.between(450, 815)) * MS_PER_DAY);
  const fleet = Array.from({ length: units }, (_, index) => {
    const history = historyDays[index % historyDays.length] ?? 400;
    const start = instant(today - history * MS_PER_DAY);
    const worked = workedDays(habit, start, history + AHEAD_DAYS, seeded);
    return { history, start, worked, known: readingsOf(worked, start, history, seeded) };
  });
  const pool = poolUsage(
    fleet.map(({ known }) => known),
    ZONE,
    today,
  );
  const counts = questions.map(() => ({ forecasts: 0, within: 0, below: 0, above: 0 }));
  for (const { start, worked, known } of fleet) {
    const from = known.at(-1)?.readAt ?? start;
    const usage = usageOf(known, pool, today, ZONE);
    const after = worked.subarray(Math.round((from - start) / MS_PER_DAY));
    questions.forEach((question, index) => {
      const side = question.kind === 'hours-after' ? sideOfHours(question.days) : sideOfDate(question.hoursLeft);
      const counted = counts[index];
      if (side === null || counted === undefined) return;
      counted.forecasts += 1;
      counted[side] += 1;
    });

    function sideOfHours(days: number): keyof Omit<Coverage, 'forecasts'> {
      const { lo, hi } = hoursAhead(usage, from, instant(from + days * MS_PER_DAY), ZONE);
      const ran = after.subarray(0, days).reduce((a, b) => a + b, 0);
      return ran < lo ? 'below' : ran > hi ? 'above' : 'within';
    }
    function sideOfDate(hoursLeft: number): keyof Omit<Coverage, 'forecasts'> | null {
      const { earliest, latest } = dateOfHours(usage, from, hoursLeft, ZONE);
      const reached = dayReached(after, hoursLeft);
      // Forecasts further ahead are not evaluated.
      if (reached === null) return latest === null ? 'within' : null;
      const at: Instant = instant(from + reached * MS_PER_DAY);
      if (earliest !== null && at < earliest) return 'below';
      return latest !== null && at > latest ? 'above' : 'within';
    }
  }
  return counts;
}

/** The end of the day on which the given hours are reached. */
function dayReached(worked: Float64Array, wanted: number): number | null {
  let sum = 0;
  for (let day = 0; day < worked.length; day += 1) {
    sum += worked[day] ?? 0;
    if (sum >= wanted) return day + 1;
  }
  return null;
}

/** Habits as shops have them. Invented. */
export const HABITS: Readonly<Record<string, WorkingHabit>> = {
  'mowers, in season': {
    hoursADay: 4,
    unitsDiffer: 0.35,
    chance: 0.75,
    weekends: false,
    months: [0.05, 0.1, 0.4, 0.8, 1, 1, 1, 0.95, 0.8, 0.5, 0.2, 0.05],
    wander: 0.05,
  },
  'blowers, fall most': {
    hoursADay: 2.5,
    unitsDiffer: 0.3,
    chance: 0.6,
    weekends: false,
    months: [0.3, 0.2, 0.3, 0.35, 0.35, 0.3, 0.3, 0.4, 0.7, 1, 1, 0.6],
    wander: 0.05,
  },
  'rental generators': {
    hoursADay: 6,
    unitsDiffer: 0.5,
    chance: 0.3,
    weekends: true,
    months: [0.6, 0.6, 0.8, 0.9, 1, 1, 1, 1, 0.9, 0.8, 0.7, 0.7],
    wander: 0.1,
  },
  'pumps, all year': {
    hoursADay: 3,
    unitsDiffer: 0.4,
    chance: 0.5,
    weekends: true,
    months: [1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1],
    wander: 0.05,
  },
};

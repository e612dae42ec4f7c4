import type { DemoFamily } from './scenario.ts';
import type { Fate } from './fates.ts';
import type { Seeded } from './seeded.ts';

const DAY = 86_400_000;
export const RECORD_DAYS = 425;
/** Check interval of the demo for engines whose sources state none. */
export const UNSTATED_INTERVAL_HOURS = 60;

/** The history of a unit: hours by day, days of readings, days of checks. */
export interface UnitHistory {
  readonly inService: Date;
  /** Engine hours at the end of each day, oldest first; the last is today. */
  readonly hoursByDay: readonly number[];
  readonly firstDay: Date;
  readonly readingDays: readonly number[];
  readonly checkDays: readonly number[];
}

/** Growing season in the middle of the year; diesels and pumps run all year round at the low end. */
const season = (date: Date): number => 0.55 + 0.45 * Math.cos(((date.getUTCMonth() - 6) / 12) * 2 * Math.PI);

/** Generates a unit's history backwards from its intended status today. */
export function historyOf(family: DemoFamily, fate: Fate, today: Date, chance: Seeded): UnitHistory {
  const isNew = isNewcomer(fate);
  // Machines with a disputed specification arrived this summer; the others have the full history.
  const specified = family.sources.some(({ inUse }) => inUse);
  const days = isNew ? 24 : specified ? RECORD_DAYS : 110;
  const firstDay = new Date(today.getTime() - days * DAY);
  const hoursByDay = runHours(family, fate, firstDay, days, chance);
  const gap = chance.between(9, 16);
  const readUntil = fate === 'stale' ? days - chance.between(50, 90) : days - chance.between(0, 6);
  const readingDays = fate === 'unread' ? [] : steps(readUntil, gap, chance);
  return {
    inService: isNew || !specified ? firstDay : new Date(firstDay.getTime() - chance.between(0, 900) * DAY),
    hoursByDay,
    firstDay,
    readingDays,
    checkDays: isNew ? [] : checksBackwards(family, fate, hoursByDay, readingDays.at(-1) ?? days, chance),
  };
}

function runHours(
  { hoursPerDay, breakInHours, intervalHours: stated }: DemoFamily,
  fate: Fate,
  firstDay: Date,
  days: number,
  chance: Seeded,
): number[] {
  const intervalHours = stated ?? UNSTATED_INTERVAL_HOURS;
  const usual = chance.between(...hoursPerDay);
  const isNew = isNewcomer(fate);
  let hours = isNew || days < RECORD_DAYS ? 0 : chance.between(0.2, 3) * intervalHours;
  const byDay = Array.from({ length: days + 1 }, (_, day) => {
    const works = chance.next() < 0.7;
    if (works)
      hours += Math.min(
        14,
        Math.max(0, usual * season(new Date(firstDay.getTime() + day * DAY)) * chance.between(0.5, 2.4)),
      );
    return hours;
  });
  if (!isNew) return byDay;
  // A new unit ends near its first check or far from it, as its fate requires.
  const target =
    (breakInHours ?? intervalHours) * (fate === 'first-check' ? chance.between(0.93, 1.3) : chance.between(0.2, 0.6));
  const scale = target / Math.max(1, hours);
  return byDay.map((each) => each * scale);
}

const isNewcomer = (fate: Fate): boolean => fate === 'first-check' || fate === 'never-checked' || fate === 'unread';

/** Days counted back from the last, about `gap` apart. */
function steps(last: number, gap: number, chance: Seeded): number[] {
  const days: number[] = [];
  for (let day = last; day > 3; day -= gap * chance.between(0.7, 1.3)) days.unshift(Math.floor(day));
  return [...new Set(days)];
}

function shareLeftFor(fate: Fate, chance: Seeded): number {
  if (fate === 'due-soon') return chance.between(0.01, 0.09);
  if (fate === 'past-hours') return -chance.between(0.02, 0.4);
  return chance.between(0.14, 0.97);
}

function checksBackwards(
  family: DemoFamily,
  fate: Fate,
  hoursByDay: readonly number[],
  lastRead: number,
  chance: Seeded,
): number[] {
  const known = hoursByDay[lastRead] ?? 0;
  const intervalHours = family.intervalHours ?? UNSTATED_INTERVAL_HOURS;
  const monthsAgo = family.intervalMonths === null ? Infinity : family.intervalMonths * 30 - 25;
  const days: number[] = [];
  let at = known - (1 - shareLeftFor(fate, chance)) * intervalHours;
  for (let latest = lastRead; ;) {
    const byHours = hoursByDay.findIndex((hours) => hours >= at);
    const byDate = fate === 'past-hours' ? 0 : Math.ceil(latest - monthsAgo);
    const day = Math.min(Math.max(byHours, byDate, 2), latest - 1);
    days.unshift(day);
    if (byHours <= 2 || day <= 4) return endsInDoubt(fate) ? withEarlyCheck(days, lastRead, chance) : days;
    latest = day;
    at = (hoursByDay[day] ?? 0) - intervalHours * chance.between(0.85, 1.05);
  }
}

const endsInDoubt = (fate: Fate): boolean =>
  fate === 'left-outside' || fate === 'stored-outside' || fate === 'undecided';

/** One more check before it was due, as after a problem, which leaves the unit with an open verdict. */
function withEarlyCheck(days: readonly number[], lastRead: number, chance: Seeded): number[] {
  const day = Math.floor(lastRead - chance.between(1, 9));
  return day > (days.at(-1) ?? 0) ? [...days, day] : [...days];
}

import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { MS_PER_DAY, addDays, hours, instant, type Instant } from '../units/index.ts';
import type { Valve } from '../specification/index.ts';
import {
  DEFAULT_DUE_RULES,
  type DueRules,
  type StatusInput,
  nextCalendarChange,
  nextChanges,
  statusAsOf,
  statusOf,
} from './index.ts';

const NOW = instant(Date.UTC(2026, 5, 15, 8));
const VALVE: Valve = { cylinder: 1, kind: 'intake', ordinal: 1 };

interface Case {
  readonly checkedDaysAgo: number;
  readonly readDaysAgo: number;
  readonly ranSince: number;
  readonly months: number | null;
  readonly season: { readonly month: number; readonly day: number } | null;
  readonly stored: readonly { readonly from: number; readonly to: number | null }[];
}

/** A unit whose valve was left in spec at 100 h. */
const input = ({ checkedDaysAgo, readDaysAgo, ranSince, months, season, stored }: Case, now: Instant): StatusInput => {
  const leftInside = { at: addDays(NOW, -checkedDaysAgo), hours: hours(100) };
  return {
    now,
    zone: 'America/Chicago',
    use: 'in-service',
    start: { at: addDays(NOW, -500), hours: hours(0) },
    interval: { hours: hours(120), months, season, breakInHours: null },
    metered: true,
    hours: { hours: hours(100 + ranSince), readAt: addDays(NOW, -readDaysAgo) },
    valves: [{ valve: VALVE, last: null, leftInside }],
    problemReports: [],
    specified: true,
    stored: stored.map(({ from, to }) => ({ from: addDays(NOW, -from), to: to === null ? null : addDays(NOW, -to) })),
  };
};
const codesOf = (status: ReturnType<typeof statusOf>): string =>
  status.reasons
    .map(({ code }) => code)
    .sort()
    .join(' ');

const CASES = fc.record<Case>({
  checkedDaysAgo: fc.double({ min: 0, max: 400, noNaN: true }),
  readDaysAgo: fc.double({ min: 0, max: 80, noNaN: true }),
  ranSince: fc.double({ min: 0, max: 130, noNaN: true }),
  months: fc.constantFrom(null, 3, 12),
  season: fc.constantFrom(null, { month: 3, day: 1 }, { month: 7, day: 4 }, { month: 2, day: 29 }),
  stored: fc.constantFrom<Case['stored']>(
    [],
    [{ from: 200, to: 90 }],
    [
      { from: 200, to: 90 },
      { from: 30, to: null },
    ],
    [{ from: 5, to: null }],
  ),
});
const RULES = fc.record({
  leadShare: fc.constantFrom(0, 0.1, 0.25),
  leadDays: fc.constantFrom(0, 14, 30),
  staleAfterDays: fc.constantFrom(20, 45),
  staleOffSeasonDays: fc.constantFrom(45, 120),
  workingSeason: fc.constantFrom(
    null,
    { from: { month: 4, day: 1 }, to: { month: 10, day: 31 } },
    { from: { month: 2, day: 29 }, to: { month: 10, day: 31 } },
    { from: { month: 11, day: 1 }, to: { month: 2, day: 29 } },
  ),
  monthsInStorage: fc.constantFrom('count' as const, 'stand-still' as const),
});

describe('what changes a status next', () => {
  it('says every change by hours and by date, with what is to go until then', () => {
    const subject: Case = { checkedDaysAgo: 100, readDaysAgo: 3, ranSince: 50, months: 12, season: null, stored: [] };
    const status = statusOf(input(subject, NOW));
    const changes = nextChanges({ ...status, readAt: addDays(NOW, -3) }, DEFAULT_DUE_RULES, NOW, 'UTC');
    expect(changes).toMatchObject([
      { by: 'hours', to: 'due-soon', atHours: 208, inHours: 58 },
      { by: 'hours', to: 'overdue', atHours: 220, inHours: 70 },
      { by: 'date', to: 'due-soon', at: (status.dueAt ?? 0) - 14 * MS_PER_DAY },
      { by: 'date', to: 'overdue', at: status.dueAt },
      { by: 'date', to: 'hours-unknown', at: addDays(NOW, 42) },
    ]);
  });

  it('names no change by date too late: just after each, the status has the reason for it', () => {
    const reasonFor = { 'due-soon': 'date-soon', overdue: 'past-date', 'hours-unknown': 'stale-reading' } as const;
    fc.assert(
      fc.property(CASES, RULES, (subject, rules: DueRules) => {
        const status = statusOf(input(subject, NOW), rules);
        const readAt = addDays(NOW, -subject.readDaysAgo);
        for (const change of nextChanges({ ...status, readAt }, rules, NOW, 'America/Chicago')) {
          if (change.by !== 'date') continue;
          const after = codesOf(statusOf(input(subject, instant(change.at + 1000)), rules));
          expect(after).toContain(reasonFor[change.to]);
        }
      }),
    );
  });

  it('without a lead no due soon is foretold, by hours or by date', () => {
    const subject: Case = { checkedDaysAgo: 100, readDaysAgo: 3, ranSince: 50, months: 12, season: null, stored: [] };
    const rules = { ...DEFAULT_DUE_RULES, leadShare: 0, leadDays: 0 };
    const status = statusOf(input(subject, NOW), rules);
    const changes = nextChanges({ ...status, readAt: addDays(NOW, -3) }, rules, NOW, 'UTC');
    expect(changes.map(({ to }) => to)).toEqual(['overdue', 'overdue', 'hours-unknown']);
  });

  it('a season that begins on 29 February begins on the 28th of a common year, also as the next change', () => {
    const rules: DueRules = {
      ...DEFAULT_DUE_RULES,
      staleOffSeasonDays: 300,
      workingSeason: { from: { month: 2, day: 29 }, to: { month: 10, day: 31 } },
    };
    const now = instant(Date.UTC(2027, 1, 1));
    const countdown = { dueAtHours: null, hoursLeft: null, intervalHours: null, dueAt: null };
    const readAt = addDays(now, -60);
    const february28 = instant(Date.UTC(2027, 1, 28));
    expect(nextChanges({ ...countdown, readAt }, rules, now, 'UTC')).toEqual([
      { by: 'date', to: 'hours-unknown', at: february28 },
    ]);
  });

  it('computing again at each named moment, and counting on between, always gives the current status', () => {
    fc.assert(
      fc.property(CASES, RULES, fc.nat(1000), (subject, rules: DueRules, place) => {
        const end = instant(NOW + (700 * MS_PER_DAY * place) / 1000);
        const readAt = addDays(NOW, -subject.readDaysAgo);
        let status = statusOf(input(subject, NOW), rules);
        for (let at: Instant | null = NOW; at !== null;) {
          at = nextCalendarChange({ ...status, readAt }, rules, at, 'America/Chicago');
          if (at === null || at > end) break;
          status = statusOf(input(subject, at), rules);
        }
        expect(statusAsOf(status, end)).toEqual(statusOf(input(subject, end), rules));
      }),
      { numRuns: 400 },
    );
  });
});

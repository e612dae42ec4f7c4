import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { Valve, Window } from '../specification/index.ts';
import { MS_PER_DAY, addMonths, hours, instant, mm } from '../units/index.ts';
import type { Verdict } from '../verdict/index.ts';
import {
  DEFAULT_DUE_RULES,
  UNIT_STATES,
  rankOf,
  seasonDueAfter,
  statusOf,
  type DueRules,
  type SeasonDay,
  type StatusInput,
  type StorageSpan,
  type UnitUse,
  type ValveHistory,
} from './index.ts';

const NOW = instant(Date.UTC(2026, 5, 15, 9));
const daysAgo = (days: number) => instant(NOW - days * MS_PER_DAY);
const INTAKE: Valve = { cylinder: 1, kind: 'intake', ordinal: 1 };
const EXHAUST: Valve = { cylinder: 1, kind: 'exhaust', ordinal: 1 };
const window: Window = { minMm: mm(0.1), maxMm: mm(0.16), targetMm: mm(0.13), basis: 'published' };
const gap = { lo: { mm: mm(0.18), strict: true }, hi: { mm: mm(0.2), strict: true }, loMeasured: true };

const INSIDE: Verdict = { state: 'inside', how: 'proven', chanceInside: 1 };
const LOOSE: Verdict = { state: 'loose', byAtLeastMm: mm(0.02), byAtMostMm: mm(0.04) };
const OPEN: Verdict = { state: 'undecided', why: 'open-above' };
const UNTRIED: Verdict = { state: 'undecided', why: 'untried' };

/** A valve as a check left it `days` ago at `atHours`; the last time it was left inside may lie further back. */
function record(
  valve: Valve,
  verdict: Verdict,
  atHours: number,
  days: number,
  insideAt: { hours: number; days: number } | null = null,
): ValveHistory {
  const moment = { at: daysAgo(days), hours: hours(atHours) };
  const inside =
    verdict.state === 'inside' ? moment : insideAt && { at: daysAgo(insideAt.days), hours: hours(insideAt.hours) };
  return { valve, last: { ...moment, reading: { kind: 'interval', gap }, verdict, window }, leftInside: inside };
}
const untouched = (valve: Valve): ValveHistory => ({ valve, last: null, leftInside: null });

/** A unit at 150 h, both valves left inside at 100 h, a hundred days ago; an interval of 120 h or 12 months. */
const input = (change: Partial<StatusInput> = {}): StatusInput => ({
  now: NOW,
  zone: 'UTC',
  use: 'in-service',
  start: { at: daysAgo(400), hours: hours(0) },
  interval: { hours: hours(120), months: 12, season: null, breakInHours: hours(20) },
  metered: true,
  hours: { hours: hours(150), readAt: daysAgo(3) },
  valves: [record(INTAKE, INSIDE, 100, 100), record(EXHAUST, INSIDE, 100, 100)],
  problemReports: [],
  specified: true,
  ...change,
});
const at = (now: number) => ({ hours: hours(now), readAt: daysAgo(3) });

describe('where a unit stands, and why', () => {
  it('is the same after it was stored, also at its very limits', () => {
    const onTheDay = input({ hours: at(220), now: addMonths(daysAgo(100), 12, 'UTC') });
    const status = statusOf(onTheDay);
    expect(status.reasons.map(({ code }) => code)).toEqual(expect.arrayContaining(['past-hours', 'past-date']));
    expect(JSON.parse(JSON.stringify(status))).toEqual(status);
  });

  it('is in order with its numbers', () => {
    expect(statusOf(input())).toMatchObject({
      state: 'ok',
      reasons: [],
      hoursNow: 150,
      dueAtHours: 220,
      hoursLeft: 70,
      dueAt: addMonths(daysAgo(100), 12, 'UTC'),
    });
  });

  it.each<[string, Partial<StatusInput>, string, string[]]>([
    ['a tenth of the interval left', { hours: at(208) }, 'due-soon', ['hours-soon']],
    ['just before that', { hours: at(207.9) }, 'ok', []],
    ['at the limit', { hours: at(220) }, 'overdue', ['past-hours']],
    [
      'past the date, whatever the hours',
      { valves: [record(INTAKE, INSIDE, 140, 366), record(EXHAUST, INSIDE, 140, 20)] },
      'overdue',
      ['past-date'],
    ],
    [
      'a report brings it forward',
      { problemReports: [{ symptom: 'hard-start', at: daysAgo(1), doNotRun: false }] },
      'problem',
      ['problem'],
    ],
    [
      'a report with which it must not run keeps it in',
      { problemReports: [{ symptom: 'fuel-in-oil', at: daysAgo(1), doNotRun: true }] },
      'keep-in',
      ['problem'],
    ],
    [
      'a check that touched nothing yet holds nothing',
      { openCheck: { by: 'Nell', at: daysAgo(1), off: [], moved: [], outside: [] } },
      'ok',
      ['on-bench'],
    ],
    [
      'a cover in a tray keeps it in, whatever its gaps',
      { openCheck: { by: 'Nell', at: daysAgo(1), off: ['cover'], moved: [], outside: [] } },
      'keep-in',
      ['check-open'],
    ],
    [
      'an adjuster moved in a check that is not signed keeps it in, also in storage',
      { use: 'stored', openCheck: { by: 'Nell', at: daysAgo(1), off: [], moved: [INTAKE], outside: [] } },
      'keep-in',
      ['check-open'],
    ],
    [
      'moved and not gauged again keeps it in',
      { valves: [record(INTAKE, UNTRIED, 140, 2, { hours: 100, days: 100 }), record(EXHAUST, INSIDE, 140, 2)] },
      'keep-in',
      ['valve-moved'],
    ],
    ['not run since its check', { followUps: [{ kind: 'prove-at-work', at: daysAgo(1) }] }, 'undecided', ['to-prove']],
    ['no reading', { hours: null }, 'hours-unknown', ['no-reading']],
    ['a stale reading', { hours: { hours: hours(150), readAt: daysAgo(46) } }, 'hours-unknown', ['stale-reading']],
    [
      'never checked, the first check ahead',
      { hours: at(10), valves: [untouched(INTAKE), untouched(EXHAUST)], start: { at: daysAgo(30), hours: hours(0) } },
      'never-checked',
      ['never-checked'],
    ],
    [
      'never checked, the first check past',
      { hours: at(21), valves: [untouched(INTAKE), untouched(EXHAUST)], start: { at: daysAgo(30), hours: hours(0) } },
      'overdue',
      ['past-hours', 'never-checked'],
    ],
    [
      'no interval stated',
      { interval: { hours: null, months: null, season: null, breakInHours: null } },
      'hours-unknown',
      ['no-interval'],
    ],
    [
      'no interval, on purpose',
      { interval: { hours: null, months: null, season: null, breakInHours: null }, noIntervalOnPurpose: true },
      'ok',
      ['no-interval'],
    ],
    ['no specification in use', { specified: false }, 'never-checked', ['no-specification']],
  ])('%s', (_, change, state, reasons) => {
    const status = statusOf(input(change));
    expect(status.state).toBe(state);
    expect(status.reasons.map(({ code }) => code)).toEqual(reasons);
  });

  it('keeps a unit in while a valve is left outside, with every other reason listed', () => {
    const valves = [
      record(INTAKE, LOOSE, 148, 2, { hours: 100, days: 100 }),
      record(EXHAUST, OPEN, 148, 2, { hours: 20, days: 300 }),
    ];
    const status = statusOf(input({ valves }));
    expect(status.state).toBe('keep-in');
    expect(status.reasons.map(({ code }) => code)).toEqual(['valve-outside', 'past-hours', 'valve-undecided']);
    expect(status.reasons[0]).toMatchObject({ valve: INTAKE, side: 'loose', byAtLeastMm: 0.02, hoursSince: 2 });
    // The check restarted nothing: the exhaust was last left inside at 20 h.
    expect(status.dueAtHours).toBe(140);
  });

  it('restarts the interval only for valves left inside: the unit follows its worst valve', () => {
    const partly = statusOf(input({ valves: [record(INTAKE, INSIDE, 148, 2), record(EXHAUST, INSIDE, 100, 100)] }));
    expect(partly.dueAtHours).toBe(220);
  });

  it('owes the first check per valve until it was first left inside', () => {
    const status = statusOf(
      input({
        hours: at(60),
        start: { at: daysAgo(200), hours: hours(0) },
        valves: [record(INTAKE, INSIDE, 18, 100), untouched(EXHAUST)],
      }),
    );
    expect(status.state).toBe('overdue');
    expect(status.reasons.map(({ code }) => code)).toEqual(['past-hours', 'valve-never-gauged']);
    expect(status.reasons[0]).toMatchObject({ firstCheck: true, hoursPast: 40 });
  });

  it.each<[string, SeasonDay, string, string]>([
    // Last left inside on March 7, 2026, evaluated on June 15, 2026.
    ['a season day that is past', { month: 6, day: 10 }, 'overdue', '2026-06-10'],
    ['one within the fortnight', { month: 6, day: 25 }, 'due-soon', '2026-06-25'],
    ['one for which the last check counts', { month: 3, day: 15 }, 'ok', '2027-03-07'],
    ['the months come first', { month: 5, day: 1 }, 'ok', '2027-03-07'],
  ])('%s', (_, season, state, day) => {
    const status = statusOf(input({ interval: { hours: null, months: 12, season, breakInHours: null } }));
    expect(status.state).toBe(state);
    expect(new Date(status.dueAt ?? 0).toISOString().slice(0, 10)).toBe(day);
  });

  it('a season that begins on 29 February begins on the 28th in other years', () => {
    const of = (from: string) => new Date(seasonDueAfter(instant(Date.parse(from)), { month: 2, day: 29 }, 'UTC'));
    expect(of('2026-03-01T00:00:00Z')).toEqual(new Date('2027-02-28T00:00:00Z'));
    expect(of('2027-03-01T00:00:00Z')).toEqual(new Date('2028-02-29T00:00:00Z'));
  });

  it.each([
    ['America/Los_Angeles', '2026-03-01T07:59:00Z', '2026-03-01T08:00:00Z'],
    ['UTC', '2026-02-28T23:59:00Z', '2026-03-01T00:00:00Z'],
    ['Pacific/Auckland', '2026-02-28T10:59:00Z', '2026-02-28T11:00:00Z'],
  ])('a season day begins when it does in %s', (zone, before, after) => {
    const stateAt = (now: string) =>
      statusOf(
        input({
          zone,
          now: instant(Date.parse(now)),
          interval: { hours: null, months: null, season: { month: 3, day: 1 }, breakInHours: null },
          valves: [INTAKE, EXHAUST].map((valve) => {
            const left = { at: instant(Date.parse('2025-06-01T12:00:00Z')), hours: hours(100) };
            return { ...record(valve, INSIDE, 100, 0), leftInside: left };
          }),
        }),
      ).state;
    expect([stateAt(before), stateAt(after)]).toEqual(['due-soon', 'overdue']);
  });

  it('shows stored as stored unless it must stay in, and retired always', () => {
    const outside = [record(INTAKE, LOOSE, 148, 2), record(EXHAUST, INSIDE, 100, 100)];
    expect(statusOf(input({ use: 'stored', hours: at(300) }))).toMatchObject({
      state: 'stored',
      reasons: [{ code: 'past-hours' }],
    });
    expect(statusOf(input({ use: 'stored', valves: outside })).state).toBe('keep-in');
    expect(statusOf(input({ use: 'retired', valves: outside })).state).toBe('retired');
  });
});

/**
 * Left inside a month ago at hours without a reading, a case found by an outside review: interval 100 h, meter 5 000 h.
 */
describe('an interval whose start is not known', () => {
  const left = (hoursAt: number | null, hoursEstimated?: boolean): ValveHistory => ({
    ...record(INTAKE, INSIDE, 0, 30),
    leftInside: {
      at: daysAgo(30),
      hours: hoursAt === null ? null : hours(hoursAt),
      ...(hoursEstimated && { hoursEstimated }),
    },
  });
  const by = (valve: ValveHistory, months: number | null = null) =>
    statusOf(
      input({
        interval: { hours: hours(100), months, season: null, breakInHours: null },
        hours: at(5000),
        valves: [valve],
      }),
    );

  it('never reads as in order: the hours are unknown, and it says at which check', () => {
    expect(by(left(null))).toMatchObject({
      state: 'hours-unknown',
      reasons: [{ code: 'check-hours-unknown', valve: INTAKE, at: daysAgo(30) }],
    });
    expect(by(left(null), 12).state).toBe('hours-unknown');
  });

  it('counts from an estimate where there is one, and says so', () => {
    expect(by(left(4890, true))).toMatchObject({
      state: 'overdue',
      reasons: [{ code: 'past-hours', hoursPast: 10, estimated: true }],
    });
  });

  it('a unit without a meter that only hours bring in is unknown; months are enough', () => {
    const interval = { hours: hours(100), season: null, breakInHours: null };
    const of = (months: number | null) => statusOf(input({ metered: false, interval: { ...interval, months } }));
    expect(of(null)).toMatchObject({ state: 'hours-unknown', reasons: [{ code: 'no-meter' }] });
    expect(of(12)).toMatchObject({ state: 'ok', reasons: [] });
  });
});

it('a verdict of outside counts even where its window and its gap are missing', () => {
  const bare = record(INTAKE, LOOSE, 148, 2);
  const last = { ...bare.last, reading: { kind: 'untried' }, window: null } as ValveHistory['last'];
  const status = statusOf(input({ valves: [{ ...bare, last }] }));
  expect(status.state).toBe('keep-in');
  expect(status.reasons[0]).toMatchObject({ code: 'valve-outside', gap: null, window: null, byAtLeastMm: 0.02 });
});

it('a gap that was only measured makes no unit undecided', () => {
  const measured = record(INTAKE, { state: 'measured', why: 'no-specification' }, 148, 2, { hours: 100, days: 100 });
  expect(statusOf(input({ valves: [measured], specified: false }))).toMatchObject({
    state: 'never-checked',
    reasons: [{ code: 'no-specification' }],
  });
});

it.each(['hours', 'months', 'breakInHours'] as const)('an interval of 0 is refused at the door: %s', (name) => {
  const interval = { ...input().interval, [name]: 0 };
  expect(() => statusOf(input({ interval }))).toThrow(RangeError);
});

describe('the shop says when it wants to be told', () => {
  const rules = { ...DEFAULT_DUE_RULES, leadShare: 0.25, leadDays: 60, staleAfterDays: 10 };
  it('by its share of the hours, its days, and how long a reading counts', () => {
    expect(statusOf(input({ hours: at(190) }), rules).state).toBe('due-soon');
    expect(statusOf(input({ hours: { hours: hours(150), readAt: daysAgo(11) } }), rules).state).toBe('hours-unknown');
  });
  it('longer outside the working season, which may run over the turn of the year', () => {
    const read = (days: number, from: SeasonDay, to: SeasonDay) =>
      statusOf(input({ hours: { hours: hours(150), readAt: daysAgo(days) } }), {
        ...DEFAULT_DUE_RULES,
        staleOffSeasonDays: 200,
        workingSeason: { from, to },
      }).state;
    // Evaluated on June 15.
    expect(read(46, { month: 3, day: 1 }, { month: 10, day: 31 })).toBe('hours-unknown');
    expect(read(46, { month: 11, day: 1 }, { month: 3, day: 31 })).toBe('ok');
    expect(read(201, { month: 11, day: 1 }, { month: 3, day: 31 })).toBe('hours-unknown');
  });
});

it('months stand still in storage only where the shop says so, and never take back what was overdue before', () => {
  const interval = { hours: null, months: 12, season: null, breakInHours: null };
  const valves = [record(INTAKE, INSIDE, 100, 500), record(EXHAUST, INSIDE, 100, 400)];
  const of = (monthsInStorage: DueRules['monthsInStorage'], ...stored: StorageSpan[]) =>
    statusOf(input({ interval, valves, stored }), { ...DEFAULT_DUE_RULES, monthsInStorage });
  const span = (from: number, to: number | null): StorageSpan => ({
    from: daysAgo(from),
    to: to === null ? null : daysAgo(to),
  });
  expect(of('count', span(450, 250))).toMatchObject({ state: 'overdue' });
  // The older valve, 500 days ago, was away for 200 of them; the newer, 400 days ago, for 150.
  expect(of('stand-still', span(450, 250))).toMatchObject({ state: 'ok', reasons: [], daysLeft: 65 });
  expect(of('stand-still', span(600, 400))).toMatchObject({ state: 'overdue' });
  expect(of('stand-still', span(100, 20)).dueAt).toEqual(of('count').dueAt);
  expect(of('stand-still', span(150, null))).toMatchObject({ dueAt: null, reasons: [{ code: 'months-stand-still' }] });
  // Put away 115 days after its months were up, and still away: it stays overdue.
  expect(of('stand-still', span(20, null))).toMatchObject({
    state: 'overdue',
    dueAt: of('count').dueAt,
    reasons: [{ code: 'past-date' }],
  });
});

it('is at its limit in spite of how sums of tenths are stored', () => {
  // 0.1 + 0.2 and 0.3 are the same hours.
  const valves = [record(INTAKE, INSIDE, 0.1, 10)];
  const interval = { hours: hours(0.2), months: null, season: null, breakInHours: null };
  expect(statusOf(input({ valves, interval, hours: at(0.3) })).reasons).toMatchObject([
    { code: 'past-hours', hoursPast: 0 },
  ]);
});

it('is never better than its worst reason, and running on never makes it better', () => {
  const verdict = fc.constantFrom<Verdict>(INSIDE, LOOSE, OPEN);
  const valve = (which: Valve) =>
    fc
      .tuple(verdict, fc.integer({ min: 0, max: 200 }), fc.integer({ min: 0, max: 300 }))
      .map(([evaluated, atHours, days]) => record(which, evaluated, atHours, days));
  fc.assert(
    fc.property(
      valve(INTAKE),
      valve(EXHAUST),
      fc.integer({ min: 200, max: 400 }),
      fc.integer({ min: 0, max: 100 }),
      fc.constantFrom<UnitUse>('in-service', 'on-hire'),
      (intake, exhaust, now, more, use) => {
        const before = statusOf(input({ valves: [intake, exhaust], hours: at(now), use }));
        const after = statusOf(input({ valves: [intake, exhaust], hours: at(now + more), use }));
        expect(rankOf(after.state)).toBeLessThanOrEqual(rankOf(before.state));
        expect(UNIT_STATES).toContain(before.state);
        if ([intake, exhaust].some(({ last }) => last?.verdict === LOOSE)) expect(before.state).toBe('keep-in');
        expect(before.hoursLeft).toBeCloseTo((before.dueAtHours ?? NaN) - now, 9);
      },
    ),
  );
});

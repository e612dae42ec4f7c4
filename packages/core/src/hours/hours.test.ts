import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { MS_PER_DAY, hours, instant } from '../units/index.ts';
import {
  cumulativeHours,
  hoursBetween,
  placeReading,
  habitOf,
  type AcceptedReading,
  type Meter,
  type MeterReading,
} from './index.ts';

const day = (number: number) => instant(Date.UTC(2026, 0, 1) + number * MS_PER_DAY);
const read = (at: number, shown: number, lap = 0, asRead = false): AcceptedReading => ({
  at: day(at),
  shown: hours(shown),
  lap,
  asRead,
});
const meter = (from: number, startedAt = 0, modulus: number | null = null): Meter => ({
  from: day(from),
  startedAt: hours(startedAt),
  modulus: modulus === null ? null : hours(modulus),
});
const FIRST = meter(0);
const NOW = day(400);
const place = (reading: MeterReading, accepted: readonly AcceptedReading[], meters = [FIRST], now = NOW) =>
  placeReading(reading, meters, accepted, now);
const codes = (...given: Parameters<typeof place>) => place(...given).suspicions.map(({ code }) => code);

describe('engine hours', () => {
  it('survive a roll-over and a new meter', () => {
    const known = [read(10, 990), read(20, 12.5, 1), read(30, 40, 1), read(40, 3), read(50, 8)];
    expect(cumulativeHours([meter(0, 0, 1000), meter(35, 1)], known)).toEqual({
      hours: hours(990 + 22.5 + 27.5 + 2 + 5),
      readAt: day(50),
    });
  });

  it('a reading that comes in twice after a roll-over counts once: 1 010 h, not 2 010', () => {
    const meters = [meter(0, 0, 1000)];
    const known = [read(10, 940), read(20, 990), read(30, 10, 1)];
    expect(place(read(30, 10), known, meters)).toEqual({ lap: 1, suspicions: [] });
    expect(cumulativeHours(meters, [...known, read(30, 10, 1)])?.hours).toBe(1010);
  });

  it('a late reading of the old meter counts beside the new one: 998 h', () => {
    const meters = [FIRST, meter(20)];
    const known = [read(10, 990), read(25, 3)];
    expect(place(read(15, 995), known, meters)).toEqual({ lap: 0, suspicions: [] });
    expect(cumulativeHours(meters, [...known, read(15, 995)])?.hours).toBe(998);
  });

  it('count a step back within the last digit as nothing, once, and go by what a person said is as read', () => {
    expect(cumulativeHours([FIRST], [read(1, 10), read(2, 9.9), read(3, 12)])?.hours).toBeCloseTo(12, 9);
    expect(cumulativeHours([FIRST], [read(1, 100), read(2, 60, 0, true), read(3, 62)])?.hours).toBe(62);
  });

  it('are unknown without a reading, and never below those at which a meter was fitted', () => {
    expect(cumulativeHours([FIRST], [])).toBeNull();
    expect(cumulativeHours([FIRST, meter(5, 100)], [read(1, 20), read(6, 3, 0, true)])?.hours).toBe(20);
  });

  it('at a moment between two known ones are estimated on a line, and unknown outside', () => {
    const known = [
      { hours: hours(100), readAt: day(10) },
      { hours: hours(160), readAt: day(30) },
    ];
    expect(hoursBetween(known, day(15))).toBe(115);
    expect(hoursBetween(known, day(10))).toBe(100);
    expect(hoursBetween(known, day(31))).toBeNull();
  });

  /** The true history of a unit: it runs, its meter rolls over at 1 000, and another meter is fitted once. */
  const life = fc
    .tuple(
      fc.array(fc.tuple(fc.integer({ min: 1, max: 20 }), fc.integer({ min: 0, max: 3000 })), {
        minLength: 2,
        maxLength: 14,
      }),
      fc.integer({ min: 0, max: 9000 }),
      fc.integer({ min: 0, max: 14 }),
    )
    .map(([steps, startTenths, replacedBefore]) => {
      const meters = [meter(0, startTenths / 10, 1000)];
      const facts: AcceptedReading[] = [];
      let [at, counted, engine] = [0, startTenths, startTenths];
      steps.forEach(([days, tenths], index) => {
        at += days;
        const ran = Math.min(tenths, days * 150);
        if (index === replacedBefore) {
          meters.push(meter(at, 5, 1000));
          counted = 50;
        }
        counted += ran;
        engine += ran;
        facts.push(read(at, (counted % 10_000) / 10, Math.floor(counted / 10_000)));
      });
      return { meters, facts, engine: engine / 10 };
    });

  it('are the same in whatever order the same facts came in, and the true ones', () => {
    fc.assert(
      fc.property(
        life.chain(({ facts, ...rest }) =>
          fc.record({
            facts: fc.constant(facts),
            shuffled: fc.shuffledSubarray(facts, { minLength: facts.length, maxLength: facts.length }),
            rest: fc.constant(rest),
          }),
        ),
        ({ facts, shuffled, rest: { meters, engine } }) => {
          const total = cumulativeHours(meters, facts);
          expect(cumulativeHours(meters.toReversed(), shuffled)).toEqual(total);
          expect(total?.hours).toBeCloseTo(engine, 6);
          // A late reading between two readings of its meter gets its true lap, or becomes a question. Without a later
          // reading on that meter the lap cannot be determined.
          const replacedAt = meters[1]?.from ?? Infinity;
          const accepted: AcceptedReading[] = [];
          for (const fact of shuffled) {
            const placed = place(fact, accepted, meters);
            const isLate = accepted.some(({ at }) => at > fact.at && at < replacedAt === fact.at < replacedAt);
            if (placed.suspicions.length === 0 && isLate) expect(placed.lap).toBe(fact.lap);
            accepted.push(fact);
          }
        },
      ),
      { numRuns: 1000 },
    );
  });
});

describe('what does not add up', () => {
  const known = [read(10, 50), read(20, 90)];
  it.each<[string, AcceptedReading, string[]]>([
    ['goes on', read(30, 120), []],
    ['back within a tenth', read(30, 89.9), []],
    ['backwards', read(21, 60), ['backwards']],
    ['backwards, low enough for a new meter', read(30, 60), ['backwards', 'new-meter']],
    ['backwards, and a point slipped', read(30, 10), ['backwards', 'tenfold', 'new-meter']],
    ['more than the days hold', read(21, 120), ['more-than-a-day-holds']],
    ['tenfold too much', read(21, 941), ['more-than-a-day-holds', 'tenfold']],
    ['from the future', read(500, 95), ['future']],
    ['the same moment with another value', read(20, 91), ['same-moment']],
    ['the same moment with the same value', read(20, 90), []],
    ['handed in late, fits between', read(15, 70), []],
    ['handed in late, above the later one', read(15, 95), ['above-later', 'new-meter']],
    ['a day above the shop’s ceiling', read(21, 112), ['above-ceiling']],
  ])('%s', (_, reading, expected) => {
    expect(codes(reading, known)).toEqual(expected);
  });

  it.each<[string, number, number, number]>([
    ['near its end', 988.1, 14.2, 26.1],
    ['from 900 to 20 at 8 h a day', 900, 20, 120],
  ])('offers a roll-over where what it adds is plausible: %s', (_, before, after, addedHours) => {
    const days = Math.ceil(addedHours / 8);
    expect(place(read(100 + days, after), [read(90, before - 20), read(100, before)]).suspicions).toContainEqual({
      code: 'roll-over',
      modulus: 1000,
      addedHours: expect.closeTo(addedHours, 6),
      side: 'before',
    });
    expect(codes(read(101, after), [read(100, before)])).not.toContain('roll-over');
  });

  it('a late reading after a confirmed roll-over is on the lap of its neighbors', () => {
    const meters = [meter(0, 0, 1000)];
    expect(place(read(28, 5), [read(20, 990), read(30, 10, 1)], meters)).toEqual({ lap: 1, suspicions: [] });
    expect(place(read(22, 996), [read(20, 990), read(30, 10, 1)], meters)).toEqual({ lap: 0, suspicions: [] });
  });

  it('a late reading that fits before and after a confirmed roll-over is asked about', () => {
    const known = [read(2, 45.8), read(110, 497.5, 1)];
    expect(place(read(52, 210.4), known, [meter(0, 0, 1000)])).toEqual({
      lap: 0,
      suspicions: [{ code: 'roll-over', modulus: 1000, addedHours: expect.closeTo(1164.6, 6), side: 'before' }],
    });
  });

  it('a late reading says when the meter must have rolled over, or been replaced, after it', () => {
    // 10 came in first and seemed to be the unit's first hours; then 990 of a day before it is handed in.
    expect(place(read(50, 990), [read(60, 10)]).suspicions).toEqual([
      expect.objectContaining({ code: 'above-later' }),
      { code: 'roll-over', modulus: 1000, addedHours: 20, side: 'after' },
      { code: 'new-meter', side: 'after' },
    ]);
  });

  it('does not hold a reading against the one after a replaced meter', () => {
    expect(codes(read(20, 80), [read(10, 50), read(30, 2)], [FIRST, meter(30)])).toEqual([]);
  });

  it('knows a unit’s habit only after eight intervals, and it goes over a replaced meter', () => {
    const steady = (count: number) =>
      Array.from({ length: count }, (_, index) => read((index + 1) * 10, (index + 1) * 20));
    expect(habitOf([FIRST], steady(7), 8)).toBeNull();
    expect(habitOf([FIRST], steady(8), 8)?.usualMaxPerDay).toBeCloseTo(2, 9);
    const next = (count: number) => read((count + 1) * 10, count * 20 + 65);
    expect(codes(next(7), steady(7))).toEqual([]);
    expect(codes(next(8), steady(8))).toEqual(['above-habit']);
    const replaced = [...steady(8), read(90, 20)];
    expect(habitOf([FIRST, meter(81)], replaced, 8)?.usualMaxPerDay).toBeCloseTo(2, 9);
  });

  it('does not doubt a mower after its winter, nor a standby set in an outage; a lost decimal point it does', () => {
    const series = (count: number, each: number, from = 120, first = 1) =>
      Array.from({ length: count }, (_, week) => read((first + week) * 7, from + (week + 1) * each));
    // Ten weeks of nothing, then 25 h in the first week of the season.
    expect(codes(read(77, 145), series(10, 0))).toEqual([]);
    // Eight weeks of 25 h, a winter of ten, then 30 h.
    const summer = series(8, 25);
    expect(codes(read(133, 350), [...summer, ...series(10, 0, 320, 9)])).toEqual([]);
    // Half an hour a week for thirty weeks, then an outage of 60 h; and another one after it.
    const weekly = series(30, 0.5);
    expect(codes(read(217, 195), weekly)).toEqual([]);
    const outages = [...weekly, read(217, 195), ...series(10, 0.5, 195, 32)];
    expect(codes(read(294, 290), outages)).toEqual([]);
    // 145.5 written as 1455.
    expect(codes(read(217, 1455), weekly)).toContain('more-than-a-day-holds');
    expect(codes(read(77, 1455), series(10, 0))).toContain('more-than-a-day-holds');
  });

  it('is sure of a habit only where the 95th percentile bears it out', () => {
    const steps = fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 8, maxLength: 70 });
    fc.assert(
      fc.property(steps, fc.double({ min: 0, max: 5, noNaN: true }), (added, perDay) => {
        let shown = 0;
        const readings = added.map((tenths, index) => read((index + 1) * 2, (shown += tenths / 5)));
        const habit = habitOf([FIRST], readings, 8);
        if (habit?.surelyReaches(perDay)) expect(habit.usualMaxPerDay).toBeGreaterThanOrEqual(perDay);
        else expect(habit?.surelyReaches(0)).toBe(true);
      }),
    );
  });
});

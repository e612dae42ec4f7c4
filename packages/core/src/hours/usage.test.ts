import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { HABITS, forecastTrial, type Coverage, type Question } from '../engine-simulator/index.ts';
import { addDays, hours, instant } from '../units/index.ts';
import {
  UNKNOWN_POOL,
  afterSeasonDays,
  dateOfHours,
  hoursAhead,
  poolUsage,
  seasonDays,
  unseenMonths,
  usageOf,
} from './index.ts';
import { LevelPast, levelPerDay } from './level.ts';
import { HORIZONS_DAYS, bandAt, bandOf } from './ratio-band.ts';
import { spreadLawOf } from './spread-law.ts';

const NOW = instant(Date.UTC(2026, 5, 15));
const ZONE = 'America/Chicago';

describe('usage', () => {
  it('the band of seen ratios has its point mass at nothing, and is the wider the fewer were seen', () => {
    const seen = (...ratios: number[]) => ratios.map((ratio) => ({ ratio, weight: 1 }));
    // Nine of 0.1 to 0.9, counted from the middles of their weights: a tenth of nine is 0.9, between 0.5 and 1.5.
    const even = seen(0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9);
    expect(bandOf(even, Infinity)).toEqual({
      zero: 0,
      lo: expect.closeTo(0.14, 9),
      hi: expect.closeTo(0.86, 9),
    });
    // Of five observations the half width is 1.5 / 4.2 greater.
    expect(bandOf(even, 5)).toMatchObject({ hi: expect.closeTo(0.5 + 0.36 * (1 + 1.5 / 4.2), 9) });
    expect(bandOf(seen(0, 0, 1, 2), Infinity)).toMatchObject({ zero: 0.5, lo: 0 });
    expect(bandOf(seen(0, 0, 0), Infinity)).toEqual({ zero: 1, lo: 0, hi: 0 });
    const bands = HORIZONS_DAYS.map((_, index) => ({ zero: 0, lo: 1 - index / 10, hi: 1 + index / 10 }));
    // Between 14 and 30 days, half way on a logarithmic scale.
    expect(bandAt(bands, Math.sqrt(14 * 30)).hi).toBeCloseTo(1.15, 9);
    expect([bandAt(bands, 7).hi, bandAt(bands, 5000).hi]).toEqual([1, 1.6]);
  });

  it('a level over worked days leaves out rests; since a change, it leaves out what lies before', () => {
    const span = (perDay: number, days: number) => ({ from: NOW, to: NOW, hours: perDay * days, worth: days });
    const past = (...spans: ReturnType<typeof span>[]) => {
      const level = new LevelPast();
      for (const each of spans) level.add(each);
      return level.sums();
    };
    const fit = { halfLifeDays: 640, sinceChange: false, pullDays: 0, over: 'all-days' } as const;
    const group = { perDay: 1, workedShare: 0.5 };
    // Two hours on each of 10 days and nothing on 30: a quarter of two hours; half of two if the group works half of its days.
    const rested = past(span(0, 30), span(2, 10));
    expect(levelPerDay(rested, fit, group)).toBeCloseTo(0.5, 1);
    expect(levelPerDay(rested, { ...fit, over: 'worked-days' }, group)).toBeCloseTo(1, 9);
    expect(levelPerDay(past(), { ...fit, pullDays: 5 }, group)).toBe(1);
    const doubled = past(span(2, 14), span(2, 14), span(1, 14), span(1, 14));
    expect(levelPerDay(doubled, { ...fit, halfLifeDays: 160, sinceChange: true }, group)).toBeCloseTo(2, 9);
    expect(levelPerDay(doubled, fit, group)).toBeCloseTo(1.5, 1);
  });

  it('the law of the spread carries a variance to horizons that no window reached', () => {
    const variance = (history: number, horizon: number): number => 0.36 / horizon + 0.36 / history;
    const seen = [14, 30, 60, 120].flatMap((historyDays) =>
      [7, 30, 60].map((horizonDays) => {
        return { historyDays, horizonDays, units: 30, variance: variance(historyDays, horizonDays) };
      }),
    );
    const law = spreadLawOf(seen);
    expect(Math.abs(law(240, 240) / variance(240, 240) - 1)).toBeLessThan(0.15);
    expect(spreadLawOf([])(30, 30)).toBeGreaterThan(0);
  });

  it('a group in which nothing ran expects next to nothing, with an upper end, and no figure is missing', () => {
    const idle = Array.from({ length: 20 }, (_, week) => ({ readAt: addDays(NOW, -140 + 7 * week), hours: hours(0) }));
    const pool = JSON.parse(JSON.stringify(poolUsage([idle, idle], ZONE, NOW))) as ReturnType<typeof poolUsage>;
    expect(pool.profile).toEqual(Array.from({ length: 12 }, () => 1));
    const { likely, lo, hi, zero } = hoursAhead(usageOf(idle, pool, NOW, ZONE), NOW, addDays(NOW, 60), ZONE);
    expect([likely, lo, hi, zero].every(Number.isFinite)).toBe(true);
    expect(lo).toBe(0);
    expect(likely).toBeLessThan(1);
    expect(zero).toBeGreaterThan(0.1);
  });

  it('months of which neither the unit nor its group has any data are told', () => {
    const summer = Array.from({ length: 10 }, (_, week) => ({
      readAt: addDays(NOW, -63 + 7 * week),
      hours: hours(10 * week),
    }));
    const usage = usageOf(summer, poolUsage([summer], ZONE, NOW), NOW, ZONE);
    // April 13 to June 15 is seen; a forecast to the end of August has July and August in it.
    expect(unseenMonths(usage, NOW, addDays(NOW, 10), ZONE)).toEqual([]);
    expect(unseenMonths(usage, NOW, addDays(NOW, 75), ZONE)).toEqual([6, 7]);
    expect(unseenMonths(usageOf([], UNKNOWN_POOL, NOW, ZONE), NOW, addDays(NOW, 10), ZONE)).toEqual([5]);
  });

  it('the moment after n season days is where counting them gives n', () => {
    const profile = fc.array(fc.double({ min: 0.05, max: 3, noNaN: true }), { minLength: 12, maxLength: 12 });
    fc.assert(
      fc.property(profile, fc.double({ min: 0, max: 400, noNaN: true }), fc.nat(400), (months, wanted, later) => {
        const from = addDays(NOW, later);
        const at = afterSeasonDays(from, wanted, months, ZONE);
        if (at !== null) expect(seasonDays(from, at, months, ZONE)).toBeCloseTo(wanted, 4);
      }),
    );
  });

  it('finds the months of a fleet that works twice as much in summer, and its rate', () => {
    const summer = (month: number): number => (month >= 4 && month <= 9 ? 2 : 1);
    const known = [{ readAt: addDays(NOW, -730), hours: hours(0) }];
    for (let day = 1; day <= 104; day += 1) {
      const readAt = addDays(NOW, -730 + 7 * day);
      const month = new Date(readAt).getUTCMonth() + 1;
      known.push({ readAt, hours: hours((known.at(-1)?.hours ?? 0) + 7 * summer(month)) });
    }
    const pool = poolUsage([known, known], ZONE, NOW);
    expect((pool.profile[6] ?? 0) / (pool.profile[0] ?? 1)).toBeGreaterThan(1.6);
    const usage = usageOf(known, pool, NOW, ZONE);
    const month = hoursAhead(usage, NOW, addDays(NOW, 30), ZONE);
    expect(month.likely).toBeGreaterThan(50);
    expect(month.likely).toBeLessThan(65);
    const date = dateOfHours(usage, NOW, 56, ZONE);
    expect(Math.abs((date.likely ?? 0) - addDays(NOW, 28))).toBeLessThan(5 * 86_400_000);
  });

  it('a unit without readings uses its group, with a wide band', () => {
    const pool = { ...UNKNOWN_POOL, perDay: 2 };
    const usage = usageOf([], pool, NOW, ZONE);
    expect(usage.perDay[0]).toBeCloseTo(2);
    const { lo, likely, hi } = hoursAhead(usage, NOW, addDays(NOW, 30), ZONE);
    expect(lo).toBeLessThan(likely * 0.75);
    expect(hi).toBeGreaterThan(likely * 1.25);
  });

  it('80 of 100 forecasts hold, over fleets that the test makes, long and short histories, hours and dates', () => {
    const questions: Question[] = [
      { kind: 'hours-after', days: 21 },
      { kind: 'hours-after', days: 60 },
      { kind: 'date-of', hoursLeft: 60 },
    ];
    const total: Coverage = Object.values(HABITS)
      .flatMap((habit, index) => forecastTrial(habit, [400, 200, 90, 30], 160, questions, 7 + index))
      .reduce((a, b) => ({
        forecasts: a.forecasts + b.forecasts,
        within: a.within + b.within,
        below: a.below + b.below,
        above: a.above + b.above,
      }));
    expect(total.forecasts).toBeGreaterThan(1800);
    const share = total.within / total.forecasts;
    expect(share).toBeGreaterThan(0.76);
    expect(share).toBeLessThan(0.84);
  });
});

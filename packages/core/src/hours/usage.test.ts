import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { HABITS, forecastTrial, type Coverage, type Question } from '../engine-simulator/index.ts';
import { addDays, hours, instant } from '../units/index.ts';
import { gammaBand } from './gamma-quantile.ts';
import { afterSeasonDays, dateOfHours, hoursAhead, poolUsage, seasonDays, usageOf } from './index.ts';

const NOW = instant(Date.UTC(2026, 5, 15));
const ZONE = 'America/Chicago';

describe('usage', () => {
  it.each([
    // Half the chi-square quantiles of 20 and of 60 degrees of freedom, as tables print them.
    [10, 6.2213, 14.206],
    [30, 23.2294, 37.1985],
  ])('band of a gamma distribution of shape %d', (shape, lo, hi) => {
    const band = gammaBand(shape, shape);
    expect(band.lo).toBeCloseTo(lo, 1);
    expect(band.hi).toBeCloseTo(hi, 1);
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
    const pool = poolUsage([known, known], ZONE);
    expect((pool.profile[6] ?? 0) / (pool.profile[0] ?? 1)).toBeGreaterThan(1.6);
    const usage = usageOf(known, pool, NOW, ZONE);
    const month = hoursAhead(usage, NOW, addDays(NOW, 30), ZONE);
    expect(month.likely).toBeGreaterThan(50);
    expect(month.likely).toBeLessThan(65);
    const date = dateOfHours(usage, NOW, 56, ZONE);
    expect(Math.abs((date.likely ?? 0) - addDays(NOW, 28))).toBeLessThan(5 * 86_400_000);
  });

  it('a unit without readings uses its group, with a wide band', () => {
    const pool = {
      profile: Array.from({ length: 12 }, () => 1),
      perDay: 2,
      betweenUnits: 0.5,
      unevenness: 3,
      unseen: 0,
    };
    const usage = usageOf([], pool, NOW, ZONE);
    expect(usage.perDay).toBeCloseTo(2);
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
      .flatMap((habit, index) =>
        questions.map((question) => forecastTrial(habit, [400, 200, 90, 30], 160, question, 7 + index)),
      )
      .reduce((a, b) => ({
        forecasts: a.forecasts + b.forecasts,
        within: a.within + b.within,
        below: a.below + b.below,
        above: a.above + b.above,
      }));
    expect(total.forecasts).toBeGreaterThan(1800);
    const share = total.within / total.forecasts;
    expect(share).toBeGreaterThan(0.77);
    expect(share).toBeLessThan(0.83);
  });
});

import { expect, it } from '@jest/globals';
import { hours, instant } from '../units/index.ts';
import { asReadings, cumulativeHours, estimatedHours } from './index.ts';

it.each([
  [{ basis: 'days', days: 3.5, hoursPerDay: 4 }, 14],
  [{ basis: 'fuel', fuel: 12.3, fuelPerHour: 0.6 }, 20.5],
  [{ basis: 'fuel', fuel: 10, fuelPerHour: 3 }, 3.3],
] as const)('%o are %d h', (use, expected) => {
  expect(estimatedHours(use)).toBe(expected);
});

it('an engine that burns nothing gives no hours', () => {
  expect(() => estimatedHours({ basis: 'fuel', fuel: 1, fuelPerHour: 0 })).toThrow(RangeError);
});

it('estimates add up from what the unit had run at its start, in the order of their days', () => {
  const at = (day: number) => instant(Date.UTC(2026, 5, day));
  const readings = asReadings(hours(20), [
    { until: at(9), hours: hours(3) },
    { until: at(2), hours: hours(14) },
  ]);
  expect(readings.map(({ shown }) => shown)).toEqual([34, 37]);
  const meter = { from: at(1), startedAt: hours(20), modulus: null };
  expect(cumulativeHours([meter], readings)).toEqual({ hours: 37, readAt: at(9) });
});

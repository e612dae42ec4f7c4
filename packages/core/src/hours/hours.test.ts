import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { MS_PER_DAY, hours, instant } from '../units/index.ts';
import {
  cumulativeHours,
  suspicions,
  usualMostPerDay,
  type AcceptedReading,
  type Confirmation,
  type MeterReading,
} from './index.ts';

const day = (number: number) => instant(Date.UTC(2026, 0, 1) + number * MS_PER_DAY);
const read = (at: number, shown: number, confirmed?: Confirmation): AcceptedReading => ({
  at: day(at),
  shown: hours(shown),
  ...(confirmed && { confirmed }),
});
const base: MeterReading = { at: day(0), shown: hours(0) };
const NOW = day(400);
const codes = (reading: MeterReading, accepted: readonly AcceptedReading[], now = NOW) =>
  suspicions(reading, base, accepted, now).map(({ code }) => code);

describe('cumulative hours', () => {
  it('survive a roll-over and a new meter', () => {
    const known = [
      read(10, 990),
      read(20, 12.5, { kind: 'rolled-over', modulus: hours(1000) }),
      read(30, 40),
      read(40, 3, { kind: 'new-meter', startedAt: hours(1) }),
      read(50, 8),
    ];
    expect(cumulativeHours(base, known)).toEqual({ hours: hours(990 + 22.5 + 27.5 + 2 + 5), readAt: day(50) });
  });

  it('never fall, and do not depend on the order in which readings came in', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 300 }), fc.integer({ min: 0, max: 90_000 })), {
          minLength: 1,
          maxLength: 12,
        }),
        (pairs) => {
          const unique = [...new Map(pairs).entries()].map(([at, tenths]) => read(at, tenths / 10));
          const growing = unique
            .toSorted((a, b) => a.at - b.at)
            .map((reading, index, all) => ({
              ...reading,
              shown: hours(Math.max(...all.slice(0, index + 1).map(({ shown }) => shown))),
            }));
          const total = cumulativeHours(base, growing);
          expect(cumulativeHours(base, growing.toReversed())).toEqual(total);
          expect(total?.hours).toBeCloseTo(growing.at(-1)?.shown ?? NaN, 6);
        },
      ),
    );
  });

  it('count a step back within the last digit as nothing, once', () => {
    expect(cumulativeHours(base, [read(1, 10), read(2, 9.9), read(3, 12)])?.hours).toBeCloseTo(12, 9);
  });

  it('are unknown without a reading', () => {
    expect(cumulativeHours(base, [])).toBeNull();
  });
});

describe('what does not add up', () => {
  const known = [read(10, 50), read(20, 90)];
  it.each([
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
    ['handed in late, above the later one', read(15, 95), ['above-later']],
    ['a day above the shop’s ceiling', read(21, 112), ['above-ceiling']],
  ])('%s', (_, reading, expected) => {
    expect(codes(reading, known)).toEqual(expected);
  });

  it('sees a likely roll-over with what it would add', () => {
    const near = [read(100, 960), read(110, 988.1)];
    expect(suspicions(read(120, 14.2), base, near, NOW)).toContainEqual({
      code: 'roll-over',
      modulus: 1000,
      addedHours: expect.closeTo(26.1, 6),
    });
  });

  it('does not hold a reading against the one after a replaced meter', () => {
    const replaced = [read(10, 50), read(30, 2, { kind: 'new-meter', startedAt: hours(0) })];
    expect(codes(read(20, 80), replaced)).toEqual([]);
  });

  it('knows a unit’s habit only after eight intervals', () => {
    const steady = (count: number) =>
      Array.from({ length: count }, (_, index) => read((index + 1) * 10, (index + 1) * 20));
    expect(usualMostPerDay([base, ...steady(7)], 8)).toBeNull();
    expect(usualMostPerDay([base, ...steady(8)], 8)).toBeCloseTo(2, 9);
    const next = (count: number) => read((count + 1) * 10, count * 20 + 65);
    expect(codes(next(7), steady(7))).toEqual([]);
    expect(codes(next(8), steady(8))).toEqual(['above-habit']);
  });
});

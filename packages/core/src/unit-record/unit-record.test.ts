import { expect, it } from '@jest/globals';
import { DEFAULT_GAUGING, type Feel } from '../gauging/index.ts';
import { hours, instant, mm } from '../units/index.ts';
import { coursesOf, foundIn, gapSeries, leftIn, type EnteredValve, type UnitRecord } from './index.ts';

const ASSUMED = { ...DEFAULT_GAUGING, feelHalfWidthMm: mm(0.01) };
const tries = (...list: [number, Feel][]) =>
  list.map(([value, feel]) => ({ blades: [{ printed: { value, unit: 'mm' as const } }], feel }));
const intake = (entered: Partial<EnteredValve>): EnteredValve => ({
  cylinder: 1,
  kind: 'intake',
  ordinal: 1,
  found: [],
  adjusted: false,
  left: [],
  ...entered,
});
const between = (lo: number, hi: number) => ({
  kind: 'interval',
  gap: { lo: { mm: expect.closeTo(lo, 9) }, hi: { mm: expect.closeTo(hi, 9) } },
});

it('a valve that was set has every gauging in order: as found, turned, locked, after turning over', () => {
  const series = gapSeries(
    intake({
      found: tries([0.2, 'free'], [0.25, 'wont']),
      adjusted: true,
      earlier: [
        { after: 'turned', tries: tries([0.15, 'drags']) },
        { after: 'locked', tries: [] },
        { after: 'locked', tries: tries([0.14, 'drags']) },
      ],
      leftAfter: 'turned-over',
      left: tries([0.13, 'drags']),
    }),
    ASSUMED,
  );
  expect(series.gaps).toMatchObject([
    { after: 'found', reading: between(0.2, 0.25) },
    { after: 'turned', reading: between(0.14, 0.16) },
    { after: 'locked', reading: between(0.13, 0.15) },
    { after: 'turned-over', reading: between(0.12, 0.14) },
  ]);
  expect([foundIn(series), leftIn(series)]).toEqual([series.gaps[0], series.gaps[3]]);
});

it('a gap as found is how the valve was left, unless its adjuster was moved and nothing was gauged after it', () => {
  const found = tries([0.1, 'drags']);
  const untouched = gapSeries(intake({ found }), ASSUMED);
  expect(leftIn(untouched)).toBe(foundIn(untouched));
  expect(leftIn(gapSeries(intake({ found, adjusted: true }), ASSUMED))).toBeNull();
  // An engine that was rebuilt has no gap as found.
  const rebuilt = gapSeries(intake({ adjusted: true, left: found }), ASSUMED);
  expect([foundIn(rebuilt), leftIn(rebuilt)?.after]).toEqual([null, 'turned']);
  expect(leftIn(gapSeries(intake({}), ASSUMED))).toBeNull();
});

it('a course has the hours of its checks, interpolated where they were not read', () => {
  const DAY = 86_400_000;
  const check = (day: number, ran: number | null, found: [number, Feel][]) => ({
    id: `day ${day}`,
    at: instant(day * DAY),
    hours: ran === null ? null : hours(ran),
    by: 'A. Hand',
    engine: 'cold' as const,
    temperatureC: null,
    position: 'compression-tdc' as const,
    revision: 1,
    bladeSetId: null,
    measureOnly: false,
    past: false,
    valves: [
      gapSeries(intake({ found: tries(...found) }), ASSUMED),
      gapSeries({ ...intake({}), kind: 'exhaust' }, ASSUMED),
    ],
  });
  const record: UnitRecord = {
    zone: 'UTC',
    start: { readAt: instant(0), hours: hours(0) },
    hours: [
      { readAt: instant(10 * DAY), hours: hours(20) },
      { readAt: instant(20 * DAY), hours: hours(60) },
    ],
    checks: [check(10, 20, [[0.1, 'drags']]), check(15, null, [[0.12, 'drags']]), check(30, null, [[0.13, 'drags']])],
    reports: [],
    followUps: [],
    stored: [],
  };
  // The exhaust was never gauged and has no course.
  expect(coursesOf(record)).toMatchObject([
    {
      valve: { kind: 'intake' },
      stops: [
        { hours: 20, hoursEstimated: false, left: null },
        { hours: 40, hoursEstimated: true, found: { reading: between(0.11, 0.13) } },
        // After the last reading they do not tell.
        { hours: null, hoursEstimated: false },
      ],
    },
  ]);
});

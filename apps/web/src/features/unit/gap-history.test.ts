import { expect, it } from '@jest/globals';
import { DEFAULT_SHOP_RULES } from '@sturdy-shim/core';
import type { CourseStopDto, FamilyDto } from '../../shared/api/index.ts';
import { wireRules } from '../../testing/default-rules.ts';
import { pointsOf } from './gap-history.tsx';

const window = { minMm: 0.1, maxMm: 0.16, targetMm: 0.13, basis: 'published' } as const;
const family = {
  windows: { intake: window, exhaust: window },
  rules: wireRules(DEFAULT_SHOP_RULES),
} as unknown as FamilyDto;
const gap = (lo: number, hi: number | null, loMeasured = true) => ({
  after: 'found' as const,
  gap: { lo: { mm: lo, strict: true }, hi: hi === null ? null : { mm: hi, strict: true }, loMeasured },
});
const stop = (change: Partial<CourseStopDto>): CourseStopDto => ({
  checkId: 'a',
  at: '2026-03-01T08:00:00Z',
  hours: 20,
  hoursEstimated: false,
  found: null,
  left: null,
  ...change,
});
const points = (of: FamilyDto, ...stops: CourseStopDto[]) =>
  pointsOf({ cylinder: 1, kind: 'intake', ordinal: 1, stops }, of);

it('draws gaps as found and as left by the current spec, with open ends', () => {
  const stops = [
    stop({ found: gap(0.18, null), left: gap(0.12, 0.14) }),
    stop({ hours: 60, hoursEstimated: true, found: gap(0, 0.08, false) }),
  ];
  expect(points(family, ...stops)).toMatchObject([
    { hours: 20, phase: 'found', state: 'loose', loMm: 0.18, hiMm: expect.closeTo(0.2, 9) },
    { hours: 20, phase: 'left', state: 'inside' },
    { hours: 60, state: 'tight', loMm: expect.closeTo(0.06, 9), words: expect.stringMatching(/about 60/) },
  ]);
  // Without a spec nothing is judged.
  expect(points({ ...family, windows: null }, ...stops).map(({ state }) => state)).toEqual(Array(3).fill('measured'));
});

it('draws nothing without hours or gap', () => {
  const clash = { after: 'found' as const, gap: null };
  expect(points(family, stop({ hours: null, found: gap(0.1, 0.12) }), stop({ found: clash }))).toEqual([]);
});

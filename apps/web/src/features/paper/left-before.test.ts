import { expect, it } from '@jest/globals';
import type { CourseStopDto, ValveCourseDto } from '../../shared/api/index.ts';
import { leftBefore } from './left-before.ts';

const stop = (checkId: string): CourseStopDto => ({
  checkId,
  at: '2026-06-01T08:00:00Z',
  hours: 10,
  hoursEstimated: false,
  found: null,
  left: null,
});
const intake = { cylinder: 1, kind: 'intake', ordinal: 1 } as const;
const courses: ValveCourseDto[] = [
  { ...intake, stops: [stop('a'), stop('b')] },
  { ...intake, kind: 'exhaust', stops: [stop('b')] },
];

it('finds the previous check of the same valve, and none before the first or a check that does not count', () => {
  expect(leftBefore(courses, 'b', intake)?.checkId).toBe('a');
  expect(leftBefore(courses, 'a', intake)).toBeNull();
  expect(leftBefore(courses, 'b', { ...intake, kind: 'exhaust' })).toBeNull();
  expect(leftBefore(courses, 'voided', intake)).toBeNull();
  expect(leftBefore(courses, 'b', { ...intake, cylinder: 2 })).toBeNull();
});

import { expect, it } from '@jest/globals';
import fc from 'fast-check';
import { retained } from './backups.mjs';

const NOW = new Date('2026-11-25T06:00:00Z');
const DAY = 86_400_000;
const daysAgo = (days: number): string => new Date(NOW.getTime() - days * DAY).toISOString();

it('keeps two weeks whole, the first of each month for a year, and nothing else', () => {
  const daily = Array.from({ length: 800 }, (_, day) => daysAgo(day));
  const kept = retained(daily, NOW);
  expect(kept.filter((moment: string) => moment > daysAgo(14.5))).toHaveLength(15);
  const months = kept.filter((moment: string) => moment <= daysAgo(14.5)).map((moment: string) => moment.slice(0, 10));
  expect(months).toEqual([
    '2025-12-01',
    '2026-01-01',
    '2026-02-01',
    '2026-03-01',
    '2026-04-01',
    '2026-05-01',
    '2026-06-01',
    '2026-07-01',
    '2026-08-01',
    '2026-09-01',
    '2026-10-01',
    '2026-11-01',
  ]);
});

it('never takes the newest away, however old it is within a year, and never invents one', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 365 }), { minLength: 1, maxLength: 60 }), (ages) => {
      const moments = ages.map(daysAgo);
      const kept = retained(moments, NOW);
      expect(moments).toEqual(expect.arrayContaining(kept));
      // Pruning again on the same day keeps the same backups.
      expect(retained(kept, NOW)).toEqual(kept);
      const months = new Set(moments.map((moment) => moment.slice(0, 7)));
      expect(new Set(kept.map((moment: string) => moment.slice(0, 7)))).toEqual(months);
    }),
  );
});

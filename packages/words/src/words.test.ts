import { describe, expect, it } from '@jest/globals';
import {
  type Reader,
  type SentReason,
  amountText,
  clearedBy,
  knownGapText,
  mailText,
  rangeText,
  reasonText,
  valvesText,
  verdictText,
} from './index.ts';

const plain = (text: string | null): string | null => text?.replaceAll('\u00a0', ' ') ?? null;
const reader = (cylinders: number): Reader => ({
  unit: 'mm',
  cylinders,
  day: (text) => (text < '2026-05-05' ? 'May 4' : text),
});

describe('gaps in words', () => {
  it.each([
    [0.03, 0.06, 'mm', '0.03 to 0.06 mm'],
    [0.03, null, 'mm', '0.03 mm or more'],
    [0, 0.04, 'mm', 'up to 0.04 mm'],
    [0.05, 0.052, 'mm', '0.05 mm'],
    [0.0254, 0.0508, 'thou', '1 to 2 thou'],
    [0, null, 'mm', 'an unknown amount'],
  ] as const)('%d to %p in %s', (least, most, unit, words) => {
    expect(plain(amountText(least, most, unit))).toBe(words);
  });

  it('names the interval, including open ends', () => {
    const bound = (mm: number) => ({ mm, strict: true });
    expect(plain(knownGapText({ lo: bound(0.18), hi: bound(0.2), loMeasured: true }, 'mm'))).toBe('0.18–0.20 mm');
    expect(plain(knownGapText({ lo: bound(0.18), hi: null, loMeasured: true }, 'mm'))).toBe('more than 0.18 mm');
    expect(plain(knownGapText({ lo: bound(0), hi: bound(0.05), loMeasured: false }, 'mm'))).toBe('less than 0.05 mm');
    expect(plain(rangeText(0.111, 0.114, 'mm'))).toBe('0.11 mm');
  });
});

it('names the valve by its cylinder only where there are more', () => {
  const reason = {
    code: 'valve-outside',
    valve: { cylinder: 2, kind: 'intake', ordinal: 1 },
    side: 'loose',
    byAtLeastMm: 0.03,
    byAtMostMm: 0.06,
    gap: null,
    window: null,
    at: '2026-05-04T07:00:00Z',
    hoursSince: null,
  } as const;
  expect(plain(reasonText(reason, reader(2)))).toBe('Cylinder 2 intake loose by 0.03 to 0.06 mm');
  expect(plain(reasonText(reason, reader(1)))).toBe('Intake loose by 0.03 to 0.06 mm');
  // Bounded on one side only: the words state the gap itself.
  const bound = (mm: number) => ({ mm, strict: true });
  const open = { ...reason, byAtMostMm: null, gap: { lo: bound(0.19), hi: null, loMeasured: true } };
  expect(plain(reasonText(open, reader(1)))).toBe('Intake loose: more than 0.19 mm');
  const tight = { state: 'tight', byAtLeastMm: 0, byAtMostMm: 0.13 } as const;
  const nothingEntered = { lo: { mm: 0, strict: false }, hi: bound(0.13), loMeasured: false };
  expect(plain(verdictText(tight, 'mm', nothingEntered))).toBe('tight: less than 0.13 mm');
});

it('says that the shop’s rule let a gap pass, and how likely it is', () => {
  expect(plain(verdictText({ state: 'inside', how: 'likely', chanceInside: 0.86 }, 'mm', null))).toBe(
    'in spec by the shop rule (86 % likely)',
  );
});

const AT = '2026-05-04T07:00:00Z';
const VALVE = { gap: null, window: null, at: AT, obstacles: [] };

it.each<[SentReason, string]>([
  [
    { code: 'past-hours', hoursPast: 142.4, intervalHours: 500, firstCheck: false, estimated: false },
    'Overdue by 142 h (every 500 h)',
  ],
  [
    { code: 'past-hours', hoursPast: 1.2, intervalHours: 20, firstCheck: true, estimated: false },
    'Overdue by 1.2 h (first check)',
  ],
  [{ code: 'past-date', daysPast: 20, months: 12, dueAt: AT }, 'Overdue by 20 days (every 12 months)'],
  [{ code: 'problem', symptom: 'hard-start', at: AT, doNotRun: false }, 'Reported: starts hard'],
  [
    {
      code: 'check-open',
      off: ['Rocker cover', 'Cowl'],
      moved: [{ cylinder: 1, kind: 'intake', ordinal: 1 }],
      outside: [{ cylinder: 1, kind: 'exhaust', ordinal: 1 }],
      by: 'Nell Shale',
      at: AT,
    },
    'Check open: rocker cover and cowl off, intake moved, exhaust out of spec (Nell Shale, since May 4)',
  ],
  [
    { code: 'valve-moved', valve: { cylinder: 1, kind: 'exhaust', ordinal: 1 }, at: AT },
    'Exhaust was moved and not gauged again',
  ],
  [{ code: 'stale-reading', days: 61, readAt: AT }, 'Meter not read for 2 months'],
  [
    {
      ...VALVE,
      code: 'valve-undecided',
      doubt: 'not-comparable',
      obstacles: ['engine-not-cold'],
      valve: { cylinder: 1, kind: 'intake', ordinal: 2 },
    },
    'Intake 2 not comparable: the engine was not cold, as the spec requires',
  ],
])('a reason in words: %j', (reason, words) => {
  expect(plain(reasonText(reason, reader(1)))).toBe(words);
});

it('says what removes a reason, and which the mail leaves out', () => {
  const stale = { code: 'stale-reading', days: 50, readAt: AT } as const;
  expect(clearedBy(stale)).toBe('A meter reading.');
  expect([mailText('stale-reading'), mailText('valve-outside')]).toEqual([null, 'out of spec']);
});

it.each([
  [1, '1I 1E', 'intake and exhaust'],
  [1, '1I 1I2 1E', 'intake and intake 2 and exhaust'],
  [3, '1I 1E 2E 3I', 'cylinder 1 intake and exhaust, cylinder 2 exhaust, cylinder 3 intake'],
  [2, '2E', 'cylinder 2 exhaust'],
  [1, '', ''],
])('of %d cylinders, %s is called %p', (cylinders, keys, words) => {
  const valves = keys
    .split(' ')
    .filter((key) => key !== '')
    .map((key) => ({
      cylinder: Number(key[0]),
      kind: key[1] === 'I' ? ('intake' as const) : ('exhaust' as const),
      ordinal: Number(key[2] ?? 1),
    }));
  expect(valvesText(valves, cylinders)).toBe(words);
});

import { describe, expect, it } from '@jest/globals';
import { amountText, knownGapText, rangeText } from './gap.ts';
import { readMeterFigure } from './meter-figure.ts';
import { dueText, reasonText } from './reason-words.ts';
import { verdictText } from './verdict-words.ts';

const plain = (text: string | null): string | null => text?.replaceAll('\u00a0', ' ') ?? null;

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

  it('says what is known, open ends included', () => {
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
  expect(plain(reasonText(reason, 'mm', 2))).toBe('Cylinder 2 intake loose by 0.03 to 0.06 mm');
  expect(plain(reasonText(reason, 'mm', 1))).toBe('Intake loose by 0.03 to 0.06 mm');
  // Bounded from one side only, what is known is said of the gap itself.
  const bound = (mm: number) => ({ mm, strict: true });
  const open = { ...reason, byAtMostMm: null, gap: { lo: bound(0.19), hi: null, loMeasured: true } };
  expect(plain(reasonText(open, 'mm', 1))).toBe('Intake loose: more than 0.19 mm');
  const tight = { state: 'tight', byAtLeastMm: 0, byAtMostMm: 0.13 } as const;
  const nothingEntered = { lo: { mm: 0, strict: false }, hi: bound(0.13), loMeasured: false };
  expect(plain(verdictText(tight, 'mm', nothingEntered))).toBe('tight: less than 0.13 mm');
});

it('says that the shop’s rule let a gap pass, and how likely it is', () => {
  expect(plain(verdictText({ state: 'inside', how: 'likely', chanceInside: 0.86 }, 'mm', null))).toBe(
    'in spec by the shop rule (86 % likely)',
  );
});

it('gives both limits of the next check', () => {
  const status = {
    state: 'ok',
    reasons: [],
    hoursNow: 150,
    hoursReadAt: null,
    dueAtHours: 220,
    hoursLeft: 70,
    intervalHours: 120,
    dueAt: '2027-03-07T09:00:00Z',
    daysLeft: 265,
    shareLeft: 0.58,
    recomputing: false,
  } as const;
  expect(plain(dueText({ ...status, reasons: [] }))).toMatch(/^70\.0 h left of 120 h, or by .*2027/);
  expect(plain(dueText({ ...status, reasons: [], hoursLeft: -4, dueAt: null, daysLeft: null }))).toBe(
    'Overdue by 4.0 h',
  );
});

describe('a meter figure as typed', () => {
  it.each([
    [' 412.6 ', 412.6],
    ['0', 0],
    ['1412', 1412],
    ['412,6', 412.6],
  ])('%p is taken', (typed, hours) => expect(readMeterFigure(typed)).toEqual({ hours }));

  it.each(['1,234', '1,234.5', '12 h', '-3', '', 'NaN', '1e3', '4.2.1', '1000000'])(
    '%p is refused with a way to fix it',
    (typed) => {
      expect(readMeterFigure(typed)).toEqual({
        problem: expect.stringMatching(/thousands|minus|Check it again|digits|for example/),
      });
    },
  );
});

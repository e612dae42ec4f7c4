import { describe, expect, it } from '@jest/globals';
import { adjustmentFor, hours, instant, mm, turnFor, type GapInterval, type NextBlade } from '@sturdy-shim/core';
import type { SuspicionDto } from '../api/index.ts';
import { changeText } from './change-words.ts';
import { nextBladeText } from './next-blade-words.ts';
import { suspicionText } from './suspicion-words.ts';
import { hoursText, spanText } from '@sturdy-shim/words';
import { agoText } from './time.ts';
import { monthsText } from './year-day.ts';
import { bladesText, thicknessTexts } from './blade-words.ts';
import { celsiusOf, degreesIn, temperatureText } from './temperature.ts';
import { adjustmentText, turnPartText } from './turn-words.ts';

const plain = (text: string | null): string | null => text?.replaceAll('\u00a0', ' ') ?? null;
const closed = (lo: number, hi: number): GapInterval => ({
  lo: { mm: mm(lo), strict: false },
  hi: { mm: mm(hi), strict: false },
  loMeasured: true,
});

describe('turns in words', () => {
  const adjuster = { kind: 'screw-at-push-rod', pitchMm: mm(0.75), rockerRatio: 1.3 } as const;
  it.each([
    [{ of: 'touch' }, 'less than a quarter of a flat, a touch'],
    [{ of: 'flat', quarters: 2 }, 'half a flat'],
    [{ of: 'flat', quarters: 4 }, 'a flat'],
    [{ of: 'turn', eighths: 1 }, '⅛ turn'],
    [{ of: 'turn', eighths: 8 }, '1 turn'],
    [{ of: 'turn', eighths: 10 }, '1 ¼ turns'],
    [{ of: 'turn', eighths: 16 }, '2 turns'],
  ] as const)('%j', (part, words) => expect(plain(turnPartText(part))).toBe(words));

  it('say direction, part and range, or why nothing can be said', () => {
    const turnText = (advice: Parameters<typeof adjustmentText>[0]) => adjustmentText(advice, 'mm');
    expect(plain(turnText(turnFor(closed(0.25, 0.28), mm(0.2), adjuster)))).toBe(
      'Close it by about half a flat clockwise (18° to 30°).',
    );
    expect(plain(turnText(turnFor(closed(0.05, 0.06), mm(0.2), adjuster)))).toMatch(
      /^Open it by about a flat counterclockwise/,
    );
    expect(turnText(turnFor(closed(0.15, 0.25), mm(0.2), adjuster))).toMatch(/try another blade/);
    expect(turnText(turnFor(closed(0.2, 0.2), mm(0.2), adjuster))).toMatch(/leave it/);
    expect(turnText(turnFor({ ...closed(0.4, 1), hi: null }, mm(0.2), adjuster))).toMatch(/at least 74°/);
  });
});

it('an unknown turn has no amount, and a shim is named only if one is fitted', () => {
  const words = (setting: Parameters<typeof adjustmentFor>[2], from = closed(0.25, 0.28)) =>
    plain(adjustmentText(adjustmentFor(from, mm(0.2), setting), 'mm'));
  const unknown = { kind: 'turned', adjuster: null, locked: true } as const;
  expect(words(unknown)).toMatch(/^The gap has to close by 0\.05 to 0\.08 mm\. Close it a little at a time/);
  expect(words(unknown)).not.toMatch(/shim/);
  expect(words({ kind: 'shims' })).toBe('The gap has to close by 0.05 to 0.08 mm: a shim thicker by that.');
  expect(words({ kind: 'ground-stem' }, closed(0.1, 0.12))).toMatch(/open by 0\.08 to 0\.10 mm: a machine shop/);
  expect(words({ kind: 'hydraulic' })).toMatch(/nothing to set/);
  const fine = { kind: 'screw-at-valve', pitchMm: mm(0.75), rockerRatio: 1 } as const;
  expect(plain(adjustmentText(turnFor(closed(0.205, 0.205), mm(0.2), fine), 'mm'))).toBe(
    'Close it by less than a quarter of a flat, a touch clockwise (2.4°).',
  );
});

describe('blades', () => {
  const blade = (value: number, unit: 'mm' | 'thou') => ({ printed: { value, unit } });
  it('are named by their stamps', () => {
    expect(bladesText([blade(2.5, 'thou')], 'mm')).toBe('2.5 thou');
    expect(bladesText([blade(0.127, 'mm'), blade(0.1, 'mm')], 'mm')).toBe('0.127 + 0.10');
    expect(bladesText([blade(6, 'thou')], 'thou')).toBe('6');
  });
  it('show in the other unit as many digits as tell them apart', () => {
    expect(thicknessTexts([blade(2, 'thou'), blade(2.5, 'thou'), blade(6, 'thou')], 'mm')).toEqual([
      '0.051',
      '0.064',
      '0.152',
    ]);
    expect(thicknessTexts([blade(0.12, 'mm'), blade(0.127, 'mm'), blade(0.13, 'mm')], 'mm')).toEqual([
      '0.12',
      '0.127',
      '0.130',
    ]);
    expect(thicknessTexts([blade(0.15, 'mm'), blade(0.2, 'mm')], 'thou')).toEqual(['5.9', '7.9']);
  });
});

it('temperatures there and back in either unit', () => {
  expect(plain(temperatureText(82.22, '°F'))).toBe('180 °F');
  expect(celsiusOf(180, '°F')).toBe(82.22);
  expect(degreesIn(celsiusOf(95, '°F'), '°F')).toBe(95);
  expect(plain(temperatureText(35, '°C'))).toBe('35 °C');
});

it('the next blade says what each answer would mean, and stays silent when it is settled', () => {
  const next: NextBlade = {
    kind: 'try',
    blades: [{ printed: { value: 0.05, unit: 'mm' } }, { printed: { value: 0.15, unit: 'mm' } }],
    expectedTries: 1,
    chanceSettled: 1,
    withoutStacks: null,
    ifFree: 'loose',
    ifDrags: 'undecided',
    ifWont: 'unlikely',
  };
  expect(nextBladeText(next, 'mm')).toBe('Stack 0.05 + 0.15 tells the most: free: loose, drags: not yet settled.');
  expect(nextBladeText({ kind: 'settled' }, 'mm')).toBeNull();
  expect(nextBladeText({ kind: 'nothing-helps' }, 'mm')).toMatch(/No blade of this set/);
});

it.each<[SuspicionDto, RegExp]>([
  [
    { code: 'backwards', byHours: 30.5, previousHours: 402, previousAt: '2026-05-04T07:00:00Z' },
    /^Goes back 30\.5 h from 402\.0 h on .*2026\.$/,
  ],
  [{ code: 'more-than-a-day-holds', addedHours: 51, days: 1 }, /^51\.0 h in 1 day: more than the days hold/],
  [{ code: 'tenfold', likelyHours: 1209 }, /^A point slipped\? 1209\.0 h would fit/],
  [{ code: 'roll-over', modulus: 10_000, addedHours: 26, side: 'before' }, /rolled over at 10000: 26\.0 h more/],
  [{ code: 'above-habit', perDay: 12, usualMaxPerDay: 3 }, /12\.0 h a day; this unit rarely passes 3\.0 h/],
  [{ code: 'above-ceiling', perDay: 22, ceilingPerDay: 20 }, /22\.0 h a day; the shop doubts more than 20 h/],
  [{ code: 'above-later', laterHours: 90, laterAt: '2026-05-04T07:00:00Z' }, /^Above a later reading of 90\.0 h/],
  [{ code: 'same-moment', otherHours: 91 }, /says 91\.0 h/],
  [{ code: 'future', readAt: '2027-01-01T00:00:00Z' }, /future/],
  [{ code: 'new-meter', side: 'before' }, /new meter/],
])('a suspicion in words: %j', (suspicion, words) => {
  expect(plain(suspicionText(suspicion))).toMatch(words);
});

it('durations in plain words', () => {
  const now = new Date('2026-05-04T12:00:00');
  expect(agoText('2026-05-04T06:00:00', now)).toBe('today');
  expect(agoText('2026-05-03T23:00:00', now)).toBe('yesterday');
  expect(agoText('2026-01-03T23:00:00', now)).toContain('2026');
  expect([spanText(0.2), spanText(1), spanText(13.6), spanText(92)]).toEqual([
    'less than a day',
    '1 day',
    '14 days',
    '3 months',
  ]);
  expect([monthsText([4]), monthsText([7, 8]), monthsText([11, 12, 1, 2, 5])]).toEqual([
    'April',
    'July and August',
    'November to February, May',
  ]);
  expect(plain(hoursText(412.64))).toBe('412.6 h');
  expect(plain(hoursText(412.64, true))).toBe('413 h');
});

it('states the next change by itself', () => {
  expect(changeText({ by: 'hours', to: 'due-soon', atHours: hours(208), inHours: hours(58) })).toBe(
    'In 58.0\u00a0h of running, at 208.0\u00a0h: due soon',
  );
  expect(changeText({ by: 'date', to: 'overdue', at: instant(Date.UTC(2027, 2, 1, 12)) })).toMatch(/2027: overdue$/);
});

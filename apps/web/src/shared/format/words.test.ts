import { describe, expect, it } from '@jest/globals';
import { readMeterFigure } from './meter-figure.ts';
import { dueText } from './reason-words.ts';

const plain = (text: string | null): string | null => text?.replaceAll('\u00a0', ' ') ?? null;

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
  ])('%p is taken', (typed, hours) => expect(readMeterFigure(typed)).toEqual({ ok: true, value: hours }));

  it.each(['1,234', '1,234.5', '12 h', '-3', '', 'NaN', '1e3', '4.2.1', '1000000'])(
    '%p is refused with a way to fix it',
    (typed) => {
      expect(readMeterFigure(typed)).toEqual({
        ok: false,
        problem: expect.stringMatching(/thousands|minus|Check it again|digits|for example/),
      });
    },
  );
});

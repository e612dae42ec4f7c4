import { expect, it } from '@jest/globals';
import { seasonDayFromText, seasonDayText } from './index.ts';

it('every day of the year is read as it was written, and a day more of each month is none', () => {
  for (let month = 1; month <= 12; month += 1) {
    const last = new Date(Date.UTC(2028, month, 0)).getUTCDate();
    for (let day = 1; day <= last; day += 1)
      expect(seasonDayFromText(seasonDayText({ month, day }))).toEqual({ month, day });
    expect(seasonDayFromText(seasonDayText({ month, day: last + 1 }))).toBeNull();
  }
});

it.each([
  ['1. mar', 3, 1],
  ['December  24', 12, 24],
  ['sept 30', 9, 30],
  ['02-29', 2, 29],
])('reads %j', (text, month, day) => expect(seasonDayFromText(text)).toEqual({ month, day }));

it.each(['', '3/1', '30 February', '13-01', '0 March', '1 Marchember', 'March', '1'])('does not guess %j', (text) =>
  expect(seasonDayFromText(text)).toBeNull(),
);

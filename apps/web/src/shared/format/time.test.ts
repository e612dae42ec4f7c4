import { afterAll, describe, expect, it } from '@jest/globals';
import { agoText, clockText, dayText, setShopFormats, shortDayText, today } from './time.ts';
import { yearDayText } from './year-day.ts';

const machine = process.env.TZ;
afterAll(() => {
  if (machine === undefined) delete process.env.TZ;
  else process.env.TZ = machine;
  setShopFormats({ timeZone: 'UTC', locale: 'en-US' });
});

/** A reader far from the shop sees the days and the clock of the shop. */
describe.each([
  ['America/Los_Angeles', '2026-05-04', '20:30', '2026-03-08'],
  ['UTC', '2026-05-05', '03:30', '2026-03-08'],
  ['Pacific/Auckland', '2026-05-05', '15:30', '2026-03-09'],
])('a shop in %s', (zone, day, clock, spring) => {
  it.each(['America/New_York', 'UTC', 'Asia/Kolkata'])('read from %s', (reader) => {
    process.env.TZ = reader;
    setShopFormats({ timeZone: zone, locale: 'en-US' });
    const moment = '2026-05-05T03:30:00Z';
    expect(today(new Date(moment))).toBe(day);
    expect(dayText(moment)).toBe(dayText(day));
    expect(
      clockText(moment)
        .replace(/^0?8:30\sPM$/, '20:30')
        .replace(/^0?3:30\sPM$/, '15:30')
        .replace(/^0?3:30\sAM$/, '03:30'),
    ).toBe(clock);
    // A calendar day is the same day in every time zone.
    expect(dayText('2026-05-04')).toMatch(/\b4\b/);
    expect(agoText(day, new Date(moment))).toBe('today');
    // Across a night on which the clocks are put forward in Los Angeles.
    expect(today(new Date('2026-03-09T06:30:00Z'))).toBe(zone === 'America/Los_Angeles' ? '2026-03-08' : '2026-03-09');
    expect(agoText(spring, new Date('2026-03-09T06:30:00Z'))).toBe(
      { 'America/Los_Angeles': 'today', UTC: 'yesterday', 'Pacific/Auckland': 'today' }[zone],
    );
  });
});

it.each([
  ['en-US', 'May 4, 2026', /^03:30\sPM$/, /^May 4$/],
  ['en-GB', '4 May 2026', /^15:30$/, /^4 May$/],
] as const)(
  'writes days and times as the shop in %s, whatever the reader’s machine does',
  (locale, day, clock, short) => {
    setShopFormats({ timeZone: 'UTC', locale });
    expect(dayText('2026-05-04')).toBe(day);
    expect(clockText('2026-05-04T15:30:00Z')).toMatch(clock);
    expect(shortDayText(`${today().slice(0, 4)}-05-04`)).toMatch(short);
    expect(shortDayText('1999-05-04')).toMatch(/1999$/);
    expect(yearDayText('05-04')).toMatch(short);
  },
);

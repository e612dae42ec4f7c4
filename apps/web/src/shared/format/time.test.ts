import { afterAll, describe, expect, it } from '@jest/globals';
import { agoText, clockText, dayText, setShopZone, today } from './time.ts';

const machine = process.env.TZ;
afterAll(() => {
  if (machine === undefined) delete process.env.TZ;
  else process.env.TZ = machine;
  setShopZone('UTC');
});

/** A reader far from the shop sees the days and the clock of the shop. */
describe.each([
  ['America/Los_Angeles', '2026-05-04', '20:30', '2026-03-08'],
  ['UTC', '2026-05-05', '03:30', '2026-03-08'],
  ['Pacific/Auckland', '2026-05-05', '15:30', '2026-03-09'],
])('a shop in %s', (zone, day, clock, spring) => {
  it.each(['America/New_York', 'UTC', 'Asia/Kolkata'])('read from %s', (reader) => {
    process.env.TZ = reader;
    setShopZone(zone);
    const moment = '2026-05-05T03:30:00Z';
    expect(today(new Date(moment))).toBe(day);
    expect(dayText(moment)).toBe(dayText(day));
    expect(
      clockText(moment)
        .replace(/^0?8:30\sPM$/, '20:30')
        .replace(/^0?3:30\sPM$/, '15:30')
        .replace(/^0?3:30\sAM$/, '03:30'),
    ).toBe(clock);
    // A day of the calendar is that day for everybody.
    expect(dayText('2026-05-04')).toMatch(/\b4\b/);
    expect(agoText(day, new Date(moment))).toBe('today');
    // Across a night on which the clocks are put forward in Los Angeles.
    expect(today(new Date('2026-03-09T06:30:00Z'))).toBe(zone === 'America/Los_Angeles' ? '2026-03-08' : '2026-03-09');
    expect(agoText(spring, new Date('2026-03-09T06:30:00Z'))).toBe(
      { 'America/Los_Angeles': 'today', UTC: 'yesterday', 'Pacific/Auckland': 'today' }[zone],
    );
  });
});

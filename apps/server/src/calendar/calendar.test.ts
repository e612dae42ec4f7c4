import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { type TestServer, startServer } from '../testing/server.ts';
import { openShop } from '../testing/shop.ts';
import { calendarOf } from './calendar.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer('2026-06-01T03:00:00Z', { timeZone: 'America/Chicago' });
  const shop = await openShop(server);
  const familyId = await shop.family({ code: 'Marl, soft; 80', intervalMonths: 6 });
  await shop.unit('CF-1', familyId, {
    kind: `Pump, with a name so long that its line must be folded ${'x'.repeat(40)}`,
  });
  await shop.unit('CF-2', familyId, { use: 'stored' });
  await server.http
    .post('/api/units/CF-1/readings')
    .send({ id: randomUUID(), hours: 19, readAt: '2026-05-30T07:00:00Z' })
    .expect(200);
});
afterAll(() => server.stop());

describe('the calendar of due checks', () => {
  it('is readable at a secret address until it is revoked', async () => {
    const { body } = await server.http
      .post('/api/calendar-feeds')
      .send({ name: 'Lead’s phone', siteId: null })
      .expect(200);
    const stranger = await server.as(null);
    const { text, headers } = await stranger.get(body.path).expect(200);
    expect(headers['content-type']).toBe('text/calendar; charset=utf-8');
    expect(text).toContain('SUMMARY:CF-1: valve check due');
    expect(text).toContain('SUMMARY:CF-1: valve check in 1.0 h');
    // In service since 1 January: six months on, in the shop's time zone.
    expect(text).toContain('DTSTART;VALUE=DATE:20260701');
    // The evening before in the shop.
    expect(text).toContain('DTSTART;VALUE=DATE:20260531');
    expect(text).not.toContain('CF-2');
    const listed = (await server.http.get('/api/calendar-feeds').expect(200)).body.feeds;
    expect(listed).toMatchObject([{ id: body.id, name: 'Lead’s phone', madeBy: 'Test lead', revokedAt: null }]);
    expect(JSON.stringify(listed)).not.toContain(body.path.split('/').at(-1));
    await server.http.post(`/api/calendar-feeds/${body.id}/revoke`).expect(204);
    await stranger.get(body.path).expect(404);
    await stranger.get('/api/calendar/guessed').expect(404);
    const told = JSON.stringify((await server.http.get('/api/audit-log').expect(200)).body);
    expect(told).toContain('Lead’s phone');
    expect(told).not.toMatch(/[0-9a-f]{64}/);
  });

  it('has the line breaks, folds, marks and identities that the standard asks for', () => {
    const unit = {
      unitId: '5f0f7f0e-0000-4000-8000-000000000001',
      tag: 'PW-1',
      kind: `Pump; with, marks\\ and ${'long words '.repeat(12)}`,
      family: 'Marl',
      site: 'Yard, north',
      use: 'on-hire',
      dueAt: new Date('2026-07-01T05:00:00Z'),
      hoursLeft: -2.5,
    };
    const at = (iso: string) => calendarOf('Due', [unit], new Date(iso), 'America/Chicago');
    const text = at('2026-06-01T12:00:00Z');
    const lines = text.split('\r\n');
    expect(text.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/);
    for (const line of lines) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    const unfolded = text.replaceAll('\r\n ', '');
    expect(unfolded).toContain('Pump\\; with\\, marks\\\\ and long words');
    expect(unfolded).toContain('LOCATION:Yard\\, north');
    expect(unfolded).toContain('SUMMARY:PW-1: valve check 2.5 h past');
    expect(unfolded).toMatch(/^BEGIN:VCALENDAR\r\nVERSION:2\.0\r\nPRODID:/);
    expect(unfolded).toContain('DTSTART;VALUE=DATE:20260701\r\n');
    expect(unfolded).toContain('DTEND;VALUE=DATE:20260702\r\n');
    const identities = (of: string) => of.match(/UID:.*/g);
    expect(identities(text)).toEqual(identities(at('2026-06-20T12:00:00Z')));
    expect(new Set(identities(text)).size).toBe(2);
  });
});

it('its name is escaped like the texts of its events', async () => {
  const { path } = (await server.http.post('/api/calendar-feeds').send({ name: 'Yard, east; A\\B', siteId: null }))
    .body;
  const { text } = await (await server.as(null)).get(path).expect(200);
  expect(text).toContain('X-WR-CALNAME:Yard\\, east\\; A\\\\B\r\n');
});

it('every active address is listed, so their number is limited', async () => {
  const add = (name: string) => server.http.post('/api/calendar-feeds').send({ name, siteId: null });
  for (let made = 0; made < 210; made += 1) await add(`Address ${made}`);
  expect((await add('One more').expect(422)).body.code).toBe('too-many-addresses');
  const { feeds } = (await server.http.get('/api/calendar-feeds').expect(200)).body;
  const [{ answering }] = await server.owner.query<[{ answering: number }]>(
    'select count(*)::int as answering from calendar_feed where revoked_at is null',
  );
  expect(answering).toBe(200);
  expect(feeds.filter(({ revokedAt }: { revokedAt: string | null }) => revokedAt === null)).toHaveLength(200);
});

it('an address of a person who left is refused, even if it was not revoked', async () => {
  const owner = await server.as('owner');
  await server.owner.query('update calendar_feed set revoked_at = now()');
  const { path } = (await owner.post('/api/calendar-feeds').send({ name: 'Theirs', siteId: null }).expect(200)).body;
  await server.owner.query("update person set active = false where role = 'owner'");
  await (await server.as(null)).get(path).expect(404);
});

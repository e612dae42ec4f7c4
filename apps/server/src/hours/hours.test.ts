import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { type TestServer, startServer } from '../testing/server.ts';
import { type Shop, openShop } from '../testing/shop.ts';
import { UsageService } from '../usage/index.ts';

let server: TestServer;
let shop: Shop;
let familyId: string;
let siteId: string;
const ids: Record<string, string> = {};
const NOW = '2026-06-01T17:00:00Z';
const onDay = (day: number): string => new Date(Date.parse(NOW) - day * 86_400_000).toISOString();

beforeAll(async () => {
  server = await startServer(NOW, { timeZone: 'America/Chicago' });
  shop = await openShop(server);
  familyId = await shop.family({ code: 'Marl' });
  siteId = (await server.http.get('/api/sites')).body[0].id;
  for (const tag of ['WK-1', 'WK-2', 'WK-3', 'WK-4']) ids[tag] = await shop.unit(tag, familyId);
  await shop.unit('WK-5', familyId, { use: 'stored' });
  await shop.unit('WK-6', familyId, { noMeter: true });
  // An hour a day, read every tenth day.
  for (const tag of ['WK-1', 'WK-2'])
    for (const day of [100, 90, 80, 70, 60, 50, 40, 30, 20, 10]) await read(tag, 151 - day, onDay(day));
});
afterAll(() => server.stop());

const read = (tag: string, hours: number, readAt: string, id: string = randomUUID()) =>
  server.http.post(`/api/units/${tag}/readings`).send({ id, hours, readAt });
const walk = async (query = '') => (await server.http.get(`/api/hours/walk?siteId=${siteId}${query}`).expect(200)).body;
const tags = async () => (await walk()).lines.map(({ tag }: { tag: string }) => tag);
const move = (unitId: string | undefined, afterId: string | null | undefined) =>
  server.http.post('/api/hours/walk/order').send({ unitId, afterId });

describe('the walk round a site', () => {
  it('contains the meters of units in service, with the expected figure of each', async () => {
    const usage = server.app.get(UsageService);
    expect(await usage.poolAll()).toBe(1);
    // What was estimated lately is not estimated again.
    expect(await usage.poolAll(new Date(0))).toBe(0);
    const { total, lines } = await walk();
    expect(total).toBe(4);
    expect(lines[0]).toMatchObject({ tag: 'WK-1', lastHours: 141, lastReadAt: onDay(10), today: null });
    expect(lines[0].expectedLo).toBeGreaterThan(143);
    expect(lines[0].expectedHi).toBeLessThan(166);
    expect(lines[0].expectedLo).toBeLessThan(151);
    expect(lines[0].expectedHi).toBeGreaterThan(151);
    expect(lines[2]).toMatchObject({ tag: 'WK-3', lastHours: null, expectedLo: null, expectedHi: null });
  });

  it('keeps the walking order after many changes', async () => {
    expect(await tags()).toEqual(['WK-1', 'WK-2', 'WK-3', 'WK-4']);
    await move(ids['WK-4'], null).expect(204);
    expect(await tags()).toEqual(['WK-4', 'WK-1', 'WK-2', 'WK-3']);
    for (let time = 0; time < 80; time += 1) {
      await move(ids['WK-1'], ids['WK-3']).expect(204);
      await move(ids['WK-1'], ids['WK-4']).expect(204);
    }
    await move(ids['WK-3'], ids['WK-4']).expect(204);
    expect(await tags()).toEqual(['WK-4', 'WK-3', 'WK-1', 'WK-2']);
    expect((await move(ids['WK-3'], randomUUID()).expect(422)).body.code).toBe('not-on-this-walk');
  });

  it('takes many readings at once, each for itself; sent again they count once', async () => {
    const [first, odd, stray] = [randomUUID(), randomUUID(), randomUUID()];
    const readings = [
      { id: first, tag: 'wk 1', hours: 150.5, readAt: onDay(0.1) },
      { id: odd, tag: 'WK-2', hours: 15.05, readAt: onDay(0.1) },
      { id: stray, tag: 'WK-99', hours: 1, readAt: onDay(0.1) },
    ];
    const send = async () => (await server.http.post('/api/hours/readings').send({ readings }).expect(200)).body;
    const { outcomes } = await send();
    expect(outcomes[0]).toMatchObject({ id: first, refusal: '', reading: { state: 'accepted' } });
    expect(outcomes[1].reading.state).toBe('suspect');
    expect(outcomes[1].reading.suspicions).toContainEqual({ code: 'tenfold', likelyHours: 150.5 });
    expect(outcomes[2]).toMatchObject({ id: stray, reading: null, refusal: expect.stringContaining('WK-99') });
    expect((await send()).outcomes).toEqual(outcomes);
    const { lines } = await walk();
    expect(lines.find(({ tag }: { tag: string }) => tag === 'WK-1')).toMatchObject({
      lastHours: 150.5,
      today: { id: first },
    });
    const { body } = await server.http.get('/api/hours').expect(200);
    expect(body).toMatchObject({ suspects: 1, sites: [{ name: 'Yard', units: 4, readToday: 2 }] });
  });

  it('today begins when it begins in the shop', async () => {
    await read('WK-4', 5, '2026-06-01T04:59:00Z');
    await read('WK-3', 5, '2026-06-01T05:01:00Z');
    const read0 = (await walk()).lines.filter(({ today }: { today: unknown }) => today !== null);
    expect(read0.map(({ tag }: { tag: string }) => tag).sort()).toEqual(['WK-1', 'WK-2', 'WK-3']);
  });

  it('lists what does not add up, the latest first, page by page, with what counted before', async () => {
    for (let index = 0; index < 60; index += 1)
      await read('WK-2', 1, new Date(Date.parse(onDay(9)) + index).toISOString());
    const first = (await server.http.get('/api/hours/suspects').expect(200)).body;
    expect(first).toMatchObject({ total: 61, lines: { length: 50 } });
    expect(first.lines[0]).toMatchObject({ tag: 'WK-2', previousHours: 141, reading: { hours: 15.05 } });
    const second = (await server.http.get(`/api/hours/suspects?cursor=${first.next}`).expect(200)).body;
    expect(second).toMatchObject({ lines: { length: 11 }, next: null });
    expect(new Set([...first.lines, ...second.lines].map(({ reading }) => reading.id)).size).toBe(61);
    await server.http.get('/api/hours/suspects?cursor=x').expect(400);
  });

  it('the outlook of a unit says when it likely reaches its limit', async () => {
    const { body } = await server.http.get('/api/units/WK-1/outlook').expect(200);
    expect(body.perWeek).toBeGreaterThan(5.5);
    expect(body.perWeek).toBeLessThan(8.5);
    expect(body.hoursToday).toBeGreaterThan(150);
    expect(body.unseenMonths.every((month: number) => month >= 1 && month <= 12)).toBe(true);
    expect((await server.http.get('/api/units/WK-6/outlook').expect(200)).body.hoursToday).toBeNull();
  });
});

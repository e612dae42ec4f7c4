import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { type TestServer, startServer } from '../testing/server.ts';
import { LOOSE, INSIDE, draft, openShop, signedCheck } from '../testing/shop.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer('2026-11-01T17:00:00Z', { timeZone: 'America/Chicago' });
  const shop = await openShop(server);
  const soon = await shop.family({ intervalHours: null, breakInHours: null, intervalMonths: 15 });
  const later = await shop.family({ intervalHours: null, breakInHours: null, intervalMonths: 24 });
  const since = { inServiceOn: '2025-11-15' };
  await shop.unit('SG-1', soon, since);
  await shop.unit('SG-2', later, since);
  await shop.unit('SG-3', later, { ...since, use: 'stored' });
  await shop.unit('SG-4', later, { ...since, use: 'retired' });
  await signedCheck(server, 'SG-3', draft({ found: LOOSE }, { found: INSIDE }));
});
afterAll(() => server.stop());

const units = async () => (await server.http.get('/api/storage-list/units').expect(200)).body;
const first = async () =>
  Object.fromEntries(
    (await units()).lines.map((each: { tag: string; checkFirst: boolean }) => [each.tag, each.checkFirst]),
  );

it('says which units are checked before they go: what is open, and what is due before they work again', async () => {
  expect((await server.http.get('/api/storage-list').expect(200)).body.seasonFrom).toBeNull();
  expect(await first()).toEqual({ 'SG-1': false, 'SG-2': false, 'SG-3': true });
  const { number, own } = (await server.http.get('/api/shop-rules')).body;
  const body = { id: '5f0f7f0e-0000-4000-8000-000000000001', familyId: null, number, reason: 'Winter.' };
  const workingSeason = { kind: 'season', from: '04-01', to: '10-31' };
  await server.http
    .post('/api/shop-rules')
    .send({ ...body, own: { ...own, workingSeason } })
    .expect(200);
  expect((await server.http.get('/api/storage-list')).body.seasonFrom).toBe('2027-04-01');
  // Due on 15 February, before it works again.
  expect(await first()).toEqual({ 'SG-1': true, 'SG-2': false, 'SG-3': true });
});

it('the list belongs to the shop; of two concurrent changes the second is refused as stale', async () => {
  const { items, version } = (await server.http.get('/api/storage-list')).body;
  expect(items.length).toBeGreaterThan(2);
  const change = (lines: string[], based = version) =>
    server.http.put('/api/storage-list').send({ items: lines, version: based });
  expect((await change(['Drain the fuel']).expect(200)).body).toMatchObject({ items: ['Drain the fuel'], version: 2 });
  expect((await change(['Something else']).expect(409)).body).toMatchObject({ code: 'stale-version' });
  expect((await change([], 2).expect(200)).body.items).toEqual([]);
});

import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { type TestServer, startServer } from '../testing/server.ts';
import { unitBody } from '../testing/bodies.ts';
import { type Shop, openShop } from '../testing/shop.ts';

let server: TestServer;
let shop: Shop;
let familyId: string;
let siteId: string;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  shop = await openShop(server);
  familyId = await shop.family({ code: 'Chert 165' });
  for (let number = 1; number <= 30; number += 1) {
    await shop.unit(`PW-${String(number).padStart(3, '0')}`, familyId, {
      kind: number % 2 === 0 ? 'Pump' : 'Mower',
      serial: `88-${number} Q`,
      stamping: `C165 ${number}B`,
    });
  }
  siteId = (await server.http.get('/api/sites')).body[0].id;
});
afterAll(() => server.stop());

const unit = (change: object = {}) => unitBody({ familyId, siteId }, change);

it('lists every unit once, page by page, filtered on the server', async () => {
  const tags: string[] = [];
  let cursor: string | null = null;
  do {
    const { body } = await server.http.get('/api/register').query({ limit: 7, ...(cursor && { cursor }) });
    expect(body.total).toBe(30);
    tags.push(...body.lines.map(({ tag }: { tag: string }) => tag));
    cursor = body.next;
  } while (cursor !== null);
  expect(tags).toHaveLength(30);
  expect(tags).toEqual([...new Set(tags)].sort());
  expect((await server.http.get('/api/register').query({ kind: 'Pump' })).body.total).toBe(15);
  expect((await server.http.get('/api/register').query({ use: 'stored' })).body.total).toBe(0);
});

it.each(['88 17q', '8817', 'c-165 17 b', 'PW017', 'pw 017'])('finds a machine by “%s”', async (find) => {
  const { body } = await server.http.get('/api/find').query({ find }).expect(200);
  expect(body.units.map(({ tag }: { tag: string }) => tag)).toContain('PW-017');
});

it('creates a unit once for repeated requests, and refuses contradictions', async () => {
  const pump = unit();
  const answers = await Promise.all([1, 2, 3].map(() => server.http.post('/api/units').send(pump)));
  expect(answers.map(({ status }) => status)).toEqual([200, 200, 200]);
  expect(
    (
      await server.http
        .post('/api/units')
        .send(unit({ tag: pump.tag.toLowerCase() }))
        .expect(409)
    ).body.code,
  ).toBe('tag-taken');
  expect(
    (
      await server.http
        .post('/api/units')
        .send(unit({ familyId: randomUUID() }))
        .expect(422)
    ).body.errors[0].field,
  ).toBe('familyId');
  expect(
    (
      await server.http
        .post('/api/units')
        .send(unit({ hireUntil: '2026-09-01' }))
        .expect(422)
    ).body.errors[0].field,
  ).toBe('hireUntil');
  expect(
    (
      await server.http
        .post('/api/units')
        .send(unit({ tag: '--' }))
        .expect(422)
    ).body.code,
  ).toBe('no-tag');
});

it('refuses the second of two people who change one unit, with the stored version', async () => {
  const pump = unit();
  await server.http.post('/api/units').send(pump).expect(200);
  const { id, ...fields } = pump;
  const change = (kind: string, version = 1) => server.http.put(`/api/units/${id}`).send({ ...fields, kind, version });
  await change('Big pump').expect(200);
  await change('Big pump').expect(200);
  const { body } = await change('Small pump').expect(409);
  expect(body).toMatchObject({ code: 'stale-version', facts: { current: 2, unit: { kind: 'Big pump' } } });
});

it('moves many units at once, all or none, and their statuses follow', async () => {
  const site = { id: randomUUID(), name: 'North walks' };
  await server.http.post('/api/sites').send(site).expect(200);
  const { lines } = (await server.http.get('/api/register').query({ kind: 'Mower' })).body;
  const unitIds = lines.map(({ id }: { id: string }) => id);
  await server.http
    .post('/api/register/change')
    .send({ unitIds: [...unitIds, randomUUID()], siteId: site.id })
    .expect(422);
  expect((await server.http.get('/api/register').query({ site: 'North walks' })).body.total).toBe(0);
  const change = { unitIds, siteId: site.id, use: 'stored' };
  expect((await server.http.post('/api/register/change').send(change).expect(200)).body).toEqual({ changed: 15 });
  expect((await server.http.post('/api/register/change').send(change).expect(200)).body).toEqual({ changed: 0 });
  const { body } = await server.http.get('/api/register').query({ site: 'North walks', state: 'stored' });
  expect(body.total).toBe(15);
  await server.http.post('/api/register/change').send({ unitIds }).expect(422);
  // Absent is not null; a null once reached the database.
  const none = await server.http
    .post('/api/register/change')
    .send({ unitIds, siteId: null, use: 'stored' })
    .expect(400);
  expect(none.body.errors[0].field).toBe('siteId');
  await server.http.post('/api/register/change').send({ unitIds, use: 'stored', hireUntil: '2026-09-01' }).expect(422);
});

it('a unit without a meter is not asked for hours', async () => {
  const blower = unit({ noMeter: true });
  await server.http.post('/api/units').send(blower).expect(200);
  const { body } = await server.http.get(`/api/units/${blower.tag}/status`).expect(200);
  expect(body.reasons.map(({ code }: { code: string }) => code)).not.toContain('no-reading');
  expect(body.state).not.toBe('hours-unknown');
});

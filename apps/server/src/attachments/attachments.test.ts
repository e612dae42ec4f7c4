import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { type TestServer, startServer } from '../testing/server.ts';
import { type Shop, openShop } from '../testing/shop.ts';

let server: TestServer;
let shop: Shop;
let unitId: string;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  shop = await openShop(server);
  unitId = await shop.unit('PH-1', await shop.family({ code: 'Chert 9' }));
});
afterAll(() => server.stop());

const JPEG = Buffer.from([0xff, 0xd8, 0xff, 0xe0, ...Array<number>(40).fill(7)]);
const PDF = Buffer.from('%PDF-1.7\n1 0 obj');
const attach = (query: object, bytes: Buffer, as = server.http) =>
  as
    .post('/api/attachments')
    .query({ id: randomUUID(), name: 'plate.jpg', ...query })
    .set('Content-Type', 'application/octet-stream')
    .send(bytes);

describe('a photo beside a unit', () => {
  it('is stored once for repeated requests, and is returned byte for byte', async () => {
    const id = randomUUID();
    const sent = await Promise.all([1, 2].map(() => attach({ id, unitId, name: 'plate “ß”.jpg' }, JPEG)));
    expect(sent.map(({ status }) => status)).toEqual([200, 200]);
    const { body } = await server.http.get('/api/attachments').query({ unitId }).expect(200);
    expect(body).toMatchObject([{ id, name: 'plate “ß”.jpg', mediaType: 'image/jpeg', size: JPEG.length }]);
    const { headers, body: bytes } = await server.http.get(`/api/attachments/${id}`).expect(200);
    expect(Buffer.compare(bytes, JPEG)).toBe(0);
    expect(headers).toMatchObject({
      'content-type': 'image/jpeg',
      'x-content-type-options': 'nosniff',
      'content-security-policy': "default-src 'none'; sandbox",
    });
    expect((await attach({ id, unitId }, PDF).expect(409)).body.code).toBe('id-taken');
  });

  it('can be removed, and is no longer shown', async () => {
    const id = randomUUID();
    await attach({ id, unitId }, JPEG).expect(200);
    await server.http.delete(`/api/attachments/${id}`).expect(200);
    await server.http.delete(`/api/attachments/${id}`).expect(200);
    await server.http.get(`/api/attachments/${id}`).expect(404);
    const { body } = await server.http.get('/api/attachments').query({ unitId });
    expect(body.map((file: { id: string }) => file.id)).not.toContain(id);
  });
});

it('can be attached to an open check, is visible to every reader, and has one owner only', async () => {
  const checkId = randomUUID();
  await server.http.post('/api/units/PH-1/checks').send({ id: checkId }).expect(200);
  await attach({ checkId }, JPEG, await server.as('technician')).expect(200);
  const { body } = await server.http.get('/api/attachments').query({ checkId }).expect(200);
  expect(body).toMatchObject([{ checkId, unitId: null }]);
  expect((await attach({ checkId, unitId }, JPEG).expect(422)).body.code).toBe('beside-one');
  expect((await attach({ checkId: randomUUID() }, JPEG).expect(422)).body.code).toBe('no-such-check');
});

it('a page of the manual is attached to its source and downloaded, and its bytes are not in the audit log', async () => {
  const { id: familyId, sources } = (await server.http.get('/api/families/Chert%209')).body;
  const { body } = await attach({ sourceId: sources[0].id, name: 'page 41.pdf' }, PDF).expect(200);
  const beside = await server.http.get('/api/attachments').query({ familyId }).expect(200);
  expect(beside.body).toMatchObject([{ sourceId: sources[0].id, mediaType: 'application/pdf' }]);
  const { headers } = await server.http.get(`/api/attachments/${body.id}`);
  expect(headers['content-disposition']).toBe("attachment; filename*=UTF-8''page%2041.pdf");
  const { entries } = (await server.http.get('/api/audit-log')).body;
  const entry = entries.find(({ subjectId }: { subjectId: string }) => subjectId === body.id);
  expect(entry).toMatchObject({ subject: 'attachment', what: 'added' });
  expect(JSON.stringify(entries)).not.toContain('1 0 obj');
});

it.each<[string, object, Buffer, number, string]>([
  ['a page that could run', { name: 'photo.jpg' }, Buffer.from('<svg onload="alert(1)">'), 422, 'not-a-picture'],
  ['a program', { name: 'photo.png' }, Buffer.from('MZ\x90\0'), 422, 'not-a-picture'],
  ['an empty file', {}, Buffer.alloc(0), 422, 'not-a-picture'],
  ['what stands beside nothing', { unitId: undefined }, JPEG, 422, 'beside-one'],
  ['a unit that is not there', { unitId: randomUUID() }, JPEG, 422, 'no-such-unit'],
  ['more than is taken', {}, Buffer.concat([JPEG, Buffer.alloc(8_000_001)]), 413, 'too-large'],
])('refuses %s, and keeps nothing of it', async (_, query, bytes, status, code) => {
  const before = (await server.http.get('/api/attachments').query({ unitId })).body.length;
  const { body } = await attach({ unitId, ...query }, bytes).expect(status);
  expect(body.code).toBe(code);
  expect((await server.http.get('/api/attachments').query({ unitId })).body).toHaveLength(before);
});

it('an owner has at most a dozen attachments', async () => {
  const other = await shop.unit('PH-2', await shop.family());
  for (let at = 0; at < 12; at += 1) await attach({ unitId: other }, JPEG).expect(200);
  expect((await attach({ unitId: other }, JPEG).expect(422)).body.code).toBe('too-many-files');
});

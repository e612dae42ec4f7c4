import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { unitBody } from '../testing/bodies.ts';
import { type TestServer, startServer } from '../testing/server.ts';
import { type Shop, openShop } from '../testing/shop.ts';

let server: TestServer;
let shop: Shop;
let familyId: string;
let siteId: string;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  shop = await openShop(server);
  familyId = await shop.family({ code: 'Marl 12', stampingPattern: 'M12*' });
  siteId = (await server.http.get('/api/sites').expect(200)).body[0].id;
});
afterAll(() => server.stop());

const body = (tag: string, change: object = {}) => unitBody({ familyId, siteId }, { tag, ...change });
const stored = async (tag: string) => (await server.http.get(`/api/units/${tag}`).expect(200)).body;

it('creates a unit once for repeated requests, and refuses another under the same tag or id', async () => {
  const unit = body('UN-1', { particulars: { paintMark: 'white: top' } });
  for (let turn = 0; turn < 2; turn += 1) await server.http.post('/api/units').send(unit).expect(200);
  // Absent particulars are empty.
  expect((await stored('un 1')).particulars).toEqual({
    paintMark: 'white: top',
    markWrong: '',
    obstacle: '',
    access: '',
    parts: [],
  });
  const sameTag = await server.http.post('/api/units').send(body('un1')).expect(409);
  expect(sameTag.body).toMatchObject({ code: 'tag-taken', errors: [{ field: 'tag' }] });
  await server.http
    .post('/api/units')
    .send({ ...unit, kind: 'Mower' })
    .expect(409);
});

it('a change keeps omitted fields, needs a version, and a stale one is refused with the stored unit', async () => {
  const { id, ...fields } = body('UN-2', { note: 'n', particulars: { obstacle: 'tank', parts: ['clip'] } });
  await server.http
    .post('/api/units')
    .send({ id, ...fields })
    .expect(200);
  const change = { ...fields, kind: 'Mower', note: undefined, particulars: { access: 'left' }, version: 1 };
  for (let turn = 0; turn < 2; turn += 1) await server.http.put(`/api/units/${id}`).send(change).expect(200);
  const now = await stored('UN-2');
  expect(now).toMatchObject({ kind: 'Mower', note: 'n', version: 2 });
  expect(now.particulars).toMatchObject({ obstacle: 'tank', access: 'left', parts: ['clip'] });
  const stale = await server.http
    .put(`/api/units/${id}`)
    .send({ ...change, kind: 'Blower' })
    .expect(409);
  expect(stale.body).toMatchObject({ code: 'stale-version', facts: { unit: { kind: 'Mower', version: 2 } } });
});

it('a return day needs a unit on rent; family and site must exist', async () => {
  const wrong = async (change: object) =>
    (await server.http.post('/api/units').send(body('UN-3', change)).expect(422)).body.errors[0].field;
  expect(await wrong({ hireUntil: '2026-07-01' })).toBe('hireUntil');
  expect(await wrong({ familyId: randomUUID() })).toBe('familyId');
  expect(await wrong({ siteId: randomUUID() })).toBe('siteId');
  expect(await wrong({ tag: '--' })).toBe('tag');
});

it('many are changed together or not at all, and storage periods are recorded', async () => {
  const [one, two] = [await shop.unit('UN-4', familyId), await shop.unit('UN-5', familyId)];
  const change = (unitIds: string[], what: object) =>
    server.http.post('/api/register/change').send({ unitIds, ...what });
  await change([one, randomUUID()], { use: 'stored' }).expect(422);
  expect((await stored('UN-4')).use).toBe('in-service');
  await change([one, two], {}).expect(422);
  expect((await change([one, two], { use: 'stored' }).expect(200)).body).toMatchObject({ changed: 2 });
  // Units that already match are unchanged.
  expect((await change([one, two], { use: 'stored' }).expect(200)).body).toMatchObject({ changed: 0 });
  server.setNow('2026-06-20T08:00:00Z');
  await change([one], { use: 'on-hire', hireUntil: '2026-07-01' }).expect(200);
  expect(await stored('UN-4')).toMatchObject({ use: 'on-hire', hireUntil: '2026-07-01' });
  const spans = await server.owner.query(
    'select to_at is null as open from unit_storage where unit_id = any($1) order by to_at nulls last',
    [[one, two]],
  );
  expect(spans).toEqual([{ open: false }, { open: true }]);
});

it('the stamped plate gives the matching families', async () => {
  const fitting = async (stamping: string) =>
    (await server.http.get(`/api/families-of-stamping?stamping=${stamping}`).expect(200)).body;
  expect(JSON.stringify(await fitting('m12-7'))).toContain('Marl 12');
  expect(JSON.stringify(await fitting('K9-1'))).not.toContain('Marl 12');
});

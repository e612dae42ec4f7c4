import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { type TestServer, startServer } from '../testing/server.ts';
import { INSIDE, draft, openShop, signedCheck } from '../testing/shop.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  const shop = await openShop(server);
  const familyId = await shop.family();
  for (const tag of ['PR-1', 'PR-2', 'PR-3']) await shop.unit(tag, familyId);
});
afterAll(() => server.stop());

const report = (tag: string, body: object) => server.http.post(`/api/units/${tag}/problems`).send(body);
const open = async (tag: string) => (await server.http.get(`/api/units/${tag}/problems`).expect(200)).body;
const work = (answers: object[]) => draft({ found: INSIDE }, { found: INSIDE }, { work: { ran: 'well', answers } });

it('a repeated report counts once; other content under its id and a future day are refused', async () => {
  const body = { id: randomUUID(), symptom: 'clatter', tried: 'New plug', since: '2026-05-30' };
  for (let turn = 0; turn < 2; turn += 1) await report('PR-1', body).expect(200);
  expect(await open('PR-1')).toMatchObject([{ symptom: 'clatter', tried: 'New plug', since: '2026-05-30' }]);
  await report('PR-1', { ...body, symptom: 'hard-start' }).expect(409);
  // The id belongs to another unit's report.
  await report('PR-2', body).expect(409);
  const later = await report('PR-1', { id: randomUUID(), symptom: 'clatter', since: '2026-06-02' }).expect(422);
  expect(later.body.errors).toMatchObject([{ field: 'since' }]);
  expect(await open('PR-1')).toHaveLength(1);
  await report('PR-9', body).expect(404);
});

it('a check closes only problems that are gone; better or unchanged ones stay open', async () => {
  const ids = [randomUUID(), randomUUID(), randomUUID()];
  for (const id of ids) await report('PR-3', { id, symptom: 'low-power' }).expect(200);
  server.setNow('2026-06-02T08:00:00Z');
  await signedCheck(
    server,
    'PR-3',
    work([
      { reportId: ids[0], after: 'gone' },
      { reportId: ids[1], after: 'better' },
    ]),
  );
  const left = await open('PR-3');
  expect(left.map(({ id }: { id: string }) => id).sort()).toEqual([ids[1], ids[2]].sort());
  const [better] = await server.owner.query('select after, closed_at from problem_report where id = $1', [ids[1]]);
  expect(better).toEqual({ after: 'better', closed_at: null });
});

it('a reader may read reports and add none', async () => {
  const viewer = await server.as('viewer');
  await viewer.get('/api/units/PR-1/problems').expect(200);
  await viewer.post('/api/units/PR-1/problems').send({ id: randomUUID(), symptom: 'clatter' }).expect(403);
});

import { afterAll, beforeAll, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { randomUUID } from 'node:crypto';
import { type TestServer, startServer } from '../testing/server.ts';
import { LOOSE, INSIDE, type Shop, draft, openShop } from '../testing/shop.ts';

let server: TestServer;
let shop: Shop;
const OUTSIDE = 3;
const PAST = 14;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  shop = await openShop(server);
  const familyId = await shop.family({ code: 'Marl' });
  for (let index = 0; index < OUTSIDE + PAST; index += 1) {
    const tag = `Y-${String(index).padStart(2, '0')}`;
    await shop.unit(tag, familyId, { kind: index % 2 === 0 ? 'Pump' : 'Mower' });
    await server.http
      .post(`/api/units/${tag}/readings`)
      .send({ id: randomUUID(), hours: 20 + (index % 5), readAt: '2026-05-30T07:00:00Z' });
    if (index >= OUTSIDE) continue;
    const id = randomUUID();
    await server.http.post(`/api/units/${tag}/checks`).send({ id });
    await server.http
      .put(`/api/checks/${id}/draft`)
      .send({ version: 1, draft: draft({ found: LOOSE }, { found: INSIDE }) });
    await server.http.post(`/api/checks/${id}/sign`).send({ version: 2 }).expect(200);
  }
});
afterAll(() => server.stop());

const queue = async (query: string) => (await server.http.get(`/api/yard/queue?${query}`).expect(200)).body;

it('walks the whole queue page by page, worst first, each unit once', async () => {
  const tags: string[] = [];
  const states: string[] = [];
  let cursor = '';
  do {
    const page = await queue(`limit=4${cursor}`);
    expect(page.total).toBe(OUTSIDE + PAST);
    tags.push(...page.lines.map(({ tag }: { tag: string }) => tag));
    states.push(...page.lines.map(({ state }: { state: string }) => state));
    cursor = page.next === null ? '' : `&cursor=${page.next}`;
  } while (cursor !== '');
  expect(new Set(tags).size).toBe(OUTSIDE + PAST);
  expect(tags).toHaveLength(OUTSIDE + PAST);
  expect(states).toEqual([...Array(OUTSIDE).fill('keep-in'), ...Array(PAST).fill('overdue')]);
});

it('counts and filters alike', async () => {
  const { body } = await server.http.get('/api/yard?kind=Pump').expect(200);
  const units = body.lanes.flatMap(({ pegs }: { pegs: unknown[] }) => pegs);
  expect(units).toHaveLength(9);
  expect(body.counts.reduce((sum: number, each: { units: number }) => sum + each.units, 0)).toBe(9);
  expect((await queue('kind=Pump')).total).toBe(9);
  expect((await queue('state=keep-in')).total).toBe(OUTSIDE);
  expect((await server.http.get('/api/yard?site=Nowhere').expect(200)).body.lanes).toEqual([]);
});

it('counts the waiting items of each place', async () => {
  const waiting = async () => (await server.http.get('/api/yard/waiting').expect(200)).body;
  const before = await waiting();
  expect(before).toEqual({ units: OUTSIDE + PAST, openChecks: 0, suspectReadings: 0, followUps: 0 });
  const tag = 'Y-10';
  const readAt = '2026-05-31T07:00:00Z';
  await server.http.post(`/api/units/${tag}/readings`).send({ id: randomUUID(), hours: 1, readAt }).expect(200);
  const id = randomUUID();
  await server.http.post(`/api/units/${tag}/checks`).send({ id }).expect(200);
  expect(await waiting()).toEqual({ ...before, openChecks: 1, suspectReadings: 1 });
  await server.http.post(`/api/checks/${id}/put-aside`).send({ version: 1 }).expect(200);
  expect((await waiting()).openChecks).toBe(0);
});

it('changes with the calendar without a write', async () => {
  server.setNow('2026-08-01T08:00:00Z');
  const { body } = await server.http.get('/api/units/Y-05/status');
  expect(body.reasons.map(({ code }: { code: string }) => code)).toContain('stale-reading');
  server.setNow('2027-01-02T08:00:00Z');
  expect(
    (await server.http.get('/api/units/Y-05/status')).body.reasons.map(({ code }: { code: string }) => code),
  ).toContain('past-date');
});

it('a unit without a meter waits as hours unknown where its interval counts hours only', async () => {
  const before = (await queue('kind=Blower')).total;
  const code = 'Hours only';
  const familyId = await shop.family({ code, intervalHours: 100, intervalMonths: null, breakInHours: null });
  await shop.unit('NM-1', familyId, { kind: 'Blower', noMeter: true });
  // Its meter was never read, which is not work for the bench.
  await shop.unit('NM-2', familyId, { kind: 'Blower' });
  const { total, lines } = await queue('kind=Blower');
  expect([before, total]).toEqual([0, 1]);
  expect(lines).toMatchObject([{ tag: 'NM-1', state: 'hours-unknown', reasons: [{ code: 'no-meter' }, {}] }]);
});

it('finds a unit however its tag is typed', async () => {
  for (const find of ['y05', 'Y 05', 'y-05']) {
    expect((await server.http.get('/api/find').query({ find })).body.units).toEqual([
      expect.objectContaining({ tag: 'Y-05', family: 'Marl' }),
    ]);
  }
  expect((await server.http.get('/api/find').query({ find: '%' })).body.units).toEqual([]);
  expect((await server.http.get('/api/find').query({ find: 'marl' })).body).toMatchObject({
    families: ['Marl'],
    more: true,
    units: { length: 12 },
  });
});

it('answers any request with a result or a problem, never with a server error', async () => {
  const id = randomUUID();
  await server.http.post('/api/units/Y-06/checks').send({ id }).expect(200);
  const routes: readonly [string, string][] = [
    ['post', '/api/units/Y-06/readings'],
    ['post', '/api/units/Y-06/checks'],
    ['post', '/api/units/Y-06/problems'],
    ['put', `/api/checks/${id}/draft`],
    ['post', `/api/checks/${id}/sign`],
    ['get', '/api/yard/queue'],
    ['get', '/api/find'],
  ];
  const names = [
    'id',
    'hours',
    'readAt',
    'note',
    'version',
    'draft',
    'valves',
    'symptom',
    'signedBy',
    'find',
    'limit',
    'cursor',
    'state',
  ];
  const body = fc.dictionary(
    fc.constantFrom(...names),
    fc.oneof(fc.jsonValue(), fc.constantFrom(id, 1, 'keep-in', '2026-05-01T07:00:00Z', '\u0000', '\ud800', 1e308)),
  );
  await fc.assert(
    fc.asyncProperty(fc.constantFrom(...routes), body, async ([method, url], content) => {
      const request =
        method === 'get'
          ? server.http.get(url).query(content as object)
          : server.http[method as 'post' | 'put'](url).send(content);
      const answer = await request;
      expect(answer.status).toBeLessThan(500);
      if (answer.status >= 400)
        expect(answer.body).toMatchObject({
          code: expect.any(String),
          detail: expect.any(String),
          remedy: expect.any(String),
        });
    }),
    { numRuns: 250 },
  );
  await server.http
    .post('/api/units/Y-06/readings')
    .set('content-type', 'application/json')
    .send('{"hours": NaN}')
    .expect(400);
  for (const path of ['/api/units/%00', '/api/units/%E0%A4', '/api/nothing']) {
    expect((await server.http.get(path)).body.code).toMatch(/invalid-fields|unreadable|no-such-route/);
  }
});

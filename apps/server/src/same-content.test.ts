import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { type Agent, type TestServer, startServer } from './testing/server.ts';
import { bladeSetBody, unitBody } from './testing/bodies.ts';
import { INSIDE, draft, openShop } from './testing/shop.ts';

let server: TestServer;
let familyId: string;
let siteId: string;
let unitId: string;
let owner: Agent;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  const shop = await openShop(server);
  familyId = await shop.family({ code: 'Marl' });
  unitId = await shop.unit('U-1', familyId);
  await shop.unit('U-2', familyId);
  siteId = (await server.http.get('/api/sites')).body[0].id;
  owner = await server.as('owner');
});
afterAll(() => server.stop());

interface Write {
  readonly route: string;
  readonly body: object;
  /** The same id with one different field. */
  readonly others: readonly object[];
}
const id = randomUUID;

const WRITES: readonly [string, () => Write][] = [
  [
    'a unit',
    () => {
      const body = unitBody({ familyId, siteId });
      return { route: '/api/units', body, others: [{ kind: 'Mower' }, { hoursAtStart: 3 }, { note: 'Loud.' }] };
    },
  ],
  ['a site', () => ({ route: '/api/sites', body: { id: id(), name: id() }, others: [{ name: id() }] })],
  [
    'a reading',
    () => ({
      route: '/api/units/U-1/readings',
      body: { id: id(), readAt: '2026-05-01T07:00:00Z', hours: 3 },
      others: [{ note: 'Dim.' }, { hours: 3.1 }],
    }),
  ],
  [
    'a problem report',
    () => ({
      route: '/api/units/U-1/problems',
      body: { id: id(), symptom: 'hard-start' },
      others: [{ note: 'Cold only.' }, { symptom: 'low-power' }],
    }),
  ],
  [
    'a blade set',
    () => {
      const body = bladeSetBody();
      return {
        route: '/api/blade-sets',
        body,
        others: [{ checkedOn: '2026-05-02' }, { blades: [...body.blades, ...body.blades] }],
      };
    },
  ],
  [
    'a source',
    () => {
      const body = {
        id: id(),
        kind: 'manual',
        saidBy: 'Book',
        saidOn: '2026-05-01',
        intake: { kind: 'range', min: { value: 0.1, unit: 'mm' }, max: { value: 0.15, unit: 'mm' } },
        exhaust: null,
        note: '',
      };
      return {
        route: `/api/families/${familyId}/sources`,
        body: { ...body, exhaust: body.intake },
        others: [{ saidBy: 'Other' }, { note: 'p. 9' }],
      };
    },
  ],
  [
    'a person',
    () => ({
      route: '/api/people',
      body: { id: id(), name: 'Nell', initials: id().slice(0, 6), role: 'viewer', pin: '2580' },
      others: [{ name: 'Ned' }, { pin: '8520' }],
    }),
  ],
  ['a check', () => ({ route: '/api/units/U-2/checks', body: { id: id() }, others: [] })],
];

describe.each(WRITES)('%s', (_, make) => {
  it('counts once for two concurrent equal requests, and is unchanged by other content under its id', async () => {
    const { route, body, others } = make();
    const send = (content: object) => owner.post(route).send(content);
    const [one, two] = await Promise.all([send(body), send(body)]);
    expect([one.status, two.status]).toEqual([200, 200]);
    expect(two.body).toEqual(one.body);
    for (const other of others) {
      const answer = await send({ ...body, ...other }).expect(409);
      expect(answer.body).toMatchObject({ code: 'id-taken', facts: { stands: expect.any(Object) } });
    }
    expect((await send(body).expect(200)).body).toEqual(one.body);
  });
});

it('a file is equal if its bytes, name and owner are', async () => {
  const attach = (change: object = {}) =>
    server.http
      .post('/api/attachments')
      .query({ id: fileId, name: 'plate.jpg', unitId, ...change })
      .set('Content-Type', 'application/octet-stream')
      .send(Buffer.from([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3, 4]));
  const fileId = id();
  const [one, two] = await Promise.all([attach(), attach()]);
  expect([one.status, two.body]).toEqual([200, one.body]);
  expect((await attach({ name: 'back.jpg' }).expect(409)).body.facts.stands.name).toBe('plate.jpg');
});

it('signatures with equal content get one answer, also concurrently; other content is refused', async () => {
  const checkId = id();
  await server.http.post('/api/units/U-1/checks').send({ id: checkId }).expect(200);
  const content = draft({ found: INSIDE }, { found: INSIDE });
  await server.http.put(`/api/checks/${checkId}/draft`).send({ version: 1, draft: content }).expect(200);
  const sign = (change: object = {}) =>
    server.http.post(`/api/checks/${checkId}/sign`).send({ version: 2, note: 'All dry.', ...change });
  const [one, two] = await Promise.all([sign(), sign()]);
  expect([one.status, two.status]).toEqual([200, 200]);
  expect(two.body).toEqual(one.body);
  const { body } = await sign({ note: 'Wet.' }).expect(409);
  expect(body).toMatchObject({ code: 'check-closed', facts: { stands: { note: 'All dry.' } } });
});

it('of two different units with one id the first is kept and the second refused, also concurrently', async () => {
  const reading = { id: id(), readAt: '2026-05-02T07:00:00Z', hours: 4 };
  const answers = await Promise.all(
    ['U-1', 'U-2'].map((tag) => server.http.post(`/api/units/${tag}/readings`).send(reading)),
  );
  expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
});

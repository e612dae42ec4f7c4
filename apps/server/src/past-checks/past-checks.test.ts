import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { differingFacts } from '../unit-record/index.ts';
import { type TestServer, startServer } from '../testing/server.ts';
import { INSIDE, draft, inMm, openShop, signedCheck, type Shop } from '../testing/shop.ts';

let server: TestServer;
let shop: Shop;
let familyId: string;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  shop = await openShop(server);
  familyId = await shop.family({ code: 'Paper 1' });
});
afterAll(() => server.stop());

const valve = (kind: string, written: object) => ({ cylinder: 1, kind, ordinal: 1, ...written });
const past = (change: object = {}) => ({
  id: randomUUID(),
  doneOn: '2026-03-10',
  hours: 40,
  doneBy: 'Old notebook',
  engine: 'cold',
  unit: 'mm',
  valves: [valve('intake', { found: '0.14' }), valve('exhaust', { found: '>0.20', left: 'in spec' })],
  ...change,
});
const enter = (tag: string, body: object) => server.http.post(`/api/units/${tag}/past-checks`).send(body);
const statusOf = async (tag: string) => (await server.http.get(`/api/units/${tag}/status`).expect(200)).body;
const reading = (tag: string, hours: number, readAt: string) =>
  server.http.post(`/api/units/${tag}/readings`).send({ id: randomUUID(), hours, readAt }).expect(200);

it('counts for status and due at its own date, and is marked as entered later', async () => {
  await shop.unit('PC-1', familyId);
  await reading('PC-1', 100, '2026-05-30T08:00:00Z');
  expect((await statusOf('PC-1')).state).toBe('overdue');
  const body = past();
  const { body: check } = await enter('PC-1', body).expect(200);
  expect(check).toMatchObject({
    performedAt: '2026-03-10T12:00:00.000Z',
    hoursAt: 40,
    past: { doneOn: '2026-03-10', doneBy: 'Old notebook' },
    draft: { position: null },
  });
  expect(check.past.valves).toMatchObject([{ found: '0.14 mm' }, { found: '>0.2 mm', left: 'in spec' }]);
  expect(check.findings.map(({ verdict }: { verdict: object }) => verdict)).toMatchObject([
    { state: 'inside', how: 'proven' },
    { state: 'loose' },
    { state: 'inside', how: 'stated' },
  ]);
  // 120 h after 40 h.
  expect(await statusOf('PC-1')).toMatchObject({ state: 'ok', dueAtHours: 160 });
  expect(await differingFacts(server.database.manager)).toEqual([]);
  // Sent again it is entered once; another under its id is refused.
  expect((await enter('PC-1', body).expect(200)).body.id).toBe(check.id);
  for (const other of [{ doneBy: 'Dealer' }, { engine: 'warm' }])
    expect((await enter('PC-1', { ...body, ...other }).expect(409)).body.code).toBe('id-taken');
  const { body: page } = await server.http.get('/api/units/PC-1/checks').expect(200);
  expect(page.checks).toHaveLength(1);
});

it('does not hide what was gauged later, and reads as a course beside it', async () => {
  await shop.unit('PC-2', familyId);
  await reading('PC-2', 50, '2026-05-30T08:00:00Z');
  await signedCheck(server, 'PC-2', draft({ found: INSIDE }, { found: INSIDE }));
  await enter('PC-2', past({ valves: [valve('intake', { found: '<0.08' })], hours: null })).expect(200);
  expect((await statusOf('PC-2')).state).toBe('ok');
  // It was gauged here on the morning of June 1. A paper of that day that says in spec does not supersede it; one that
  // says out of spec keeps the unit in, because the time of day is not known.
  const ofToday = (found: string) =>
    enter('PC-2', past({ doneOn: '2026-06-01', hours: null, valves: [valve('intake', { found })] })).expect(200);
  await ofToday('in spec');
  expect((await statusOf('PC-2')).state).toBe('ok');
  const { body: loose } = await ofToday('>0.30');
  expect((await statusOf('PC-2')).reasons).toMatchObject([{ code: 'valve-outside', side: 'loose' }]);
  const struck = { id: randomUUID(), kind: 'struck', reason: 'Of another unit.' };
  await server.http.post(`/api/checks/${loose.id}/amendments`).send(struck).expect(200);
  expect((await statusOf('PC-2')).state).toBe('ok');
  const { body } = await server.http.get('/api/units/PC-2/courses').expect(200);
  const intake = body.valves.find(({ kind }: { kind: string }) => kind === 'intake');
  expect(intake.stops).toHaveLength(3);
  expect(intake.stops[0].found.gap).toMatchObject({ hi: { mm: 0.08 }, loMeasured: false });
});

it('“in spec” without a figure keeps its verdict until the spec changes', async () => {
  const other = await shop.family({ code: 'Paper 2' });
  await shop.unit('PC-3', other);
  const stated = [valve('intake', { found: 'in spec' }), valve('exhaust', { found: '0.14' })];
  await enter('PC-3', past({ valves: stated })).expect(200);
  expect((await statusOf('PC-3')).reasons.map(({ code }: { code: string }) => code)).not.toContain('valve-undecided');
  const wider = { kind: 'range', min: inMm(0.12), max: inMm(0.18) };
  const said = { kind: 'engine-label', saidBy: 'A. Reader', saidOn: '2026-02-01', note: '' };
  const source = { id: randomUUID(), ...said, intake: wider, exhaust: wider };
  await server.http.post(`/api/families/${other}/sources`).send(source).expect(200);
  await server.http
    .post(`/api/families/${other}/in-use`)
    .send({ id: randomUUID(), sourceId: source.id, reason: 'The decal is newer.', revision: 1 })
    .expect(200);
  const { reasons } = await statusOf('PC-3');
  // The interval of the figure, 0.1273 to 0.1527 mm, lies in the new window. The statement proves no gap.
  const undecided = reasons.filter(({ code }: { code: string }) => code === 'valve-undecided');
  expect(undecided).toMatchObject([{ doubt: 'stated', valve: { kind: 'intake' } }]);
});

it.each([
  ['a day to come', { doneOn: '2026-06-02' }, 'performed-later', 'doneOn'],
  ['a day before its service', { doneOn: '2025-12-31' }, 'performed-before-service', 'doneOn'],
  ['hours below a reading before', { doneOn: '2026-05-20', hours: 80 }, 'hours-do-not-fit', 'hours'],
  ['hours above a reading after', { hours: 95 }, 'hours-do-not-fit', 'hours'],
  ['a gap that cannot be read', { valves: [valve('intake', { found: 'ok' })] }, 'not-a-gap', 'valves.0.found'],
  ['a valve that it does not have', { valves: [{ ...valve('intake', {}), ordinal: 2 }] }, 'no-such-valve', 'valves.0'],
  ['no gap at all', { valves: [valve('intake', { found: '' })] }, 'nothing-written', 'valves'],
])('refuses %s at its field, and keeps nothing', async (_, change, code, field) => {
  if ((await server.http.get('/api/units/PC-4')).status === 404) {
    await shop.unit('PC-4', familyId);
    await reading('PC-4', 90, '2026-05-01T08:00:00Z');
  }
  const { body } = await enter('PC-4', past(change)).expect(422);
  expect(body).toMatchObject({ code, errors: [{ field }] });
  expect((await server.http.get('/api/units/PC-4/checks').expect(200)).body.checks).toEqual([]);
});

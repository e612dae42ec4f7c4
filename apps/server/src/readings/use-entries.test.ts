import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { differingStatuses } from '../status/index.ts';
import { type TestServer, startServer } from '../testing/server.ts';
import { INSIDE, draft, openShop, signedCheck } from '../testing/shop.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer('2026-06-01T17:00:00Z', { timeZone: 'America/Chicago' });
  const shop = await openShop(server);
  const familyId = await shop.family({ intervalHours: 50, intervalMonths: null, breakInHours: 20 });
  await shop.unit('NM-1', familyId, { noMeter: true, hoursAtStart: 5 });
  await shop.unit('NM-2', familyId);
});
afterAll(() => server.stop());

const entry = (change: object = {}) => ({
  id: randomUUID(),
  fromDay: '2026-05-04',
  toDay: '2026-05-10',
  basis: 'days',
  amount: 3.5,
  rate: 4,
  ...change,
});
const enter = (body: object, tag = 'NM-1') => server.http.post(`/api/units/${tag}/use`).send(body);
const status = async () => (await server.http.get('/api/units/NM-1/status').expect(200)).body;

it('hours of a unit without a meter follow from its days and its fuel, always as an estimate', async () => {
  expect(await status()).toMatchObject({ state: 'hours-unknown', hoursNow: null, reasons: [{ code: 'no-meter' }, {}] });
  const first = entry();
  expect((await enter(first).expect(200)).body).toMatchObject({ hours: 14, enteredBy: 'Test lead', voided: false });
  await enter(first).expect(200);
  expect(await status()).toMatchObject({ hoursNow: 19, dueAtHours: 25, hoursLeft: 6 });
  const fuel = entry({ fromDay: '2026-05-11', toDay: '2026-05-31', basis: 'fuel', amount: 5.4, rate: 0.6 });
  await enter(fuel).expect(200);
  const past = await status();
  expect(past).toMatchObject({ state: 'overdue', hoursNow: 28 });
  expect(past.reasons[0]).toMatchObject({ code: 'past-hours', hoursPast: 3, estimated: true });
  // A check restarts the interval from the hours as estimated by then.
  await signedCheck(server, 'NM-1', draft({ found: INSIDE }, { found: INSIDE }));
  expect(await status()).toMatchObject({ state: 'ok', dueAtHours: 78 });
  const [listed] = (await server.http.get('/api/units/NM-1/use').expect(200)).body;
  await server.http.post(`/api/use/${listed.id}/void`).expect(200);
  await server.http.post(`/api/use/${listed.id}/void`).expect(200);
  expect(await status()).toMatchObject({ hoursNow: 19 });
  expect(await differingStatuses(server.database.manager)).toEqual([]);
});

it.each([
  ['a last day before the first', { toDay: '2026-04-01', fromDay: '2026-04-02' }, 422, 'toDay'],
  ['a day that is still to come', { fromDay: '2026-06-01', toDay: '2026-06-02' }, 422, 'toDay'],
  ['more days than there are', { fromDay: '2026-04-01', toDay: '2026-04-02', amount: 3 }, 422, 'amount'],
  ['a day of 25 hours', { fromDay: '2026-04-01', toDay: '2026-04-02', amount: 1, rate: 25 }, 422, 'rate'],
  [
    'more fuel than the days burn',
    { fromDay: '2026-04-01', toDay: '2026-04-01', basis: 'fuel', amount: 50, rate: 1 },
    422,
    'amount',
  ],
  ['no rate', { fromDay: '2026-04-01', toDay: '2026-04-02', rate: 0 }, 400, 'rate'],
  ['days that are entered already', {}, 409, 'fromDay'],
])('refuses %s at its field', async (_, wrong, code, field) => {
  const { body } = await enter(entry(wrong)).expect(code);
  expect(body.errors).toMatchObject([{ field }]);
});

it('a unit with a meter is read, not estimated', async () => {
  expect((await enter(entry(), 'NM-2').expect(422)).body.code).toBe('has-meter');
});

it('hours of a unit that once had a meter continue from its last reading', async () => {
  const { tag, ...unit } = (await server.http.get('/api/units/NM-2').expect(200)).body;
  for (const [hours, day] of [
    [40, '2026-05-01'],
    [60, '2026-05-12'],
  ])
    await server.http
      .post('/api/units/NM-2/readings')
      .send({ id: randomUUID(), hours, readAt: `${day}T07:00:00Z` })
      .expect(200);
  const { id, family, site: _site, version, ...fields } = unit;
  const lost = { ...fields, tag, familyId: family.id, noMeter: true, version };
  await server.http.put(`/api/units/${id}`).send(lost).expect(200);
  // Days before the last reading are already part of it.
  await enter(entry({ fromDay: '2026-05-04', toDay: '2026-05-05', amount: 2 }), 'NM-2').expect(200);
  await enter(entry({ fromDay: '2026-05-20', toDay: '2026-05-22', amount: 2 }), 'NM-2').expect(200);
  expect((await server.http.get('/api/units/NM-2/status').expect(200)).body.hoursNow).toBe(68);
});

it('no use is dated before the day on which its unit went into service', async () => {
  const early = entry({ fromDay: '2025-12-30', toDay: '2026-01-05' });
  const { body } = await enter(early).expect(422);
  expect(body).toMatchObject({ code: 'use-contradicts-itself', errors: [{ field: 'fromDay' }] });
});

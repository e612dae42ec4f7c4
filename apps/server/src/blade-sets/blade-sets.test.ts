import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { bladeSetBody } from '../testing/bodies.ts';
import { type TestServer, startServer } from '../testing/server.ts';
import { INSIDE, draft, inMm, openShop, signedCheck } from '../testing/shop.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
});
afterAll(() => server.stop());

const enter = (body: object) => server.http.post('/api/blade-sets').send(body);
const blade = (value: number, more: object = {}) => ({ printed: inMm(value), measuredMm: null, ...more });
const all = async () => (await server.http.get('/api/blade-sets').expect(200)).body;

it('keeps blades thinnest first, by what was measured where it was', async () => {
  const set = bladeSetBody({ blades: [blade(0.2), blade(0.1), blade(0.15, { measuredMm: 0.155 })] });
  for (let turn = 0; turn < 2; turn += 1) await enter(set).expect(200);
  const [kept] = (await all()).filter(({ id }: { id: string }) => id === set.id);
  expect(kept.blades.map(({ printed }: { printed: { value: number } }) => printed.value)).toEqual([0.1, 0.15, 0.2]);
  await enter({ ...set, blades: [blade(0.3)] }).expect(409);
});

it.each([
  ['too thick', blade(5), /no feeler blade/],
  ['measured far from its print', blade(0.1, { measuredMm: 0.2 }), /was measured as 0.2/],
  [
    'two prints that are not one thickness',
    blade(0.1, { alsoPrinted: { value: 10, unit: 'thou' } }),
    /not one thickness/,
  ],
  ['bent and still in use', blade(0.1, { flaw: 'bent' }), /still in use/],
  ['unreadable and not measured', blade(0.1, { unreadable: true }), /was not measured/],
])('a blade %s is refused at its line', async (_, wrong, words) => {
  const { body } = await enter(bladeSetBody({ blades: [blade(0.05), wrong] })).expect(422);
  expect(body.errors).toMatchObject([{ field: 'blades.1', problem: expect.stringMatching(words) }]);
});

it('a stale change is refused with the stored set; an overdue check of the set follows the shop’s calendar', async () => {
  const { id, ...fields } = bladeSetBody({ name: 'Bench 2', checkDueOn: '2026-06-01' });
  await enter({ id, ...fields }).expect(200);
  const stateOf = async () => (await all()).find((each: { id: string }) => each.id === id);
  expect((await stateOf()).checkPastDue).toBe(false);
  server.setNow('2026-06-02T00:30:00Z');
  expect((await stateOf()).checkPastDue).toBe(true);
  const change = (version: number, more: object = {}) =>
    server.http.put(`/api/blade-sets/${id}`).send({ ...fields, ...more, version });
  await change(1, { checkDueOn: '2026-12-01' }).expect(200);
  const stale = await change(1, { name: 'Bench 3' }).expect(409);
  expect(stale.body.facts.bladeSet).toMatchObject({ name: 'Bench 2', version: 2, checkDueOn: '2026-12-01' });
  expect((await change(2, { checkDueOn: '2026-01-01' }).expect(422)).body.errors).toMatchObject([
    { field: 'checkDueOn' },
  ]);
});

it('a changed tolerance affects later gaugings, and a signed verdict stays', async () => {
  const shop = await openShop(server);
  await shop.unit('BL-1', await shop.family());
  const { id, ...fields } = bladeSetBody({ blades: [blade(0.1), blade(0.13), blade(0.15)] });
  await enter({ id, ...fields }).expect(200);
  const content = { ...draft({ found: INSIDE }, { found: INSIDE }), bladeSetId: id };
  const checkId = await signedCheck(server, 'BL-1', content);
  const before = (await server.http.get(`/api/checks/${checkId}`).expect(200)).body.findings;
  await server.http
    .put(`/api/blade-sets/${id}`)
    .send({ ...fields, toleranceMm: 0.03, version: 1 })
    .expect(200);
  expect((await server.http.get(`/api/checks/${checkId}`).expect(200)).body.findings).toEqual(before);
  const open = randomUUID();
  await server.http.post('/api/units/BL-1/checks').send({ id: open }).expect(200);
  await server.http.put(`/api/checks/${open}/draft`).send({ version: 1, draft: content }).expect(200);
  await server.http.post(`/api/checks/${open}/sign`).send({ version: 2 }).expect(200);
  const after = (await server.http.get(`/api/checks/${open}`).expect(200)).body.findings;
  const width = ({ gap }: { gap: { lo: { mm: number }; hi: { mm: number } } }) => gap.hi.mm - gap.lo.mm;
  expect(width(after[0])).toBeGreaterThan(width(before[0]) + 0.03);
});

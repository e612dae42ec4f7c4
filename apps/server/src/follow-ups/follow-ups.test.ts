import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { type TestServer, startServer } from '../testing/server.ts';
import { INSIDE, LOOSE, type Shop, draft, openShop } from '../testing/shop.ts';

let server: TestServer;
let shop: Shop;
let familyId: string;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  shop = await openShop(server);
  familyId = await shop.family({ intervalHours: null, breakInHours: null });
});
afterAll(() => server.stop());

let minutes = 0;
/** A check in one go, a minute after the one before; what the signature was answered. */
async function check(tag: string, content: object) {
  const id = randomUUID();
  server.setNow(new Date(Date.UTC(2026, 5, 1, 8, (minutes += 1))).toISOString());
  await server.http.post(`/api/units/${tag}/checks`).send({ id }).expect(200);
  await server.http.put(`/api/checks/${id}/draft`).send({ version: 1, draft: content }).expect(200);
  return { id, signed: await server.http.post(`/api/checks/${id}/sign`).send({ version: 2 }) };
}
const NOT_GAUGED = draft({ found: [] }, { found: [] });
const GAUGED = draft({ found: INSIDE }, { found: INSIDE });
const status = async (tag: string) => (await server.http.get(`/api/units/${tag}/status`)).body;
const ofUnit = async (tag: string) => (await server.http.get(`/api/units/${tag}/follow-ups`)).body;
const NEW_SCREW = { what: 'Fit a new adjusting screw', part: 'Screw M6', who: 'Rosa', by: '2026-06-09' };

it('work that could not be done keeps the unit in until its follow-up is closed', async () => {
  await shop.unit('FU-1', familyId);
  const work = { outcome: 'could-not' };
  const { id, signed } = await check('FU-1', { ...NOT_GAUGED, work });
  expect(signed.body).toMatchObject({ status: 422, code: 'no-follow-up' });
  // It can be signed without a gauging, because the work was attempted.
  await server.http
    .put(`/api/checks/${id}/draft`)
    .send({ version: 2, draft: { ...NOT_GAUGED, work: { ...work, followUps: [NEW_SCREW] } } })
    .expect(200);
  await server.http.post(`/api/checks/${id}/sign`).send({ version: 3 }).expect(200);
  const { state, reasons } = await status('FU-1');
  expect(state).toBe('keep-in');
  expect(reasons[0]).toMatchObject({ code: 'follow-up', what: NEW_SCREW.what, by: '2026-06-09' });

  const [open] = await ofUnit('FU-1');
  expect(open).toMatchObject({ kind: 'unfinished', ...NEW_SCREW, closedAt: null });
  const close = (note: string) => server.http.post(`/api/follow-ups/${open.id}/close`).send({ note });
  expect((await close('Fitted.').expect(200)).body.closedBy).not.toBe('');
  await close('Fitted.').expect(200);
  expect((await close('Something else.').expect(409)).body.code).toBe('follow-up-closed');
  expect((await status('FU-1')).state).toBe('never-checked');
});

it('nothing to adjust is not signed over a valve that is out of spec', async () => {
  await shop.unit('FU-9', familyId);
  const work = { outcome: 'no-adjustment' };
  const { id, signed } = await check('FU-9', { ...draft({ found: INSIDE }, { found: LOOSE }), work });
  expect(signed.body).toMatchObject({ status: 422, code: 'outcome-contradicts-gaps' });
  await server.http
    .put(`/api/checks/${id}/draft`)
    .send({ version: 2, draft: { ...GAUGED, work } })
    .expect(200);
  await server.http.post(`/api/checks/${id}/sign`).send({ version: 3 }).expect(200);
});

it('parts that are still off need a statement before the signature', async () => {
  await shop.unit('FU-0', familyId);
  const off = [
    { name: 'cowl', back: true },
    { name: 'air filter', back: false },
  ];
  const { id, signed } = await check('FU-0', { ...GAUGED, work: { off } });
  expect(signed.body).toMatchObject({ status: 422, code: 'parts-off', detail: 'Still off: air filter.' });
  await server.http.post(`/api/checks/${id}/sign`).send({ version: 2, note: 'Filter is washed.' }).expect(200);
});

it('a check without a run is confirmed by a later run or by closing its follow-up, and does not keep the unit in', async () => {
  await shop.unit('FU-2', familyId);
  await check('FU-2', { ...GAUGED, work: { ran: 'later' } });
  expect(await status('FU-2')).toMatchObject({ state: 'undecided', reasons: [{ code: 'to-prove' }] });
  await check('FU-2', { ...GAUGED, work: { ran: 'well' } });
  expect(await status('FU-2')).toMatchObject({ state: 'ok', reasons: [] });
  expect(await ofUnit('FU-2')).toMatchObject([{ kind: 'prove-at-work', closingNote: 'Ran well at a later check.' }]);
});

it('a later check that did the work closes the follow-up with its signature', async () => {
  await shop.unit('FU-5', familyId);
  await check('FU-5', { ...GAUGED, work: { followUps: [NEW_SCREW] } });
  const [{ id: followUpId }] = await ofUnit('FU-5');
  const { id } = await check('FU-5', { ...GAUGED, work: { closes: [{ followUpId }, { followUpId: randomUUID() }] } });
  expect(await ofUnit('FU-5')).toMatchObject([{ closingNote: 'Done at a later check.' }]);
  expect((await status('FU-5')).state).toBe('ok');
  // Striking the check out reopens the follow-up; restoring it closes it again.
  const amend = (kind: string) =>
    server.http.post(`/api/checks/${id}/amendments`).send({ id: randomUUID(), kind, reason: 'Wrong machine.' });
  await amend('struck').expect(200);
  expect(await ofUnit('FU-5')).toMatchObject([{ closedAt: null }]);
  expect((await status('FU-5')).state).toBe('keep-in');
  await amend('restored').expect(200);
  expect((await status('FU-5')).state).toBe('ok');
});

it('follow-ups of a struck-out check are withdrawn, and return when it is restored', async () => {
  await shop.unit('FU-3', familyId);
  const { id } = await check('FU-3', { ...GAUGED, work: { followUps: [NEW_SCREW] } });
  const amend = (kind: string) =>
    server.http.post(`/api/checks/${id}/amendments`).send({ id: randomUUID(), kind, reason: 'Wrong machine.' });
  await amend('struck').expect(200);
  expect(await ofUnit('FU-3')).toEqual([]);
  await amend('restored').expect(200);
  expect(await status('FU-3')).toMatchObject({ state: 'keep-in' });
});

it('a problem that is the same after the check stays open, also after a whole one', async () => {
  await shop.unit('FU-4', familyId);
  const report = async (symptom: string) => {
    const id = randomUUID();
    await server.http.post('/api/units/FU-4/problems').send({ id, symptom }).expect(200);
    return id;
  };
  const [clatter, smoke] = [await report('clatter'), await report('other')];
  const answers = [
    { reportId: clatter, after: 'gone' },
    { reportId: smoke, after: 'same' },
  ];
  await check('FU-4', { ...GAUGED, work: { answers } });
  const open = (await server.http.get('/api/units/FU-4/problems')).body;
  expect(open.map(({ id }: { id: string }) => id)).toEqual([smoke]);
  // An answer also closes its report after a partial check.
  await check('FU-4', {
    ...draft({ found: INSIDE }, { found: [] }),
    work: { answers: [{ reportId: smoke, after: 'gone' }] },
  });
  expect((await server.http.get('/api/units/FU-4/problems')).body).toEqual([]);
});

it('lists everything open in the shop by its day, page by page, each once; a forged place is refused or past the end', async () => {
  const code = `Many ${randomUUID().slice(0, 8)}`;
  const many = await shop.family({ code, intervalHours: null, breakInHours: null });
  const days = ['2026-07-02', null, '2026-07-01'];
  for (const [at, by] of Array.from({ length: 21 }, (_, place) => [place, days[place % 3] ?? null] as const)) {
    await shop.unit(`FM-${at}`, many);
    const followUps = [1, 2, 3].map((each) => ({ ...NEW_SCREW, what: `${at}.${each}`, by }));
    await check(`FM-${at}`, { ...NOT_GAUGED, work: { outcome: 'to-dealer', followUps } });
  }
  const seen: { family: string; what: string; by: string | null }[] = [];
  let cursor: string | null = '';
  while (cursor !== null) {
    const { body } = await server.http.get('/api/follow-ups').query(cursor === '' ? {} : { cursor });
    seen.push(...body.lines);
    cursor = body.next;
  }
  const own = seen.filter(({ family }) => family === code);
  expect(new Set(own.map(({ what }) => what)).size).toBe(63);
  expect(own).toHaveLength(63);
  expect(own.map(({ by }) => by ?? 'later')).toEqual(own.map(({ by }) => by ?? 'later').toSorted());
  const forged = Buffer.from(JSON.stringify(['no day', 1e300, 'no id'])).toString('base64url');
  await server.http.get('/api/follow-ups').query({ cursor: forged }).expect(200);
  await server.http.get('/api/follow-ups').query({ cursor: 'x' }).expect(400);
});

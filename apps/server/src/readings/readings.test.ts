import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { type TestServer, startServer } from '../testing/server.ts';
import { type Shop, openShop } from '../testing/shop.ts';

let server: TestServer;
let shop: Shop;
let familyId: string;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  shop = await openShop(server);
  familyId = await shop.family();
});
afterAll(() => server.stop());

const send = (tag: string, hours: unknown, readAt: string, id: string = randomUUID()) =>
  server.http.post(`/api/units/${tag}/readings`).send({ id, hours, readAt });
const hoursOf = async (tag: string): Promise<number | null> =>
  (await server.http.get(`/api/units/${tag}/status`)).body.hoursNow;

describe('a meter reading', () => {
  it('changes the hours if it adds up; otherwise it is kept as suspect without effect', async () => {
    await shop.unit('RD-1', familyId);
    expect((await send('rd 1', 10, '2026-05-01T07:00:00Z').expect(200)).body).toMatchObject({
      state: 'accepted',
      suspicions: [],
    });
    const back = (await send('RD-1', 4, '2026-05-02T07:00:00Z').expect(200)).body;
    expect(back).toMatchObject({
      state: 'suspect',
      suspicions: [{ code: 'backwards', previousHours: 10, byHours: 6 }, { code: 'new-meter' }],
    });
    const impossible = (await send('RD-1', 300, '2026-05-03T07:00:00Z').expect(200)).body;
    expect(impossible).toMatchObject({
      state: 'suspect',
      suspicions: [{ code: 'more-than-a-day-holds' }, { code: 'tenfold', likelyHours: 30 }],
    });
    expect(await hoursOf('RD-1')).toBe(10);
    // Suspect readings are not a base: this one follows from 10 h.
    expect((await send('RD-1', 14.5, '2026-05-04T07:00:00Z')).body.state).toBe('accepted');
    expect(await hoursOf('RD-1')).toBe(14.5);
    expect((await server.http.get('/api/units/RD-1/readings')).body).toHaveLength(4);
  });

  it('sent twice counts once; another one under the same id is refused', async () => {
    await shop.unit('RD-2', familyId);
    const id = randomUUID();
    const [first, again] = await Promise.all([
      send('RD-2', 8, '2026-05-01T07:00:00Z', id),
      send('RD-2', 8, '2026-05-01T07:00:00Z', id),
    ]);
    expect(first?.body).toEqual(again?.body);
    expect((await server.http.get('/api/units/RD-2/readings')).body).toHaveLength(1);
    expect((await send('RD-2', 9, '2026-05-01T07:00:00Z', id).expect(409)).body).toMatchObject({ code: 'id-taken' });
  });

  it('settled as a new meter, hours continue from there', async () => {
    await shop.unit('RD-3', familyId);
    await send('RD-3', 60, '2026-05-01T07:00:00Z');
    const { id } = (await send('RD-3', 5, '2026-05-11T07:00:00Z')).body;
    const settle = (decision: string) => server.http.post(`/api/readings/${id}/settle`).send({ decision });
    await settle('rolled-over').expect(422);
    expect((await settle('new-meter').expect(200)).body.state).toBe('accepted');
    expect(await hoursOf('RD-3')).toBe(65);
    await settle('new-meter').expect(200);
    expect((await settle('rejected').expect(409)).body.code).toBe('settled-already');
    await send('RD-3', 9, '2026-05-12T07:00:00Z');
    expect(await hoursOf('RD-3')).toBe(69);
  });

  it('is evaluated one after the other when many arrive at once', async () => {
    await shop.unit('RD-4', familyId);
    const answers = await Promise.all(
      Array.from({ length: 12 }, (_, index) =>
        send('RD-4', 10 + index, `2026-05-${String(index + 1).padStart(2, '0')}T07:00:00Z`),
      ),
    );
    expect(answers.map(({ body }) => body.state)).toEqual(Array(12).fill('accepted'));
    expect(await hoursOf('RD-4')).toBe(21);
  });

  it.each([
    ['hours with a comma', { hours: '12,5' }, 'hours'],
    ['not a number', { hours: 'NaN' }, 'hours'],
    ['nothing', { hours: null }, 'hours'],
    ['less than nothing', { hours: -1 }, 'hours'],
    ['a day that is none', { readAt: '2026-02-31T07:00:00Z' }, 'readAt'],
    ['a time without a zone', { readAt: '2026-02-03 07:00' }, 'readAt'],
    ['no id', { id: 'mine' }, 'id'],
    ['an unknown field', { hour: 5 }, 'hour'],
    ['a note that cannot be stored', { note: 'a\u0000b' }, 'note'],
    ['half a character', { note: 'a\ud800b' }, 'note'],
  ])('refuses %s at its field and keeps nothing', async (_, wrong, field) => {
    const { body } = await server.http
      .post('/api/units/RD-1/readings')
      .send({ id: randomUUID(), hours: 20, readAt: '2026-05-20T07:00:00Z', ...wrong })
      .expect(400);
    expect(body).toMatchObject({
      code: 'invalid-fields',
      errors: [{ field, problem: expect.any(String), remedy: expect.any(String) }],
    });
    expect(await hoursOf('RD-1')).toBe(14.5);
  });

  it('of many people at the same moment is stored with those of the others, each under its sender', async () => {
    const people = [await server.as('technician'), await server.as('lead')] as const;
    const sent = Array.from({ length: 24 }, (_, index) => ({
      tag: `RT-${index}`,
      by: index % 2 === 0 ? (0 as const) : (1 as const),
      reading: { id: randomUUID(), hours: index === 7 ? 9000 : 10 + index, readAt: '2026-05-04T07:00:00Z' },
    }));
    for (const { tag } of sent.slice(1)) await shop.unit(tag, familyId);
    const answers = await Promise.all(
      sent.map(({ tag, by, reading }) => people[by].post(`/api/units/${tag}/readings`).send(reading)),
    );
    expect(answers.map((answer) => answer.body.code ?? answer.body.state)).toEqual(
      sent.map((_, index) => ['no-such-unit', 'accepted', 'suspect'][index === 0 ? 0 : index === 7 ? 2 : 1]),
    );
    expect(await hoursOf('RT-23')).toBe(33);
    const audited = await server.database.query<{ id: string; by: string; read_by: string; at_once: string }[]>(
      `select reading.id, actor_name as by, read_by, reading.xmin::text as at_once
       from audit_entry join reading on reading.id = subject_id where subject_id = any($1)`,
      [sent.map(({ reading }) => reading.id)],
    );
    const expected = sent.slice(1).map(({ reading: { id }, by }) => [id, ['Test technician', 'Test lead'][by]]);
    expect(new Map(audited.map(({ id, by }) => [id, by]))).toEqual(new Map(expected as [string, string][]));
    expect(audited.every(({ by, read_by: readBy }) => by === readBy)).toBe(true);
    expect(new Set(audited.map(({ at_once: transaction }) => transaction)).size).toBeLessThan(audited.length);
  });

  it('names the tag that no unit carries', async () => {
    const { body, type } = await send('NO-SUCH', 1, '2026-05-01T07:00:00Z').expect(404);
    expect(type).toBe('application/problem+json');
    expect(body).toMatchObject({ code: 'no-such-unit', errors: [{ field: 'tag' }] });
  });
});

it('a reading that counted is amended by a lead with a reason: what it showed stays, the hours follow', async () => {
  await shop.unit('RD-9', familyId);
  await send('RD-9', 10, '2026-05-01T07:00:00Z');
  const { id } = (await send('RD-9', 40, '2026-05-11T07:00:00Z')).body;
  const amend = (decision: string, reason: string) =>
    server.http.post(`/api/readings/${id}/amend`).send({ decision, reason });
  await amend('rejected', 'Read off the machine beside it.').expect(200);
  // Sent again after a lost answer.
  expect((await amend('rejected', 'Read off the machine beside it.').expect(200)).body).toMatchObject({
    hours: 40,
    state: 'rejected',
    settledBy: 'Test lead',
    settledReason: 'Read off the machine beside it.',
  });
  expect(await hoursOf('RD-9')).toBe(10);
  expect((await amend('rejected', 'Another reason.').expect(409)).body.code).toBe('settled-already');
  await amend('as-read', 'It was this one after all.').expect(200);
  expect(await hoursOf('RD-9')).toBe(40);
  const odd = (await send('RD-9', 3, '2026-05-12T07:00:00Z')).body;
  const early = await server.http.post(`/api/readings/${odd.id}/amend`).send({ decision: 'rejected', reason: 'Odd.' });
  expect(early.body.code).toBe('not-settled');
});

describe('meters of a unit', () => {
  const settle = (id: string, decision: string, more: object = {}) =>
    server.http.post(`/api/readings/${id}/settle`).send({ decision, ...more });
  const meters = async (tag: string) => (await server.http.get(`/api/units/${tag}/meters`).expect(200)).body;

  it('a roll-over belongs to the meter: the same reading again counts once, late ones find their lap', async () => {
    await shop.unit('MT-1', familyId);
    await send('MT-1', 940, '2026-03-10T07:00:00Z');
    await send('MT-1', 990, '2026-03-20T07:00:00Z');
    const { body } = await send('MT-1', 10, '2026-03-30T07:00:00Z');
    expect(body.suspicions).toContainEqual({ code: 'roll-over', modulus: 1000, addedHours: 20, side: 'before' });
    await settle(body.id, 'rolled-over').expect(200);
    expect(await hoursOf('MT-1')).toBe(1010);
    expect((await send('MT-1', 10, '2026-03-30T07:00:00Z')).body).toMatchObject({ state: 'accepted', suspicions: [] });
    expect(await hoursOf('MT-1')).toBe(1010);
    expect((await send('MT-1', 5, '2026-03-28T07:00:00Z')).body.state).toBe('accepted');
    expect((await send('MT-1', 18, '2026-04-02T07:00:00Z')).body.state).toBe('accepted');
    expect(await hoursOf('MT-1')).toBe(1018);
    expect(await meters('MT-1')).toMatchObject([{ fittedAt: null, modulusHours: 1000 }]);
  });

  it('a late reading before a new meter counts on the old one: 998 h', async () => {
    await shop.unit('MT-2', familyId);
    await send('MT-2', 990, '2026-03-20T07:00:00Z');
    const { id } = (await send('MT-2', 3, '2026-03-22T07:00:00Z')).body;
    await settle(id, 'new-meter', { reason: 'Flooded.' }).expect(200);
    expect(await hoursOf('MT-2')).toBe(993);
    expect((await send('MT-2', 995, '2026-03-21T07:00:00Z')).body.state).toBe('accepted');
    expect(await hoursOf('MT-2')).toBe(998);
    expect(await meters('MT-2')).toMatchObject([
      { fittedAt: '2026-03-22T07:00:00.000Z', startedAtHours: 0, reason: 'Flooded.', enteredBy: 'Test lead' },
    ]);
  });

  it('a roll-over revealed by a late reading shifts everything after it', async () => {
    await shop.unit('MT-3', familyId);
    await send('MT-3', 10, '2026-03-30T07:00:00Z');
    await send('MT-3', 14, '2026-04-01T07:00:00Z');
    const { body } = await send('MT-3', 990, '2026-03-25T07:00:00Z');
    expect(body.suspicions).toContainEqual({ code: 'roll-over', modulus: 1000, addedHours: 20, side: 'after' });
    await settle(body.id, 'rolled-over').expect(200);
    expect(await hoursOf('MT-3')).toBe(1014);
  });

  it('a new meter cannot have started above what it shows: hours never fall below what was run', async () => {
    await shop.unit('MT-4', familyId);
    await send('MT-4', 60, '2026-05-01T07:00:00Z');
    const { id } = (await send('MT-4', 3, '2026-05-05T07:00:00Z')).body;
    const { body } = await settle(id, 'new-meter', { startedAtHours: 999_999 }).expect(422);
    expect(body).toMatchObject({ code: 'started-above-reading', errors: [{ field: 'startedAtHours' }] });
    expect(await hoursOf('MT-4')).toBe(60);
  });

  it('is withdrawn with the reading that revealed it, unless it has other readings', async () => {
    await shop.unit('MT-5', familyId);
    await send('MT-5', 60, '2026-05-01T07:00:00Z');
    const { id } = (await send('MT-5', 5, '2026-05-11T07:00:00Z')).body;
    await settle(id, 'new-meter').expect(200);
    const amend = (reason: string) =>
      server.http.post(`/api/readings/${id}/amend`).send({ decision: 'rejected', reason });
    await amend('Read off the machine beside it.').expect(200);
    expect(await meters('MT-5')).toEqual([]);
    expect((await send('MT-5', 66, '2026-05-12T07:00:00Z')).body.state).toBe('accepted');
    expect(await hoursOf('MT-5')).toBe(66);
  });

  it('many are settled in one request independently, and undone while nothing depends on them', async () => {
    await shop.unit('MT-6', familyId);
    await send('MT-6', 100, '2026-05-01T07:00:00Z');
    const tenfold = (await send('MT-6', 1041, '2026-05-02T07:00:00Z')).body;
    expect(tenfold.suspicions).toContainEqual({ code: 'tenfold', likelyHours: 104.1 });
    const back = (await send('MT-6', 3, '2026-05-04T07:00:00Z')).body;
    const unknown = randomUUID();
    const settlements = [
      { id: back.id, decision: 'new-meter' },
      { id: unknown, decision: 'rejected' },
      { id: tenfold.id, decision: 'corrected', correctedHours: 104.1, replacementId: randomUUID() },
    ];
    const settleAll = async () =>
      (await server.http.post('/api/readings/settle').send({ settlements }).expect(200)).body;
    const { outcomes } = await settleAll();
    const settledOf = (id: string) => outcomes.find((each: { id: string }) => each.id === id);
    expect(settledOf(unknown)).toMatchObject({ settled: false, refusal: expect.stringContaining('no such reading') });
    expect([back, tenfold].map(({ id }) => settledOf(id).settled)).toEqual([true, true]);
    expect(await hoursOf('MT-6')).toBe(107.1);
    // Sent again after a lost answer.
    expect((await settleAll()).outcomes).toEqual(outcomes);
    const reopen = (id: string) => server.http.post(`/api/readings/${id}/reopen`);
    expect((await reopen(back.id).expect(200)).body.state).toBe('suspect');
    expect(await hoursOf('MT-6')).toBe(104.1);
    expect(await meters('MT-6')).toEqual([]);
    await reopen(tenfold.id).expect(200);
    expect(await hoursOf('MT-6')).toBe(100);
    await settle(back.id, 'new-meter').expect(200);
    await send('MT-6', 4, '2026-05-06T07:00:00Z');
    expect((await reopen(back.id).expect(409)).body.code).toBe('others-rest-on-it');
    expect(
      (await settle(tenfold.id, 'corrected', { correctedHours: 9999, replacementId: randomUUID() })).body.code,
    ).toBe('correction-suspect');
    expect((await settle(tenfold.id, 'corrected').expect(422)).body.code).toBe('no-correction');
  });
});

it('a correction under an id that another reading has is refused, and changes nothing', async () => {
  await shop.unit('RD-77', familyId);
  const kept = (await send('RD-77', 60, '2026-05-01T07:00:00Z').expect(200)).body;
  const { id } = (await send('RD-77', 5, '2026-05-11T07:00:00Z').expect(200)).body;
  const correct = { id, decision: 'corrected', correctedHours: 65, replacementId: kept.id };
  const { body } = await server.http
    .post('/api/readings/settle')
    .send({ settlements: [correct] })
    .expect(200);
  expect(body.outcomes).toEqual([
    { id, settled: false, refusal: expect.stringContaining('already sent under this id') },
  ]);
  // A late refusal rolls back the replacement that was already written.
  const replacementId = randomUUID();
  const tooMuch = { id, decision: 'new-meter', startedAtHours: 9, replacementId };
  await server.http
    .post('/api/readings/settle')
    .send({ settlements: [tooMuch] })
    .expect(200);
  const rows = (await server.http.get('/api/units/RD-77/readings')).body;
  expect(rows.map(({ state }: { state: string }) => state)).toEqual(['suspect', 'accepted']);
  expect(await server.owner.query('select 1 from meter where reading_id = $1', [id])).toEqual([]);
});

import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { type TestServer, startServer } from '../testing/server.ts';
import { LOOSE, INSIDE, type Shop, draft, openShop, tries } from '../testing/shop.ts';

let server: TestServer;
let shop: Shop;
let familyId: string;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  shop = await openShop(server);
  familyId = await shop.family();
});
afterAll(() => server.stop());

const start = (tag: string, id: string = randomUUID()) => server.http.post(`/api/units/${tag}/checks`).send({ id });
const save = (id: string, version: number, content: object) =>
  server.http.put(`/api/checks/${id}/draft`).send({ version, draft: content });
const sign = (id: string, version: number, more: object = {}) =>
  server.http.post(`/api/checks/${id}/sign`).send({ version, ...more });
const status = async (tag: string) => (await server.http.get(`/api/units/${tag}/status`)).body;
const codes = (body: { reasons: { code: string }[] }): string[] => body.reasons.map(({ code }) => code);

/** A unit with a reading of 15 h, so that its first check is neither due nor far. */
async function unit(tag: string, family: string = familyId): Promise<void> {
  await shop.unit(tag, family);
  await server.http
    .post(`/api/units/${tag}/readings`)
    .send({ id: randomUUID(), hours: 15, readAt: '2026-05-30T07:00:00Z' })
    .expect(200);
}
let minutes = 0;
/** A whole check in one go, a minute after the one before. */
async function check(tag: string, content: object, more: object = {}): Promise<string> {
  const id = randomUUID();
  server.setNow(new Date(Date.UTC(2026, 5, 1, 8, (minutes += 1))).toISOString());
  await start(tag, id).expect(200);
  await save(id, 1, content).expect(200);
  await sign(id, 2, more).expect(200);
  return id;
}

describe('a check, from start to status', () => {
  it('keeps a unit in while a valve is left outside, and no longer once it is set', async () => {
    await unit('CK-1');
    await check('CK-1', draft({ found: LOOSE }, { found: INSIDE }), { note: 'Adjuster seized.' });
    const outside = await status('CK-1');
    expect(outside.state).toBe('keep-in');
    expect(outside.reasons[0]).toMatchObject({
      code: 'valve-outside',
      side: 'loose',
      valve: { kind: 'intake' },
      byAtLeastMm: expect.closeTo(0.02, 9),
      byAtMostMm: expect.closeTo(0.04, 9),
    });

    await check('CK-1', draft({ found: LOOSE, adjusted: true, left: INSIDE }, { found: INSIDE }));
    expect(await status('CK-1')).toMatchObject({ state: 'ok', reasons: [], dueAtHours: 135, hoursLeft: 120 });

    const { checks, openCheckId } = (await server.http.get('/api/units/CK-1/checks')).body;
    expect(openCheckId).toBeNull();
    expect(checks).toHaveLength(2);
    expect(checks[0]).toMatchObject({ signedBy: 'Test lead', hoursAt: 15, state: 'signed' });
    expect(checks[0].findings.map((each: Record<string, unknown>) => [each.kind, each.phase, each.final])).toEqual([
      ['intake', 'found', false],
      ['intake', 'left', true],
      ['exhaust', 'found', true],
    ]);
  });

  it.each([
    [
      'the blades did not prove it',
      draft({ found: tries([0.12, 'free']) }, { found: INSIDE }),
      ['valve-undecided'],
      'open-above',
    ],
    [
      'the tries clash',
      draft({ found: tries([0.1, 'wont'], [0.15, 'free']) }, { found: INSIDE }),
      ['valve-undecided'],
      'clash',
    ],
    [
      'the engine was warm',
      draft({ found: INSIDE }, { found: INSIDE }, { engine: 'warm' }),
      ['valve-undecided', 'valve-undecided'],
      'not-comparable',
    ],
    [
      'the position was not confirmed',
      draft({ found: INSIDE }, { found: INSIDE }, { position: 'unconfirmed' }),
      ['valve-undecided', 'valve-undecided'],
      'not-comparable',
    ],
  ])('is undecided when %s', async (_, content, expected, doubt) => {
    const tag = `UN-${randomUUID().slice(0, 8)}`;
    await unit(tag);
    await check(tag, content);
    const body = await status(tag);
    expect(body.state).toBe('undecided');
    expect(codes(body)).toEqual([...expected, 'hours-soon'].slice(0, codes(body).length));
    expect(body.reasons[0].doubt).toBe(doubt);
  });

  it.each([
    ['moved', {}],
    ['locked', { leftAfter: 'locked' }],
  ])('keeps a unit in when a valve was %s and not gauged again, until it is', async (_, how) => {
    const tag = `MV-${randomUUID().slice(0, 8)}`;
    await unit(tag);
    await check(tag, draft({ found: INSIDE, adjusted: true, ...how }, { found: INSIDE }));
    expect(await status(tag)).toMatchObject({
      state: 'keep-in',
      reasons: [{ code: 'valve-moved', valve: { kind: 'intake' } }],
    });
    await check(tag, draft({ found: INSIDE }, { found: INSIDE }));
    expect((await status(tag)).state).toBe('ok');
  });

  it('keeps the gaps of a family without a specification, and evaluates none', async () => {
    await unit('NS-1', await shop.family({ sources: [] }));
    const id = await check('NS-1', draft({ found: INSIDE }, { found: LOOSE }));
    const { findings } = (await server.http.get(`/api/checks/${id}`)).body;
    expect(findings[1]).toMatchObject({
      window: null,
      gap: { lo: { mm: 0.18 } },
      verdict: { state: 'measured', why: 'no-specification' },
    });
    const body = await status('NS-1');
    expect([body.state, codes(body)]).toEqual(['never-checked', ['no-specification']]);
  });

  it('a report stays open, also after a complete check, until a check states that the problem is gone', async () => {
    await unit('CO-1');
    const reportId = randomUUID();
    await server.http.post('/api/units/CO-1/problems').send({ id: reportId, symptom: 'hard-start' }).expect(200);
    const answered = (after: string) =>
      draft({ found: INSIDE }, { found: INSIDE }, { work: { answers: [{ reportId, after }] } });
    await check('CO-1', draft({ found: INSIDE }, { found: INSIDE }));
    for (const after of ['better', 'same', 'not-looked-at']) {
      await check('CO-1', answered(after));
      expect((await status('CO-1')).state).toBe('problem');
    }
    await check('CO-1', answered('gone'));
    expect((await status('CO-1')).state).toBe('ok');
  });

  it.each(['fuel-in-oil', 'wont-start', 'slow-or-locked-cranking'])(
    '%s keeps a unit in from the report on',
    async (symptom) => {
      const tag = `DN-${symptom}`;
      await unit(tag);
      await check(tag, draft({ found: INSIDE }, { found: INSIDE }));
      await server.http.post(`/api/units/${tag}/problems`).send({ id: randomUUID(), symptom }).expect(200);
      expect(await status(tag)).toMatchObject({ state: 'keep-in', reasons: [{ code: 'problem', doNotRun: true }] });
    },
  );

  it.each([
    ['a cracked head', [{ kind: 'head-cracked', note: '' }], 'keep-in'],
    ['a seized adjuster', [{ kind: 'screw-seized', note: '' }], 'keep-in'],
    ['something else with which it must not run', [{ kind: 'other', note: 'Smoke.', doNotRun: true }], 'keep-in'],
    ['something else', [{ kind: 'other', note: 'A scratch.' }], 'ok'],
    ['a damaged seal', [{ kind: 'seal-damaged', note: '' }], 'ok'],
  ])('%s found with the cover off leaves the unit %s', async (_, findings, state) => {
    const tag = `FD-${randomUUID().slice(0, 8)}`;
    await unit(tag);
    await check(tag, draft({ found: INSIDE }, { found: INSIDE }, { work: { findings } }));
    expect((await status(tag)).state).toBe(state);
  });

  it.each<[string, object, string, string[]]>([
    ['a part still off', { off: [{ name: 'rocker cover', back: false }] }, 'keep-in', ['follow-up']],
    ['a skipped close-up', { skipped: [{ step: 'close', reason: 'No seal here.' }] }, 'keep-in', ['follow-up']],
    ['a skipped run', { skipped: [{ step: 'run', reason: 'No fuel.' }] }, 'undecided', ['to-prove']],
    ['parts back and run', { off: [{ name: 'rocker cover', back: true }], ran: 'well' }, 'ok', []],
  ])('%s: the unit is %s whatever its gaps, until it is closed', async (_, work, state, expected) => {
    const tag = `PT-${randomUUID().slice(0, 8)}`;
    await unit(tag);
    await check(tag, draft({ found: INSIDE }, { found: INSIDE }, { work }), { note: 'Any note.' });
    expect((await status(tag)).state).toBe(state);
    expect(codes(await status(tag))).toEqual(expected);
    for (const { id } of (await server.http.get(`/api/units/${tag}/follow-ups`)).body)
      await server.http.post(`/api/follow-ups/${id}/close`).send({ note: 'Done.' }).expect(200);
    expect((await status(tag)).state).toBe('ok');
  });

  it('a gap only measured keeps an OK unit in when it is out of spec, and restarts no interval when it is not', async () => {
    await unit('MS-1');
    await check('MS-1', draft({ found: INSIDE }, { found: INSIDE }));
    const { dueAt } = await status('MS-1');
    server.setNow('2026-06-20T08:00:00Z');
    await check('MS-1', draft({ found: INSIDE }, { found: INSIDE }, { measureOnly: true }));
    expect(await status('MS-1')).toMatchObject({ state: 'ok', dueAt });
    const nothingEnters = tries([0.05, 'wont']);
    await check('MS-1', draft({ found: nothingEnters }, { found: INSIDE }, { measureOnly: true }));
    expect(await status('MS-1')).toMatchObject({
      state: 'keep-in',
      reasons: [{ code: 'valve-outside', side: 'tight', valve: { kind: 'intake' } }],
    });
  });

  it('done earlier and entered later counts from when it was done', async () => {
    await unit('LA-1');
    await check('LA-1', draft({ found: INSIDE }, { found: INSIDE }), { performedAt: '2026-05-30T10:00:00Z' });
    expect((await status('LA-1')).dueAt).toBe('2027-05-30T10:00:00.000Z');
    const id = randomUUID();
    await start('LA-1', id);
    await save(id, 1, draft({ found: INSIDE }, { found: INSIDE }));
    expect((await sign(id, 2, { performedAt: '2026-06-02T10:00:00Z' }).expect(422)).body.errors[0].field).toBe(
      'performedAt',
    );
  });
});

describe('a draft', () => {
  it('survives, one a unit, and the same start sent twice opens one', async () => {
    await unit('DR-1');
    const id = randomUUID();
    await start('DR-1', id).expect(200);
    await start('DR-1', id).expect(200);
    await save(id, 1, draft({ found: LOOSE }, {})).expect(200);
    const { body } = await start('DR-1').expect(409);
    expect(body).toMatchObject({ code: 'check-open', facts: { checkId: id } });
    expect((await server.http.get(`/api/checks/${id}`)).body.draft.valves[0].found).toEqual(LOOSE);
    expect((await server.http.get('/api/checks')).body).toContainEqual(
      expect.objectContaining({ id, unitTag: 'DR-1', valvesGauged: 1, valves: 2 }),
    );
  });

  it('refuses the second of two people, with both versions, and overwrites nothing', async () => {
    await unit('DR-2');
    const id = randomUUID();
    await start('DR-2', id);
    const [mine, theirs] = [draft({ found: LOOSE }, {}), draft({ found: INSIDE }, {})];
    await save(id, 1, theirs).expect(200);
    const { body } = await save(id, 1, mine).expect(409);
    expect(body).toMatchObject({ code: 'stale-version', facts: { yours: 1, current: 2, draft: theirs } });
    // The same save again, after a lost answer, is no conflict.
    await save(id, 1, theirs).expect(200);
    await sign(id, 1).expect(409);
    await save(id, 2, mine).expect(200);
    expect((await server.http.get(`/api/checks/${id}`)).body).toMatchObject({ version: 3, draft: mine });
  });

  it('is signed once for repeated requests, and never changed afterwards', async () => {
    await unit('DR-3');
    const id = randomUUID();
    await start('DR-3', id);
    await save(id, 1, draft({ found: INSIDE }, { found: INSIDE }));
    const answers = await Promise.all([sign(id, 2), sign(id, 2), sign(id, 2)]);
    expect(answers.filter(({ status }) => status === 200).length).toBeGreaterThanOrEqual(1);
    await sign(id, 2).expect(200);
    expect((await server.http.get('/api/units/DR-3/checks')).body.checks[0].findings).toHaveLength(2);
    expect((await save(id, 2, draft({ found: LOOSE }, {})).expect(409)).body.code).toBe('check-closed');
  });

  it('keeps a unit in from the first change to the engine on, with person and open work, and not before', async () => {
    await unit('OP-1');
    await check('OP-1', draft({ found: INSIDE }, { found: INSIDE }));
    const id = randomUUID();
    await start('OP-1', id).expect(200);
    expect(await status('OP-1')).toMatchObject({ state: 'ok', reasons: [{ code: 'on-bench', by: 'Test lead' }] });
    const off = { off: [{ name: 'cowl', back: false }] };
    await save(id, 1, draft({}, {}, { work: off })).expect(200);
    expect(await status('OP-1')).toMatchObject({
      state: 'keep-in',
      reasons: [{ code: 'check-open', off: ['cowl'], moved: [], outside: [], by: 'Test lead' }],
    });
    await save(id, 2, draft({ found: LOOSE }, { found: INSIDE, adjusted: true }, { work: off })).expect(200);
    const [open] = (await status('OP-1')).reasons;
    expect(open).toMatchObject({ moved: [{ kind: 'exhaust' }], outside: [{ kind: 'intake' }] });
    // The status has the person who last saved the draft.
    const technician = await server.as('technician');
    const content = draft({ found: LOOSE }, { found: INSIDE, adjusted: true }, { work: off });
    await technician.put(`/api/checks/${id}/draft`).send({ version: 3, draft: content }).expect(200);
    expect((await status('OP-1')).reasons[0]).toMatchObject({ code: 'check-open', by: 'Test technician' });
  });

  it('is dropped only with a statement of how the engine was left, and open work becomes a follow-up', async () => {
    await unit('DP-1');
    const id = randomUUID();
    await start('DP-1', id).expect(200);
    const off = { off: [{ name: 'cowl', back: false }] };
    await save(id, 1, draft({ found: INSIDE, adjusted: true }, {}, { work: off })).expect(200);
    const drop = (closedUp?: boolean) =>
      server.http.post(`/api/checks/${id}/put-aside`).send({ version: 2, ...(closedUp !== undefined && { closedUp }) });
    expect((await drop().expect(422)).body.code).toBe('say-how-it-was-left');
    await drop(false).expect(200);
    await drop(false).expect(200);
    const { reasons } = await status('DP-1');
    expect(reasons).toContainEqual(
      expect.objectContaining({
        code: 'follow-up',
        what: 'A check was dropped: put back cowl; gauge intake again, its adjuster was moved',
      }),
    );
    expect((await status('DP-1')).state).toBe('keep-in');
  });

  it('a dropped check stays on record and does not count', async () => {
    await unit('DR-4');
    const id = randomUUID();
    await start('DR-4', id);
    await save(id, 1, draft({ found: INSIDE }, {}));
    await server.http.post(`/api/checks/${id}/put-aside`).send({ version: 2 }).expect(200);
    expect((await server.http.get(`/api/checks/${id}`)).body.state).toBe('abandoned');
    expect((await status('DR-4')).state).not.toBe('keep-in');
    await start('DR-4').expect(200);
  });

  it.each([
    [
      'a negative thickness',
      { found: [{ blades: [{ printed: { value: -0.1, unit: 'mm' } }], feel: 'free' }] },
      400,
      'draft.valves.0.found.0.blades.0.printed.value',
    ],
    [
      'a thickness of nothing',
      { found: [{ blades: [{ printed: { value: 0, unit: 'mm' } }], feel: 'free' }] },
      422,
      'draft.valves.0.found.0.blades',
    ],
    ['no blade', { found: [{ blades: [], feel: 'free' }] }, 422, 'draft.valves.0.found.0.blades'],
    [
      'a unit of length that is none',
      { found: [{ blades: [{ printed: { value: 4, unit: 'th' } }], feel: 'free' }] },
      400,
      'draft.valves.0.found.0.blades.0.printed.unit',
    ],
    [
      'a feel that is none',
      { found: [{ blades: [{ printed: { value: 0.1, unit: 'mm' } }], feel: 'tight' }] },
      400,
      'draft.valves.0.found.0.feel',
    ],
    ['a valve the engine does not have', { cylinder: 2 }, 422, 'draft.valves.0'],
    ['a list that is none', { found: 'free' }, 400, 'draft.valves.0.found'],
  ])('refuses %s at its field', async (_, intake, status, field) => {
    const tag = `BD-${randomUUID().slice(0, 8)}`;
    await unit(tag);
    const id = randomUUID();
    await start(tag, id);
    const { body } = await save(id, 1, draft(intake, {})).expect(status);
    expect(body.errors.map((each: { field: string }) => each.field)).toContain(field);
    expect((await server.http.get(`/api/checks/${id}`)).body.version).toBe(1);
  });

  it.each([
    ['nothing gauged', draft({}, {}), 'draft.valves'],
    ['the engine not stated', draft({ found: INSIDE }, {}, { engine: null }), 'draft.engine'],
    ['the position not stated', draft({ found: INSIDE }, {}, { position: null }), 'draft.position'],
  ])('cannot be signed with %s', async (_, content, field) => {
    const tag = `SG-${randomUUID().slice(0, 8)}`;
    await unit(tag);
    const id = randomUUID();
    await start(tag, id);
    await save(id, 1, content).expect(200);
    expect((await sign(id, 2).expect(422)).body.errors[0].field).toBe(field);
    // The signer is the signed-in person; a name cannot be sent.
    expect((await sign(id, 2, { signedBy: 'Somebody' }).expect(400)).body.errors[0].field).toBe('signedBy');
  });
});

describe('an amendment', () => {
  const amend = (
    id: string,
    kind: string,
    reason = 'The wrong machine was gauged.',
    amendmentId: string = randomUUID(),
  ) => server.http.post(`/api/checks/${id}/amendments`).send({ id: amendmentId, kind, reason });

  it('strikes a check out: it no longer counts, its answered reports are open again, and it can be restored', async () => {
    await unit('AM-1');
    const reportId = randomUUID();
    await server.http.post('/api/units/AM-1/problems').send({ id: reportId, symptom: 'clatter' }).expect(200);
    const work = { answers: [{ reportId, after: 'gone' }] };
    const id = await check('AM-1', draft({ found: LOOSE }, { found: INSIDE }, { work }));
    expect((await status('AM-1')).state).toBe('keep-in');
    const before = (await server.http.get(`/api/checks/${id}`)).body;

    const { body } = await amend(id, 'struck').expect(200);
    expect(body).toMatchObject({ struck: true, amendments: [{ kind: 'struck', madeBy: 'Test lead' }] });
    expect({ ...body, struck: false, amendments: [] }).toEqual(before);
    expect(await status('AM-1')).toMatchObject({ state: 'problem' });
    expect((await amend(id, 'struck').expect(409)).body.code).toBe('struck-already');

    await amend(id, 'restored', 'It was this machine after all.').expect(200);
    expect(codes(await status('AM-1'))).toEqual(['valve-outside']);
    expect((await amend(id, 'restored').expect(409)).body.code).toBe('not-struck');
  });

  it('is added once for repeated requests, and needs a reason, a signed check, and a lead', async () => {
    await unit('AM-2');
    const id = await check('AM-2', draft({ found: INSIDE }, { found: INSIDE }));
    const own = randomUUID();
    await Promise.all([1, 2].map(() => amend(id, 'remark', 'Seal on order.', own)));
    expect((await server.http.get(`/api/checks/${id}`)).body.amendments).toHaveLength(1);
    await amend(id, 'remark', 'Other words.', own).expect(409);
    await amend(id, 'remark', ' ').expect(400);
    const open = randomUUID();
    await start('AM-2', open).expect(200);
    expect((await amend(open, 'struck').expect(409)).body.code).toBe('not-signed');
    const technician = await server.as('technician');
    await technician
      .post(`/api/checks/${id}/amendments`)
      .send({ id: randomUUID(), kind: 'struck', reason: 'Mine.' })
      .expect(403);
  });
});

it('no check is dated before the day on which its unit went into service', async () => {
  await unit('CK-50');
  const id = randomUUID();
  await start('CK-50', id).expect(200);
  await save(id, 1, draft({ found: INSIDE }, { found: INSIDE })).expect(200);
  const { body } = await sign(id, 2, { performedAt: '1950-05-01T07:00:00Z' }).expect(422);
  expect(body).toMatchObject({ code: 'performed-before-service', errors: [{ field: 'performedAt' }] });
  await sign(id, 2, { performedAt: '2026-01-01T00:00:00Z' }).expect(200);
});

it('a save that names another person than the one who is signed in is refused', async () => {
  await unit('CK-51');
  const id = randomUUID();
  await start('CK-51', id).expect(200);
  const body = { version: 1, draft: draft({ found: INSIDE }, {}), by: server.people.technician.id };
  const { body: refused } = await server.http.put(`/api/checks/${id}/draft`).send(body).expect(409);
  expect(refused.code).toBe('another-person');
  await (await server.as('technician')).put(`/api/checks/${id}/draft`).send(body).expect(200);
});

import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { type TestServer, startServer } from '../testing/server.ts';
import { LOOSE, INSIDE, type Shop, draft, openShop, signedCheck, tries } from '../testing/shop.ts';

let server: TestServer;
let shop: Shop;
let familyId: string;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  shop = await openShop(server);
  familyId = await shop.family();
});
afterAll(() => server.stop());

const status = async (tag: string) => (await server.http.get(`/api/units/${tag}/status`)).body;
const codes = (body: { reasons: { code: string }[] }): string[] => body.reasons.map(({ code }) => code);

/** A unit with a reading of 15 h, so that its first check is neither due nor far. */
async function unit(tag: string, family: string = familyId): Promise<void> {
  await shop.unit(tag, family);
  const reading = { id: randomUUID(), hours: 15, readAt: '2026-05-30T07:00:00Z' };
  await server.http.post(`/api/units/${tag}/readings`).send(reading).expect(200);
}
let minutes = 0;
/** A whole check in one go, a minute after the one before. */
function check(tag: string, content: object, more: object = {}): Promise<string> {
  server.setNow(new Date(Date.UTC(2026, 5, 1, 8, (minutes += 1))).toISOString());
  return signedCheck(server, tag, content, more);
}

describe('data of a check besides its verdicts', () => {
  it('a measure-only check keeps gaps without verdicts, and the unit’s status does not change', async () => {
    await unit('MO-1');
    await check('MO-1', draft({ found: LOOSE }, { found: INSIDE }));
    const before = await status('MO-1');
    expect(before.state).toBe('keep-in');
    const id = await check('MO-1', draft({ found: INSIDE }, { found: INSIDE }, { measureOnly: true }));
    const { findings } = (await server.http.get(`/api/checks/${id}`)).body;
    expect(findings[0]).toMatchObject({
      final: false,
      window: null,
      verdict: { state: 'measured', why: 'measure-only' },
    });
    expect((await status('MO-1')).reasons[0]).toEqual({ ...before.reasons[0] });

    const moved = randomUUID();
    const content = draft({ found: INSIDE, adjusted: true }, {}, { measureOnly: true });
    await server.http.post('/api/units/MO-1/checks').send({ id: moved }).expect(200);
    await server.http.put(`/api/checks/${moved}/draft`).send({ version: 1, draft: content }).expect(200);
    const { body } = await server.http.post(`/api/checks/${moved}/sign`).send({ version: 2 }).expect(422);
    expect(body.code).toBe('measure-only-adjusted');
    await server.http.post(`/api/checks/${moved}/put-aside`).send({ version: 2, closedUp: true }).expect(200);
  });

  it('valves into which no blade went are not signed as set without a stated reason; the unit stays in', async () => {
    await unit('OV-1');
    const nothing = tries([0.04, 'wont']);
    const valve = { found: nothing, adjusted: true, leftAfter: 'locked', left: INSIDE };
    const confirmed = { ...valve, noGap: [{ cause: 'confirmed', tries: nothing }] };
    const id = randomUUID();
    await server.http.post('/api/units/OV-1/checks').send({ id }).expect(200);
    const save = (version: number, content: object) =>
      server.http.put(`/api/checks/${id}/draft`).send({ version, draft: content }).expect(200);
    const sign = (version: number) => server.http.post(`/api/checks/${id}/sign`).send({ version });
    await save(1, draft(valve, valve));
    const { body } = await sign(2).expect(422);
    expect([body.code, body.errors[0].field]).toEqual(['no-gap-unanswered', 'draft.valves.0.noGap']);
    expect((await status('OV-1')).state).toBe('keep-in');
    await save(2, draft(confirmed, { ...valve, noGap: [{ cause: 'overlap', tries: nothing }] }));
    expect((await sign(3).expect(422)).body.errors[0].field).toBe('draft.valves.1.noGap');
    await save(3, draft(confirmed, confirmed));
    await sign(4).expect(200);
    expect((await status('OV-1')).state).toBe('ok');
  });

  it('the gauging after turning over is a separate attempt, and the last attempt gives the gap as left', async () => {
    await unit('TO-1');
    const earlier = [{ after: 'locked', tries: INSIDE }];
    const set = { found: LOOSE, adjusted: true, earlier, leftAfter: 'turned-over', left: LOOSE };
    const id = await check('TO-1', draft(set, { found: INSIDE }));
    const { findings, draft: kept } = (await server.http.get(`/api/checks/${id}`)).body;
    expect(kept.valves[0].leftAfter).toBe('turned-over');
    expect(findings[1]).toMatchObject({ phase: 'left', final: true, verdict: { state: 'loose' } });
    expect((await status('TO-1')).state).toBe('keep-in');
    // Set without a gap as found, because both adjusters were loosened together.
    const blind = { adjusted: true, leftAfter: 'locked', left: INSIDE };
    const blindId = randomUUID();
    server.setNow(new Date(Date.UTC(2026, 5, 1, 8, (minutes += 1))).toISOString());
    await server.http.post('/api/units/TO-1/checks').send({ id: blindId }).expect(200);
    const save = (version: number, content: object) =>
      server.http.put(`/api/checks/${blindId}/draft`).send({ version, draft: content }).expect(200);
    await save(1, draft(blind, blind));
    const sign = (version: number) => server.http.post(`/api/checks/${blindId}/sign`).send({ version });
    // A request without a reason is questioned too. Both valves may have been set at overlap, which only a gauging
    // after turning over shows.
    const { body } = await sign(2).expect(422);
    expect([body.code, body.errors[0].field]).toEqual(['no-recheck', 'draft.valves.0.leftAfter']);
    const turned = {
      ...blind,
      notFoundWhy: 'both-loosened',
      earlier: [{ after: 'locked', tries: INSIDE }],
      leftAfter: 'turned-over',
    };
    await save(2, draft(turned, turned));
    await sign(3).expect(200);
    expect((await status('TO-1')).state).toBe('ok');
  });

  it('keeps attempts separate: the last one gives the gap as left, and pairs around a lock give the lock shift', async () => {
    const thou = (...list: [number, 'free' | 'drags' | 'wont'][]) =>
      list.map(([value, feel]) => ({ blades: [{ printed: { value, unit: 'thou' as const } }], feel }));
    // 7 drags, locked: 6 drags; four such valves so far, then a fifth.
    const set = {
      found: LOOSE,
      adjusted: true,
      earlier: [
        { after: 'turned', tries: thou([6, 'wont'], [7, 'free']) },
        { after: 'turned', tries: thou([6, 'drags']) },
      ],
      leftAfter: 'locked',
      left: thou([5, 'drags']),
    };
    const family = await shop.family();
    const adjusting = async () => (await server.http.get(`/api/families/${family}/adjusting`).expect(200)).body;
    for (const tag of ['LS-1', 'LS-2']) {
      await unit(tag, family);
      const id = await check(tag, draft(set, set));
      const { findings } = (await server.http.get(`/api/checks/${id}`)).body;
      expect(findings[1]).toMatchObject({ phase: 'left', final: true, verdict: { state: 'inside' } });
      expect(findings[1].tries).toEqual(set.left);
    }
    expect((await adjusting()).lockShift).toEqual({ pairs: 4, needed: 5, medianMm: null, own: false });
    await unit('LS-3', family);
    await check('LS-3', draft(set, { found: INSIDE }));
    expect((await adjusting()).lockShift).toEqual({
      pairs: 5,
      needed: 5,
      medianMm: expect.closeTo(0.0254, 9),
      own: true,
    });
    // Another person gets the pairs of the whole shop.
    const { body } = await (await server.as('technician')).get(`/api/families/${family}/adjusting`).expect(200);
    expect(body.lockShift).toMatchObject({ pairs: 5, own: false });
  });

  it('learns the effect of a full turn from stated turns between two gaugings', async () => {
    const family = await shop.family();
    const turned = async () => (await server.http.get(`/api/families/${family}/adjusting`).expect(200)).body.turn;
    // From the middle of 0.18 and 0.20 down to 0.13: 0.06 mm by an eighth of a turn.
    const set = { found: LOOSE, adjusted: true, leftAfter: 'turned', leftTurns: 0.125, left: tries([0.13, 'drags']) };
    for (const tag of ['LT-1', 'LT-2']) {
      await unit(tag, family);
      await check(tag, draft(set, set));
    }
    expect(await turned()).toEqual({ pairs: 4, needed: 5, perTurnMm: null, fromMm: null, toMm: null });
    await unit('LT-3', family);
    await check('LT-3', draft(set, { found: INSIDE }));
    expect(await turned()).toMatchObject({
      pairs: 5,
      perTurnMm: expect.closeTo(0.48, 9),
      toMm: expect.closeTo(0.48, 9),
    });
  });

  it('keeps a unit in after a check that missed a stem cap, until a later one says that it is there', async () => {
    await unit('WL-1', await shop.family());
    const state = async () => (await server.http.get('/api/units/WL-1/status')).body;
    const done = {
      off: [{ name: 'cowl', back: true }],
      seal: 'new',
      ran: 'well',
      skipped: [{ step: 'name', reason: 'Known.' }],
    };
    const id = await check('WL-1', draft({ found: INSIDE }, { found: INSIDE }, { work: { ...done, caps: 'missing' } }));
    expect((await server.http.get(`/api/checks/${id}`)).body.draft.work).toEqual({ ...done, caps: 'missing' });
    expect(await state()).toMatchObject({
      state: 'keep-in',
      reasons: [{ code: 'work-left', what: 'cap-missing' }],
    });
    // Facts that a later check does not state stay as they were.
    await check('WL-1', draft({ found: INSIDE }, { found: INSIDE }, { work: { ran: 'well' } }));
    expect((await state()).state).toBe('keep-in');
    await check('WL-1', draft({ found: INSIDE }, { found: INSIDE }, { work: { caps: 'present' } }));
    expect((await state()).state).not.toBe('keep-in');
    const found = (kind: string) => ({ work: { findings: [{ kind, note: 'cylinder 1' }] } });
    await check('WL-1', draft({ found: INSIDE }, { found: INSIDE }, found('seal-damaged')));
    expect((await state()).state).not.toBe('keep-in');
    await check('WL-1', draft({ found: INSIDE }, { found: INSIDE }, found('push-rod-bent')));
    expect(await state()).toMatchObject({ state: 'keep-in', reasons: [{ what: 'push-rod-bent' }] });
    await check('WL-1', draft({ found: INSIDE }, { found: INSIDE }, { work: { findings: [] } }));
    expect((await state()).state).not.toBe('keep-in');
  });

  it('evaluates a valve by its own gauging position if that differs from the check’s', async () => {
    const family = await shop.family();
    await unit('VP-1', family);
    const id = await check(
      'VP-1',
      draft({ found: INSIDE }, { found: INSIDE, foundAt: 'both-rockers-slack', crossCheck: 'compression-tdc' }),
    );
    const { findings, draft: kept } = (await server.http.get(`/api/checks/${id}`)).body;
    expect(findings.map(({ verdict }: { verdict: { state: string } }) => verdict.state)).toEqual([
      'inside',
      'not-comparable',
    ]);
    expect(findings[1].verdict.obstacles).toEqual(['position-not-allowed']);
    expect(kept.valves[1]).toMatchObject({ foundAt: 'both-rockers-slack', crossCheck: 'compression-tdc' });
  });

  it('estimates the errors of a set’s blades from its checks', async () => {
    const [set] = (await server.http.get('/api/blade-sets')).body;
    await unit('BB-1');
    await check('BB-1', draft({ found: INSIDE }, { found: INSIDE }, { bladeSetId: set.id }));
    const { body } = await server.http.get(`/api/blade-sets/${set.id}/bias`).expect(200);
    expect(
      body.map((each: { blade: object; gaugings: number; toMeasure: boolean }) => [
        each.blade,
        each.gaugings,
        each.toMeasure,
      ]),
    ).toEqual([0.12, 0.13, 0.15].map((value) => [{ printed: { value, unit: 'mm' } }, 2, false]));
  });

  it('a check from before any reading counts from an estimate once there are readings around it', async () => {
    await shop.unit('ES-1', familyId, { inServiceOn: '2026-01-01' });
    // Done on day 101 of 141, without a reading nearby.
    await check('ES-1', draft({ found: INSIDE }, { found: INSIDE }), { performedAt: '2026-04-11T00:00:00Z' });
    expect(codes(await status('ES-1'))).toContain('check-hours-unknown');
    await server.http
      .post('/api/units/ES-1/readings')
      .send({ id: randomUUID(), hours: 140, readAt: '2026-05-21T00:00:00Z' })
      .expect(200);
    expect(await status('ES-1')).toMatchObject({ state: 'ok', dueAtHours: expect.closeTo(220, 6) });
  });
});

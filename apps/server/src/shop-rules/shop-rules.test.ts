import { afterAll, beforeAll, beforeEach, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { differingStatuses } from '../status/index.ts';
import { NO_RULES } from '../testing/bodies.ts';
import { type TestServer, startServer } from '../testing/server.ts';
import { type Shop, draft, inMm, openShop, signedCheck, tries } from '../testing/shop.ts';
import { DataSource } from 'typeorm';

let server: TestServer;
let shop: Shop;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  shop = await openShop(server);
});
afterAll(() => server.stop());

const rules = async (familyId?: string) =>
  (
    await server.http
      .get('/api/shop-rules')
      .query(familyId === undefined ? {} : { familyId })
      .expect(200)
  ).body;
/** Gives the shop, or a family, rules of its own from now on. */
const change = async (familyId: string | null, own: object, more: object = {}) =>
  server.http.post('/api/shop-rules').send({
    id: randomUUID(),
    familyId,
    own: { ...NO_RULES, ...own },
    number: (await rules(familyId ?? undefined)).number,
    reason: 'Agreed at the bench.',
    ...more,
  });
const family = async (code: string) => (await server.http.get(`/api/families/${encodeURIComponent(code)}`)).body;
const state = async (tag: string) => (await server.http.get(`/api/units/${tag}/status`)).body.state;

/** By feel at most 0.1627, against a window that ends at 0.16: likely inside, not proven. */
const NEAR_EDGE = tries([0.14, 'free'], [0.15, 'drags']);

describe('shop rules', () => {
  let code: string;
  let familyId: string;
  beforeEach(async () => {
    code = `Gneiss ${randomUUID().slice(0, 6)}`;
    familyId = await shop.family({ code });
  });

  it('are inherited from the program by the shop, and from the shop by a family', async () => {
    expect((await family(code)).rules).toMatchObject({ target: { kind: 'middle' }, recheck: 'always' });
    expect((await change(null, { target: { kind: 'loose-end' } })).status).toBe(200);
    expect((await family(code)).windows.intake.targetMm).toBeCloseTo(0.16);
    expect((await change(familyId, { target: { kind: 'fraction', share: 0.25 } })).status).toBe(200);
    expect((await family(code)).windows.intake.targetMm).toBeCloseTo(0.115);
    expect(await rules(familyId)).toMatchObject({
      number: 1,
      own: { target: { kind: 'fraction', share: 0.25 }, recheck: null },
      inherited: { target: { kind: 'loose-end' } },
      changes: [{ reason: 'Agreed at the bench.', madeBy: 'Test lead' }],
    });
    await change(null, {});
    expect((await family(code)).windows.intake.targetMm).toBeCloseTo(0.115);
  });

  it('preview the changed units, then change them; past checks keep their rules', async () => {
    const tag = `HR-${randomUUID().slice(0, 6)}`;
    await shop.unit(tag, familyId);
    await server.http
      .post(`/api/units/${tag}/readings`)
      .send({ id: randomUUID(), hours: 5, readAt: '2026-05-30T07:00:00Z' });
    const checkId = await signedCheck(server, tag, draft({ found: NEAR_EDGE }, { found: NEAR_EDGE }));
    const before = await state(tag);
    expect(before).toBe('ok');
    const proven = { ...NO_RULES, decision: { kind: 'proven' } };
    const preview = { familyId: null, own: proven };
    const { body } = await server.http.post('/api/shop-rules/preview').send(preview).expect(200);
    expect(body).toMatchObject({ changes: [{ tag, before: 'ok', after: 'undecided' }], changed: 1 });
    expect(await state(tag)).toBe('ok');

    expect((await change(null, proven)).status).toBe(200);
    expect(await state(tag)).toBe('undecided');
    const { findings } = (await server.http.get(`/api/checks/${checkId}`)).body;
    expect(findings[0].verdict).toMatchObject({ state: 'inside', how: 'likely' });
    // Its family alone goes back to the shop's usual rule.
    await change(familyId, { decision: { kind: 'shop', atLeast: 0.8 } });
    expect(await state(tag)).toBe('ok');
    expect(await differingStatuses(server.app.get(DataSource).manager)).toEqual([]);
    await change(null, {});
  });

  it('affect the bench: the feel of a blade, and turning over again', async () => {
    const tag = `HB-${randomUUID().slice(0, 6)}`;
    await shop.unit(tag, familyId);
    await change(familyId, { feelHalfWidthMm: 0.02 });
    const moved = { found: tries([0.13, 'drags']), adjusted: true, left: tries([0.13, 'drags']) };
    const checkId = randomUUID();
    await server.http.post(`/api/units/${tag}/checks`).send({ id: checkId });
    const save = (version: number, turnedOver: string | null) =>
      server.http
        .put(`/api/checks/${checkId}/draft`)
        .send({ version, draft: draft(moved, {}, { turnedOver }) })
        .expect(200);
    await save(1, null);
    const sign = (version: number) => server.http.post(`/api/checks/${checkId}/sign`).send({ version });
    expect((await sign(2).expect(422)).body).toMatchObject({
      code: 'no-recheck',
      errors: [{ field: 'draft.turnedOver' }],
    });
    await save(2, 'not-done');
    const { body } = await sign(3).expect(200);
    expect(body.findings[0].gap).toMatchObject({ lo: { mm: 0.11 }, hi: { mm: 0.15 } });
    expect(body.draft.turnedOver).toBe('not-done');
  });

  it('determine due soon, the age limit of readings, and doubtful readings', async () => {
    const tag = `HD-${randomUUID().slice(0, 6)}`;
    await shop.unit(tag, familyId);
    const read = (hours: number, readAt: string) =>
      server.http.post(`/api/units/${tag}/readings`).send({ id: randomUUID(), hours, readAt }).expect(200);
    // First check at 20 h; ten days without a reading.
    await read(5, '2026-05-22T07:00:00Z');
    const off = { kind: 'season', from: '07-01', to: '09-30' };
    for (const [own, expected] of [
      [{ leadShare: 0.9 }, 'due-soon'],
      [{ leadShare: 0.1, staleAfterDays: 7 }, 'hours-unknown'],
      [{ staleAfterDays: 7, staleOffSeasonDays: 30, workingSeason: off }, 'never-checked'],
      [{ staleAfterDays: 30, staleOffSeasonDays: 7, workingSeason: off }, 'hours-unknown'],
    ] as const) {
      expect((await change(familyId, own)).status).toBe(200);
      expect(await state(tag)).toBe(expected);
    }
    expect(await differingStatuses(server.app.get(DataSource).manager)).toEqual([]);
    await change(familyId, { maxHoursPerDay: 2 });
    expect((await read(11, '2026-05-24T07:00:00Z')).body.suspicions).toEqual([
      { code: 'above-ceiling', perDay: 3, ceilingPerDay: 2 },
    ]);
  });

  it('determine whether months count in storage', async () => {
    const tag = `HD-${randomUUID().slice(0, 6)}`;
    const unitIds = [await shop.unit(tag, familyId)];
    const use = (to: string) => server.http.post('/api/register/change').send({ unitIds, use: to }).expect(200);
    const status = async () => (await server.http.get(`/api/units/${tag}/status`)).body;
    const { dueAt } = await status();
    await change(familyId, { monthsInStorage: 'stand-still' });
    await use('stored');
    expect(await status()).toMatchObject({
      state: 'stored',
      dueAt: null,
      reasons: [{}, {}, { code: 'months-stand-still' }],
    });
    server.setNow('2026-06-11T08:00:00Z');
    await use('in-service');
    expect(Date.parse((await status()).dueAt) - Date.parse(dueAt)).toBe(10 * 86_400_000);
    server.setNow('2026-06-01T08:00:00Z');
  });

  it('set both valves to the same target, outside a window only with a stated reason', async () => {
    const target = { kind: 'one-for-both', targetMm: 0.2 };
    await change(familyId, { target });
    expect((await family(code)).windows.intake.targetMm).toBeCloseTo(0.13);
    await change(familyId, { target: { ...target, outsideReason: 'One blade for the whole yard.' } });
    expect((await family(code)).windows.intake).toMatchObject({
      targetMm: 0.2,
      targetOutsideReason: 'One blade for the whole yard.',
    });
  });

  it('determine the upper limit: as far above the target as the minimum is below, or a gap', async () => {
    const least = { kind: 'at-least', min: inMm(0.1), setTo: inMm(0.14) } as const;
    const own = `Marl ${randomUUID().slice(0, 6)}`;
    const source = { kind: 'manual', saidBy: 'A. Reader', saidOn: '2026-01-01', inUse: true } as const;
    const id = await shop.family({
      code: own,
      sources: [{ ...source, id: randomUUID(), intake: least, exhaust: least }],
    });
    const widest = async () => (await family(own)).windows.intake.maxMm;
    expect(await widest()).toBeCloseTo(0.18, 9);
    await change(null, { upperEdge: { kind: 'gap', atMostMm: 0.3 } });
    expect(await widest()).toBe(0.3);
    await change(id, { upperEdge: { kind: 'mirror' } });
    expect(await widest()).toBeCloseTo(0.18, 9);
    await change(null, {});
  });

  it('count once for repeated requests, and a stale change is refused', async () => {
    const sent = { id: randomUUID(), familyId, own: { ...NO_RULES, recheck: 'never' }, number: 0, reason: 'Shims.' };
    const answers = await Promise.all([1, 2].map(() => server.http.post('/api/shop-rules').send(sent)));
    expect(answers.map(({ status }) => status)).toEqual([200, 200]);
    expect((await rules(familyId)).changes).toHaveLength(1);
    const late = await change(familyId, { recheck: 'always' }, { number: 0 });
    expect([late.status, late.body.code]).toEqual([409, 'stale-rules']);
    expect((await change(familyId, { recheck: 'never' })).body.code).toBe('nothing-changed');
  });

  it.each<[string, object, string]>([
    ['half a rule', { target: { kind: 'fraction' } }, 'own.target.share'],
    ['a widest gap without its figure', { upperEdge: { kind: 'gap' } }, 'own.upperEdge.atMostMm'],
    ['a season without its end', { workingSeason: { kind: 'season', from: '03-01' } }, 'own.workingSeason.to'],
    ['a reason without its number', { target: { kind: 'one-for-both', outsideReason: 'So.' } }, 'own.target.targetMm'],
    ['a rule without its chance', { decision: { kind: 'shop' } }, 'own.decision.atLeast'],
    ['a tolerance wider than what some source says', { toleranceMm: 0.16 }, 'own'],
  ])('refuse %s', async (_, own, field) => {
    const one = { kind: 'nominal', nominal: inMm(0.15) } as const;
    const source = { kind: 'manual', saidBy: 'A. Reader', saidOn: '2026-01-01', inUse: true } as const;
    await shop.family({ sources: [{ ...source, id: randomUUID(), intake: one, exhaust: one }] });
    const { status, body } = await change(null, own);
    expect([status === 400 || status === 422, body.errors[0].field]).toEqual([true, field]);
  });
});

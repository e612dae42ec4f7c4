import { afterAll, beforeAll, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { randomUUID } from 'node:crypto';
import { In } from 'typeorm';
import { rankOf } from '@sturdy-shim/core';
import { NO_RULES } from '../testing/bodies.ts';
import { newFamily, newSource } from '../testing/family-bodies.ts';
import { type TestServer, startServer } from '../testing/server.ts';
import { INSIDE, LOOSE, draft, openShop, signedCheck, tries } from '../testing/shop.ts';
import { differingFacts } from '../unit-record/index.ts';
import { storedAsOf } from './as-of.ts';
import { StatusService, differingStatuses, statusAgain } from './status.service.ts';
import { UnitStatusEntity } from './unit-status.entity.ts';

const START = Date.parse('2026-03-01T08:00:00Z');
const TAGS = Array.from({ length: 14 }, (_, index) => `PJ-${String(index).padStart(2, '0')}`);
const family = newFamily({ code: 'Gabbro', intervalHours: 100, intervalMonths: 6, source: newSource(0.1, 0.16) });
let server: TestServer;
let statuses: StatusService;
let shop: Awaited<ReturnType<typeof openShop>>;
let unitIds: string[];
let now = START;

const forward = (ms: number): void => {
  now += ms;
  server.setNow(new Date(now).toISOString());
};

beforeAll(async () => {
  server = await startServer(new Date(START).toISOString(), { jobs: 'by-hand', timeZone: 'America/Chicago' });
  statuses = server.app.get(StatusService);
  await server.http.post('/api/families').send(family).expect(200);
  shop = await openShop(server);
  unitIds = [];
  for (const tag of TAGS) unitIds.push(await shop.unit(tag, family.id, { inServiceOn: '2025-11-01' }));
});
afterAll(() => server.stop());

let version = 1;
let rulesNumber: number | undefined;

/** Drops the check that lies on the bench. @returns whether there was one */
async function dropOpen(tag: string, closedUp: boolean): Promise<boolean> {
  const { openCheckId } = (await server.http.get(`/api/units/${tag}/checks`).expect(200)).body;
  if (openCheckId === null) return false;
  const { version: at } = (await server.http.get(`/api/checks/${openCheckId}`).expect(200)).body;
  await server.http.post(`/api/checks/${openCheckId}/put-aside`).send({ version: at, closedUp }).expect(200);
  return true;
}

/** Events of a fleet, each with random parameters. */
const EVENTS: Readonly<Record<string, (tag: string, chance: number) => Promise<unknown>>> = {
  read: (tag, chance) =>
    server.http
      .post(`/api/units/${tag}/readings`)
      .send({ id: randomUUID(), hours: Math.round(chance * 4000) / 10, readAt: new Date(now - 60_000).toISOString() }),
  report: (tag) => server.http.post(`/api/units/${tag}/problems`).send({ id: randomUUID(), symptom: 'clatter' }),
  check: async (tag, chance) => {
    await dropOpen(tag, true);
    const { body } = await server.http.get(`/api/units/${tag}/problems`).expect(200);
    const answers = (body as { id: string }[]).map(({ id: reportId }) => ({
      reportId,
      after: chance < 0.8 ? 'gone' : 'same',
    }));
    const work = { answers, ...(chance > 0.9 && { ran: 'later' }) };
    await signedCheck(server, tag, draft({ found: chance < 0.3 ? LOOSE : INSIDE }, { found: INSIDE }, { work }));
  },
  bench: async (tag, chance) => {
    if (await dropOpen(tag, chance < 0.5)) return;
    const id = randomUUID();
    await server.http.post(`/api/units/${tag}/checks`).send({ id }).expect(200);
    const work = { off: [{ name: 'cowl', back: chance < 0.3 }] };
    const content = draft({ found: chance < 0.5 ? INSIDE : LOOSE, adjusted: chance > 0.8 }, {}, { work });
    if (chance > 0.1) await server.http.put(`/api/checks/${id}/draft`).send({ version: 1, draft: content }).expect(200);
  },
  todo: async (tag) => {
    const { body } = await server.http.get(`/api/units/${tag}/follow-ups`).expect(200);
    for (const { id, closedAt } of body as { id: string; closedAt: string | null }[])
      if (closedAt === null) await server.http.post(`/api/follow-ups/${id}/close`).send({ note: 'Done.' }).expect(200);
  },
  use: (tag, chance) =>
    server.http
      .post('/api/register/change')
      .send({ unitIds: [unitIds[TAGS.indexOf(tag)]], use: chance < 0.5 ? 'stored' : 'in-service' })
      .expect(200),
  rules: async (_, chance) => {
    const number = rulesNumber ?? (await server.http.get('/api/shop-rules')).body.number;
    const own = {
      ...NO_RULES,
      leadDays: Math.round(chance * 40),
      staleAfterDays: 10 + Math.round(chance * 40),
      monthsInStorage: chance < 0.7 ? 'stand-still' : null,
    };
    const body = { id: randomUUID(), familyId: null, own, number, reason: 'Tried.' };
    const answer = await server.http.post('/api/shop-rules').send(body);
    // A change to the same rules is refused.
    if (answer.status === 200) rulesNumber = answer.body.number;
    else expect(answer.body.code).toBe('nothing-changed');
  },
  sheet: async (_, chance) => {
    const { source: _source, id, ...fields } = family as typeof family & { source: unknown };
    const body = { ...fields, intervalMonths: 1 + Math.round(chance * 10), version };
    await server.http.put(`/api/families/${id}`).send(body).expect(200);
    version += 1;
  },
  hours: (_, chance) => Promise.resolve(forward(chance * 40 * 3_600_000)),
  weeks: (_, chance) => Promise.resolve(forward(chance * 8 * 86_400_000)),
  job: () => statuses.computeWaiting(),
};

/** Every status equals one computed at this moment. */
async function expectTrue(): Promise<void> {
  const rows = await server.database.manager.findBy(UnitStatusEntity, { unitId: In(unitIds) });
  expect(rows).toHaveLength(unitIds.length);
  const present = new Date(now);
  for (const row of rows) {
    const again = await statusAgain(server.database.manager, row.unitId, present);
    if (again === undefined) throw new Error('every unit has a status');
    expect(storedAsOf(row, present)).toEqual(storedAsOf(again, present));
    expect(row).toMatchObject({ state: again.state, rank: again.rank, widthsOutside: again.widthsOutside });
  }
}

it('equals a full recomputation after a thousand events in any order, once the job has run', async () => {
  const kinds = [...Object.keys(EVENTS), 'read', 'read', 'read', 'hours', 'hours', 'job'];
  const events = fc.sample(
    fc.record({
      kind: fc.constantFrom(...kinds),
      tag: fc.constantFrom(...TAGS),
      chance: fc.double({ min: 0, max: 1, noNaN: true }),
    }),
    { numRuns: 1000, seed: 20 },
  );
  const seen = new Set<string>();
  for (const [index, { kind, tag, chance }] of events.entries()) {
    await EVENTS[kind]?.(tag, chance);
    if (index % 10 === 9) for (const { state } of await server.database.manager.find(UnitStatusEntity)) seen.add(state);
    if (index % 100 !== 99) continue;
    await statuses.computeWaiting();
    expect(await statuses.waiting()).toBe(0);
    await expectTrue();
    expect(await differingFacts(server.database.manager)).toEqual([]);
  }
  expect(seen.size).toBeGreaterThan(4);
});

it('reports the number of pending computations, and two nodes share the work', async () => {
  await server.database.transaction((manager) => statuses.mark(manager, null));
  expect((await server.http.get('/api/yard').expect(200)).body.recomputing).toBe(TAGS.length);
  expect((await server.http.get(`/api/units/${TAGS[0]}/status`).expect(200)).body.recomputing).toBe(true);
  const shares = await Promise.all([statuses.computeWaiting(), statuses.computeWaiting()]);
  expect(shares.reduce((a, b) => a + b)).toBe(TAGS.length);
  expect((await server.http.get('/api/yard').expect(200)).body.recomputing).toBe(0);
  expect(await differingStatuses(server.database.manager)).toEqual([]);
});

it('a status marked during its computation stays marked', async () => {
  const marking = server.database.createQueryRunner();
  await marking.startTransaction();
  await statuses.mark(marking.manager, null);
  const computing = server.database.transaction((manager) => statuses.recomputeMany(manager, unitIds));
  // It has read the marks and waits for the row locks.
  for (let waits = 0; waits === 0;) {
    const [row] = await server.database.query<[{ waits: number }]>(
      "select count(*)::int as waits from pg_stat_activity where datname = current_database() and wait_event_type = 'Lock'",
    );
    waits = row.waits;
  }
  await marking.commitTransaction();
  await marking.release();
  await computing;
  expect(await statuses.waiting()).toBe(TAGS.length);
  await statuses.computeWaiting();
  expect(await statuses.waiting()).toBe(0);
});

it('the queue has the order of the core, also after time has passed', async () => {
  await EVENTS.rules?.('', 1);
  await statuses.computeWaiting();
  forward(20 * 3_600_000);
  const present = new Date(now);
  const rows = await server.database.manager.find(UnitStatusEntity, { relations: { unit: true } });
  const expected = rows
    .filter(({ rank }) => rank <= rankOf('due-soon'))
    .map((row) => ({ tag: row.unit?.tag ?? '', rank: row.rank, urgency: storedAsOf(row, present).urgency }))
    .sort((a, b) => a.rank - b.rank || b.urgency - a.urgency || (a.tag < b.tag ? -1 : 1));
  const tags: string[] = [];
  for (let cursor: string | null = ''; cursor !== null;) {
    const page: { lines: { tag: string }[]; next: string | null } = (
      await server.http.get(`/api/yard/queue?limit=3${cursor === '' ? '' : `&cursor=${cursor}`}`).expect(200)
    ).body;
    tags.push(...page.lines.map(({ tag }) => tag));
    cursor = page.next;
    // Later pages use the moment of the first page.
    server.setNow(new Date(now + 3 * 86_400_000).toISOString());
  }
  expect(tags.length).toBeGreaterThan(3);
  expect(tags).toEqual(expected.map(({ tag }) => tag));
});

it('an open check follows the tolerance of its blade set', async () => {
  const bladeSetId = randomUUID();
  const fields = {
    name: 'Wall hook',
    checkedOn: '2026-01-05',
    checkDueOn: null,
    shape: 'straight',
    toleranceMm: 0.002,
    active: true,
    blades: [],
  };
  await server.http
    .post('/api/blade-sets')
    .send({ ...fields, id: bladeSetId })
    .expect(200);
  const tag = 'PJ-BLADES';
  const unitId = await shop.unit(tag, family.id, { inServiceOn: '2025-11-01' });
  const id = randomUUID();
  await server.http.post(`/api/units/${tag}/checks`).send({ id }).expect(200);
  // The gap is 0.165 to 0.18 mm by the prints, against at most 0.16 mm: out of spec unless a blade may be off by 0.03 mm.
  const found = tries([0.165, 'free'], [0.18, 'wont']);
  await server.http
    .put(`/api/checks/${id}/draft`)
    .send({ version: 1, draft: draft({ found }, {}, { bladeSetId }) })
    .expect(200);
  const state = async (): Promise<string> => {
    await statuses.computeWaiting();
    const { state: stored } = await server.database.manager.findOneByOrFail(UnitStatusEntity, { unitId });
    expect(await differingStatuses(server.database.manager)).toEqual([]);
    return stored;
  };
  const before = await state();
  await server.http
    .put(`/api/blade-sets/${bladeSetId}`)
    .send({ ...fields, toleranceMm: 0.03, version: 1 })
    .expect(200);
  expect([before, await state()]).toEqual(['keep-in', 'hours-unknown']);
});

import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { parse } from 'csv-parse/sync';
import { randomUUID } from 'node:crypto';
import { type Agent, type TestServer, startServer } from '../testing/server.ts';
import { INSIDE, type Shop, draft, openShop } from '../testing/shop.ts';
import type { AuditEntryDto, AuditPageDto } from './audit-log.dto.ts';

let server: TestServer;
let shop: Shop;
let technician: Agent;
let familyId: string;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  shop = await openShop(server);
  familyId = await shop.family({ code: 'Chert' });
  technician = await server.as('technician');
});
afterAll(() => server.stop());

const page = async (query: object): Promise<AuditPageDto> =>
  (await server.http.get('/api/audit-log').query(query).expect(200)).body;
const entriesOf = async (query: object): Promise<AuditEntryDto[]> => (await page(query)).entries;

it('contains person, time, address, before and after of a change to a unit, and no copies of drafts', async () => {
  await shop.unit('RE-1', familyId);
  const [reading, check] = [randomUUID(), randomUUID()];
  await technician
    .post('/api/units/RE-1/readings')
    .send({ id: reading, hours: 300, readAt: '2026-01-02T07:00:00Z' })
    .expect(200);
  await server.http.post(`/api/readings/${reading}/settle`).send({ decision: 'as-read' }).expect(200);
  await technician.post('/api/units/RE-1/checks').send({ id: check }).expect(200);
  const content = draft({ found: INSIDE }, { found: INSIDE });
  await technician.put(`/api/checks/${check}/draft`).send({ version: 1, draft: content }).expect(200);
  await technician.post(`/api/checks/${check}/sign`).send({ version: 2, note: 'Done.' }).expect(200);

  const entries = await entriesOf({ unit: 're 1' });
  expect(entries.map(({ actor, subject, what }) => `${actor} ${what} ${subject}`)).toEqual([
    'Test technician changed valve_check',
    'Test technician changed valve_check',
    'Test technician added valve_check',
    'Test lead changed reading',
    'Test technician added reading',
    'test added unit',
  ]);
  expect(entries[3]).toMatchObject({
    unitTag: 'RE-1',
    subjectId: reading,
    cameFrom: expect.stringMatching(/127\.0\.0\.1/),
    before: { state: 'suspect', settled_by: '' },
    after: { state: 'accepted', settled_by: 'Test lead' },
  });
  expect(entries[1]).toMatchObject({ before: { version: 1 }, after: { version: 2 } });
  expect(entries[0]?.after).toMatchObject({ state: 'signed', signed_by: 'Test technician', note: 'Done.' });
  expect(JSON.stringify(entries)).not.toContain('"feel"');
  const ago = Date.now() - Date.parse(entries[0]?.at ?? '');
  expect(ago).toBeGreaterThanOrEqual(0);
  expect(ago).toBeLessThan(600_000);
  // A refused write is no change.
  await technician.post(`/api/readings/${reading}/settle`).send({ decision: 'rejected' }).expect(403);
  await server.http.post(`/api/readings/${reading}/settle`).send({ decision: 'rejected' }).expect(409);
  expect(await entriesOf({ unit: 'RE-1' })).toHaveLength(6);
});

it('is read per unit, per family and per person, by leads only, a page at a time', async () => {
  await shop.unit('RE-2', familyId);
  for (let day = 1; day <= 55; day += 1) {
    await technician
      .post('/api/units/RE-2/readings')
      .send({ id: randomUUID(), hours: day, readAt: new Date(Date.UTC(2026, 2, day, 7)).toISOString() })
      .expect(200);
  }
  const first = await page({ unit: 'RE-2' });
  expect(first.entries).toHaveLength(50);
  const rest = await page({ unit: 'RE-2', before: first.older });
  expect(rest.entries).toHaveLength(6);
  expect(rest.older).toBeNull();
  expect(new Set([...first.entries, ...rest.entries].map(({ seq }) => seq)).size).toBe(56);

  expect((await entriesOf({ family: 'Chert' })).map(({ subject }) => subject).sort()).toEqual([
    'family',
    'specification_source',
  ]);
  const { id } = server.people.technician;
  const own = await entriesOf({ person: id });
  expect(own.every(({ actor, subjectId }) => actor === 'Test technician' || subjectId === id)).toBe(true);
  expect(own.length).toBe(50);
  await technician.get('/api/audit-log').expect(403);
  await server.http.get('/api/audit-log').query({ unit: 'NO-1' }).expect(404);
});

it('states that a secret changed, never its value', async () => {
  const owner = await server.as('owner');
  const { id } = server.people.viewer;
  await owner
    .post(`/api/people/${id}/secrets`)
    .send({ passphrase: 'the sluice is shut at noon', pin: '2580' })
    .expect(200);
  const [entry] = await entriesOf({ person: id });
  expect(entry).toMatchObject({
    actor: 'Test owner',
    after: { passphrase_hash: '(new secret)', pin_hash: '(new secret)' },
  });
  expect(JSON.stringify(await server.owner.query('select before, after from audit_entry'))).not.toMatch(/argon2/);
});

it('exports every entry as CSV that a spreadsheet does not run', async () => {
  await shop.unit('RE-3', familyId);
  const id = randomUUID();
  await technician.post('/api/units/RE-3/checks').send({ id });
  const content = draft({ found: INSIDE }, { found: INSIDE });
  await technician.put(`/api/checks/${id}/draft`).send({ version: 1, draft: content });
  await technician.post(`/api/checks/${id}/sign`).send({ version: 2, note: '=1+1, "quoted"\nand a line' }).expect(200);
  const answer = await server.http.get('/api/audit-log/export.csv').expect(200);
  expect(answer.headers['content-disposition']).toContain('attachment');
  const rows: Record<string, string>[] = parse(answer.text, { columns: true, bom: true });
  const [{ entries } = { entries: 0 }] = await server.owner.query<{ entries: number }[]>(
    'select count(*)::int as entries from audit_entry',
  );
  expect(rows).toHaveLength(entries);
  expect(rows.some(({ after }) => after?.includes('=1+1, \\"quoted\\"\\nand a line'))).toBe(true);
  expect(rows.flatMap(Object.values).some((cell) => /^[=+\-@\t\r]/.test(cell))).toBe(false);
});

describe('cannot be rewritten', () => {
  it.each([
    'delete from audit_entry',
    "update audit_entry set actor_name = 'Somebody else'",
    "insert into audit_entry (at, actor_kind, actor_name, came_from, device, subject, what) values (now(), 'person', 'X', '', '', 'unit', 'added')",
    'truncate audit_entry',
    'drop table audit_entry',
    'alter table reading disable trigger audited',
    'delete from reading',
    'update reading set shown_hours = 1',
    'delete from valve_check',
    'update finding set final = false',
    'update amendment set reason = reason',
    'create table mine (x int)',
  ])('by the serving role: %s', async (statement) => {
    await expect(server.database.query(statement)).rejects.toThrow(/permission denied|must be owner/);
  });

  it('nor by the owner of the schema', async () => {
    for (const statement of [
      'delete from audit_entry',
      'update audit_entry set device = device',
      'truncate audit_entry',
    ])
      await expect(server.owner.query(statement)).rejects.toThrow(/append-only/);
    await expect(server.owner.query("update valve_check set note = 'Changed' where state = 'signed'")).rejects.toThrow(
      /a signed check is never changed/,
    );
  });

  it('nor left out: a change by the serving role without an actor is refused', async () => {
    await expect(server.database.query("update person set name = 'Nobody did this'")).rejects.toThrow(
      /a change of person without an actor/,
    );
    await server.owner.query("update site set name = 'Yard by hand'");
    expect((await page({})).entries[0]).toMatchObject({ actorKind: 'database', actor: 'shim_owner', subject: 'site' });
  });
});

import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { type Agent, type TestServer, startServer } from './testing/server.ts';
import { bladeSetBody, unitBody } from './testing/bodies.ts';
import { openShop } from './testing/shop.ts';

let server: TestServer;
let owner: Agent;
let familyId: string;
let siteId: string;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  const shop = await openShop(server);
  familyId = await shop.family({ code: 'Tuff 45' });
  await shop.unit('PW-22', familyId);
  owner = await server.as('owner');
  siteId = (await owner.get('/api/sites')).body[0].id;
});
afterAll(() => server.stop());

const unit = (tag: string) => unitBody({ familyId, siteId }, { tag });
const site = (name: string) => ({ id: randomUUID(), name });
const person = (initials: string) => ({ id: randomUUID(), name: 'Nell', initials, role: 'viewer' });
const set = (name: string) => bladeSetBody({ name });

describe('equivalent names are the same name', () => {
  it.each([
    ['a tag', '/api/units', () => unit('ＰＷ 22'), 'tag-taken'],
    ['a site', '/api/sites', () => site('y a.rd'), 'site-taken'],
    ['initials', '/api/people', () => person('O-W'), 'initials-taken'],
    ['a blade set', '/api/blade-sets', () => set('S-E-T'), 'name-taken'],
  ] as const)('%s', async (_, route, make, code) => {
    expect((await owner.post(route).send(make()).expect(409)).body.code).toBe(code);
  });

  it('a family, which is found by any spelling of its code', async () => {
    const { body } = await owner.get('/api/families/tuff‑45').expect(200);
    const {
      id: _id,
      version: _version,
      revision: _revision,
      sources: _sources,
      windows: _windows,
      rules: _rules,
      baseCode: _base,
      ownFields: _own,
      ...fields
    } = body;
    const answer = await owner
      .post('/api/families')
      .send({ ...fields, id: randomUUID(), code: 'TUFF–45' })
      .expect(409);
    expect(answer.body.code).toBe('code-taken');
  });
});

describe('a name without letters or digits, or with invisible characters, is refused at its field', () => {
  it.each([
    ['dashes', '–—-'],
    ['invisible characters', '\u200b\u2060'],
    ['a direction character', 'PW-\u202e22'],
    ['a mark of direction', 'PW\u200f-22'],
    ['a line separator', 'PW\u202822'],
  ])('%s', async (_, name) => {
    for (const [route, body, field] of [
      ['/api/units', unit(name), 'tag'],
      ['/api/sites', site(name), 'name'],
      ['/api/people', person(name.slice(0, 6)), 'initials'],
      ['/api/blade-sets', set(name), 'name'],
    ] as const) {
      const answer = await owner.post(route).send(body);
      expect([400, 422]).toContain(answer.status);
      expect(answer.body.errors[0].field).toBe(field);
    }
  });
});

it('pages through any tags that are allowed', async () => {
  // Each of these letters expands when names are compared (NFKC), and some are outside the basic plane.
  const tags = ['\ufdfa'.repeat(40), '㍿'.repeat(40), '%_\\', '𝔘𝔫𝔦𝔱 7', '"x"; --1', 'ß'.repeat(40)];
  for (const tag of tags)
    await owner
      .post('/api/units')
      .send(unit(tag))
      .expect(tag === '%_\\' ? 422 : 200);
  const page = async (cursor: string | null) =>
    (
      await owner
        .get('/api/register')
        .query({ limit: 1, ...(cursor && { cursor }) })
        .expect(200)
    ).body as { lines: { tag: string }[]; next: string | null };
  const seen: string[] = [];
  let at = await page(null);
  for (; at.next !== null; at = await page(at.next)) seen.push(...at.lines.map(({ tag }) => tag));
  seen.push(...at.lines.map(({ tag }) => tag));
  expect(seen.sort()).toEqual([...tags.filter((tag) => tag !== '%_\\'), 'PW-22'].sort());
});

describe('a cursor is checked like any input', () => {
  const cursor = (value: unknown) => Buffer.from(JSON.stringify(value)).toString('base64url');
  it.each([
    ['no JSON', 'x'],
    ['too few parts', cursor([1, 2])],
    ['extra keys', cursor({ rank: 1, urgency: 0, tagKey: 'A', site: 'Yard', last: 99 })],
    ['a rank out of range', cursor([2 ** 40, 0, 'A'])],
    ['another kind', cursor(['1', 0, 'A'])],
    ['a number that is none', '[1,1e999,"A"]'],
    ['text that cannot be stored', cursor([1, 0, 'A\u0000'])],
    ['text without end', cursor([1, 0, 'A'.repeat(2000)])],
  ])('%s', async (_, text) => {
    const { body } = await owner.get('/api/yard/queue').query({ cursor: text }).expect(400);
    expect(body.errors[0].field).toBe('cursor');
    await owner.get('/api/register').query({ cursor: text }).expect(400);
  });
});

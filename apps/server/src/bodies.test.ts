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
  owner = await server.as('owner');
  const shop = await openShop(server);
  familyId = await shop.family();
  for (const tag of ['CA-1', 'CA-2']) await shop.unit(tag, familyId);
  siteId = (await owner.get('/api/sites')).body[0].id;
});
afterAll(() => server.stop());

describe('ids are case-insensitive', () => {
  it('a unit of a family in capitals is saved once, with its status, and is found by its id in capitals', async () => {
    const body = unitBody({ familyId: familyId.toUpperCase(), siteId: siteId.toUpperCase() }, { tag: 'CA-9' });
    const saved = (await owner.post('/api/units').send(body).expect(200)).body;
    await owner
      .post('/api/units')
      .send({ ...body, id: body.id.toUpperCase() })
      .expect(200);
    await owner.get('/api/units/CA-9/status').expect(200);
    const { id, family, site: _site, ...fields } = saved;
    const change = { ...fields, familyId: family.id, note: 'moved' };
    const changed = await owner.put(`/api/units/${id.toUpperCase()}`).send(change).expect(200);
    expect(changed.body).toMatchObject({ id, note: 'moved', version: 2 });
  });

  it('a reading sent again with its id in capitals counts once, and of twelve at once each is audited under its person', async () => {
    const id = randomUUID();
    const read = (readingId: string, hours: number) =>
      owner.post('/api/units/CA-1/readings').send({ id: readingId, hours, readAt: '2026-05-01T07:00:00Z' });
    await read(id, 5).expect(200);
    await read(id.toUpperCase(), 5).expect(200);
    const ids = Array.from({ length: 12 }, () => randomUUID().toUpperCase());
    const send = (readingId: string, index: number) =>
      owner
        .post('/api/units/CA-2/readings')
        .send({ id: readingId, hours: 10 + index, readAt: `2026-05-${String(index + 1).padStart(2, '0')}T07:00:00Z` });
    const answers = await Promise.all(ids.map(send));
    expect(answers.map(({ status }) => status)).toEqual(ids.map(() => 200));
    const rows = await server.owner.query<{ actor_kind: string; actor_name: string }[]>(
      "select actor_kind, actor_name from audit_entry where subject = 'reading' and what = 'added'",
    );
    expect(rows).toEqual(Array.from({ length: 13 }, () => ({ actor_kind: 'person', actor_name: 'Test owner' })));
  });

  it('blade sets and feeds are saved or refused, never both', async () => {
    const set = bladeSetBody();
    const asked = [
      () => owner.post('/api/blade-sets').send({ ...set, id: set.id.toUpperCase() }),
      () =>
        owner.post('/api/hour-feeds').send({
          id: '00000000-0000-4000-8000-0000000000AB',
          name: 'Gateway',
          url: 'https://gateway.example/fleet/1',
          on: false,
          everyMinutes: 60,
          inside: false,
        }),
    ];
    for (const send of asked) {
      await send().expect(200);
      await send().expect(200);
    }
    const { feeds } = (await owner.get('/api/hour-feeds')).body;
    expect(feeds.map(({ id }: { id: string }) => id)).toEqual(['00000000-0000-4000-8000-0000000000ab']);
  });
});

interface Schema {
  readonly $ref?: string;
  readonly type?: string;
  readonly items?: Schema;
  readonly oneOf?: readonly Schema[];
  readonly properties?: Readonly<Record<string, Schema>>;
}
type Contract = { readonly components: { readonly schemas: Readonly<Record<string, Schema>> } } & {
  readonly paths: Readonly<
    Record<
      string,
      Readonly<Record<string, { readonly requestBody?: { readonly content: Record<string, { schema: Schema }> } }>>
    >
  >;
};

/** Every path to a list of objects within a schema: names of fields, 0 for the first entry of a list. */
function* listsOfObjects(schema: Schema, contract: Contract, depth = 0): Generator<(string | 0)[]> {
  const known = schema.$ref === undefined ? schema : contract.components.schemas[schema.$ref.split('/').at(-1) ?? ''];
  if (known === undefined || depth > 6) return;
  if (known.type === 'array' && known.items !== undefined) {
    if (known.items.$ref !== undefined || known.items.oneOf !== undefined) yield [];
    for (const path of listsOfObjects(known.items, contract, depth + 1)) yield [0, ...path];
    return;
  }
  for (const [name, part] of Object.entries(known.properties ?? {}))
    for (const path of listsOfObjects(part, contract, depth + 1)) yield [name, ...path];
}

/** An object with a single value at a path. */
const holding = (path: readonly (string | 0)[], value: unknown): unknown =>
  path.reduceRight<unknown>((inner, part) => (part === 0 ? [inner] : { [part]: inner }), value);

it('a list within a list of objects is refused at its field, in every body of the contract', async () => {
  const contract = (await owner.get('/api/openapi.json').expect(200)).body as Contract;
  let tried = 0;
  for (const [route, methods] of Object.entries(contract.paths))
    for (const [method, { requestBody }] of Object.entries(methods)) {
      const schema = requestBody?.content['application/json']?.schema;
      if (schema === undefined) continue;
      const path = route.replaceAll(/\{(\w+)\}/g, (_, name: string) => (name === 'tag' ? 'CA-1' : randomUUID()));
      for (const list of listsOfObjects(schema, contract)) {
        tried += 1;
        for (const wrong of [[[]], [[{}]], [null], [1]]) {
          const answer = await owner[method as 'post' | 'put'](path).send(holding(list, wrong) as object);
          const fields = (answer.body.errors as { field: string }[]).map(({ field }) => field);
          expect([route, list.join('.'), answer.status]).toEqual([route, list.join('.'), 400]);
          expect(fields.some((field) => field.startsWith(list.join('.')))).toBe(true);
        }
      }
    }
  expect(tried).toBeGreaterThan(15);
});

it('a discriminator that is a list of one word is refused', async () => {
  const body = { kind: ['range'], min: { value: 0.1, unit: 'mm' }, max: { value: 0.2, unit: 'mm' } };
  const source = {
    id: randomUUID(),
    kind: 'manual',
    saidBy: 'Book',
    saidOn: '2026-01-01',
    note: '',
    intake: body,
    exhaust: body,
  };
  const { body: answer } = await owner.post(`/api/families/${familyId}/sources`).send(source).expect(400);
  expect(answer.errors.map(({ field }: { field: string }) => field)).toContain('intake');
});

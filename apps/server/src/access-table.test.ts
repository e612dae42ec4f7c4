import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { ROLES, type Role, SCOPES, atLeast } from './platform/index.ts';
import { type Agent, type TestServer, startServer } from './testing/server.ts';

/** The rows of the guide's access table, written by hand: the server must grant exactly these rights. */
interface Line {
  readonly method: string;
  readonly route: string;
  readonly role: Role | 'public';
  readonly bench: boolean;
  readonly key: string;
}

const GUIDE = new URL('../../../docs/guide/access.md', import.meta.url);
const TABLE: readonly Line[] = readFileSync(GUIDE, 'utf8')
  .split('\n')
  .filter((line) => /^\| (GET|POST|PUT|DELETE|PATCH) /.test(line))
  .map((line) => {
    const [method = '', route = '', role = '', bench = '', key = ''] = line
      .split('|')
      .slice(1)
      .map((cell) => cell.trim());
    return { method, route, role: role as Line['role'], bench: bench === 'yes', key };
  });

let server: TestServer;
const senders = new Map<string, Agent>();
const mayLines = new Map<Role, Set<string>>();

beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  for (const role of ROLES) senders.set(role, await server.as(role));
  const owner = await server.as('owner');
  const lead = await server.as('lead');
  // A trusted tablet, with every person signed in by PIN.
  const tablet = await lead.post('/api/devices').send({ id: randomUUID(), name: 'Bench tablet' }).expect(200);
  const device = String(tablet.headers['set-cookie']).split(';')[0] ?? '';
  for (const role of ROLES) {
    await owner.post(`/api/people/${server.people[role].id}/secrets`).send({ pin: '2580' }).expect(200);
    senders.set(role, await server.as(role));
    const by = await server.as(null);
    const answer = await by
      .post('/api/sign-in/pin')
      .set('Cookie', device)
      .send({ initials: server.people[role].initials, pin: '2580' })
      .expect(204);
    const session = String(answer.headers['set-cookie']).split(';')[0] ?? '';
    senders.set(`${role} by PIN`, (await server.as(null)).set('Cookie', `${device}; ${session}`));
  }
  for (const scope of SCOPES) {
    const { body } = await (senders.get('owner') as Agent)
      .post('/api/access-keys')
      .send({ id: randomUUID(), name: `For ${scope}`, scopes: [scope] })
      .expect(200);
    senders.set(`key ${scope}`, (await server.as(null)).set('Authorization', `Bearer ${body.secret}`));
  }
  senders.set('nobody', await server.as(null));
  for (const role of ROLES) {
    const { body } = await (senders.get(role) as Agent).get('/api/me').expect(200);
    mayLines.set(role, new Set(body.may));
  }
});
afterAll(() => server.stop());

interface Operation {
  readonly method: string;
  readonly route: string;
  readonly id: string;
}

async function operations(): Promise<Operation[]> {
  const { body } = await server.http.get('/api/openapi.json').expect(200);
  return Object.entries(body.paths as Record<string, Record<string, { operationId: string }>>).flatMap(
    ([route, methods]) =>
      Object.entries(methods).map(([method, { operationId }]) => ({
        method: method.toUpperCase(),
        route,
        id: operationId,
      })),
  );
}

it('has a line for every route of the contract, and no line without a route', async () => {
  const routes = (await operations()).map(({ method, route }) => `${method} ${route}`).sort();
  expect(TABLE.map(({ method, route }) => `${method} ${route}`).sort()).toEqual(routes);
});

/** Whether the table lets this sender in. */
function allowed({ role, bench, key }: Line, sender: string): boolean {
  if (role === 'public') return true;
  if (sender === 'nobody') return false;
  if (sender.startsWith('key ')) return key === sender.slice(4);
  const own = sender.replace(' by PIN', '') as Role;
  return atLeast(own, role) && (bench || !sender.endsWith('PIN'));
}

const SENDERS = [
  ...ROLES,
  ...ROLES.map((role) => `${role} by PIN`),
  ...SCOPES.map((scope) => `key ${scope}`),
  'nobody',
];

it.each(TABLE)('$method $route answers each sender as the table says', async (line) => {
  for (const sender of SENDERS) {
    // Signing out would end the session that the later operations use.
    if (line.route === '/api/sign-out' && sender !== 'nobody') continue;
    const path = line.route.replace('{id}', randomUUID()).replace('{tag}', 'NO-1').replace('{code}', 'None');
    const agent = senders.get(sender) as Agent;
    const { status, body } = await agent[line.method.toLowerCase() as 'get'](path).send(
      line.method === 'GET' ? undefined : {},
    );
    if (allowed(line, sender)) {
      // Allowed: any remaining error concerns the request itself.
      expect({ sender, refused: status === 401 || (status === 403 && body.code !== 'device-not-trusted') }).toEqual({
        sender,
        refused: false,
      });
      expect(status).toBeLessThan(500);
    } else {
      expect({ sender, status }).toEqual({ sender, status: sender === 'nobody' ? 401 : 403 });
      expect(body).toMatchObject({ code: expect.any(String), detail: expect.any(String), remedy: expect.any(String) });
    }
  }
});

it('tells each role just the operations that the table gives it', async () => {
  const known = await operations();
  for (const role of ROLES) {
    const given = TABLE.filter((line) => allowed(line, role)).map(
      ({ method, route }) => known.find((each) => each.method === method && each.route === route)?.id,
    );
    expect([...(mayLines.get(role) ?? [])].sort()).toEqual(given.sort());
  }
});

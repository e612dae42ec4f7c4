import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import { connect } from 'node:net';
import { type Agent, type TestServer, startServer } from './testing/server.ts';

/** Rows of docs/guide/security.md name these tests; keep the names identical. */
let server: TestServer;
let origin: string;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  origin = await server.app.getUrl();
});
afterAll(() => server.stop());

const reading = () => ({ id: randomUUID(), hours: 3, readAt: '2026-05-01T07:00:00Z' });

it('sends headers that let pages load from ourselves only, with nothing inline', async () => {
  const { headers } = await server.http.get('/api/sign-in').expect(200);
  const policy = String(headers['content-security-policy']);
  expect(policy).toContain("default-src 'none'");
  expect(policy).toContain("script-src 'self'");
  expect(policy).toContain("frame-ancestors 'none'");
  expect(policy).not.toMatch(/unsafe|\*|https?:/);
  expect(policy).toMatch(/style-src 'self' 'nonce-[\w+/=]{24}'/);
  expect(headers).toMatchObject({
    'x-content-type-options': 'nosniff',
    'referrer-policy': 'no-referrer',
    'cache-control': 'no-store',
  });
  expect(headers['x-powered-by']).toBeUndefined();
  const again = await server.http.get('/api/sign-in');
  expect(again.headers['content-security-policy']).not.toBe(policy);
});

it('compresses what is worth it', async () => {
  const { headers } = await server.http.get('/api/openapi.json').set('Accept-Encoding', 'br').buffer(false).expect(200);
  expect(headers).toMatchObject({ 'content-encoding': 'br', vary: expect.stringContaining('Accept-Encoding') });
});

it('does not send a sheet again that has not changed', async () => {
  const lead = await server.as('lead');
  const first = await lead.get('/api/families').expect(200);
  expect(first.headers['cache-control']).toBe('private, no-cache');
  const again = await lead.get('/api/families').set('If-None-Match', String(first.headers.etag)).expect(304);
  expect(again.text).toBe('');
});

it('answers HEAD as GET, without a body', async () => {
  for (const path of ['/api/sign-in', '/api/health', '/api/units/NO-1']) {
    const [head, got] = [await server.http.head(path), await server.http.get(path)];
    expect([head.status, head.type, head.text]).toEqual([got.status, got.type, undefined]);
  }
});

describe('a write with a cookie', () => {
  let lead: Agent;
  beforeAll(async () => void (lead = await server.as('lead')));
  it.each([
    ['another site', 'https://elsewhere.example'],
    ['another port of this machine', 'http://127.0.0.1:1'],
    ['a page without an origin', 'null'],
    ['an empty origin', ''],
    ['a name that was made to lead here', 'http://rebound.example:4080', 'rebound.example:4080'],
  ])('is refused when it comes from %s', async (_, foreign, host = new URL(origin).host) => {
    const headers = { Origin: foreign, Host: host };
    const { body } = await lead.post('/api/units/NO-1/readings').set(headers).send(reading()).expect(403);
    expect(body.code).toBe('foreign-origin');
  });

  it('is let through from our own pages', async () => {
    await lead.post('/api/units/NO-1/readings').send(reading()).expect(404);
  });
});

it('accepts only JSON: a form of another site cannot write, and bodies over 256 kB are refused', async () => {
  await server.http.post('/api/units/NO-1/readings').type('form').send({ hours: 3 }).expect(400);
  await server.http.post('/api/units/NO-1/readings').type('text/plain').send('{"hours":3}').expect(400);
  const { body } = await server.http
    .post('/api/units/NO-1/readings')
    .send({ ...reading(), note: 'x'.repeat(300_000) })
    .expect(413);
  expect(body).toMatchObject({ code: 'too-large' });
});

describe('a body', () => {
  const deep = (levels: number): string => `${'{"a":'.repeat(levels)}1${'}'.repeat(levels)}`;
  const post = (agent: Agent, route: string, text: string) =>
    agent.post(route).set('Content-Type', 'application/json').send(text);

  it.each(['/api/sign-in', '/api/set-up', '/api/units', '/api/units/NO-1/readings', '/api/families'])(
    'of 3 000 levels is refused at %s before anything walks it',
    async (route) => {
      const { body } = await post(await server.as('lead'), route, deep(3000)).expect(400);
      expect(body).toMatchObject({ code: 'too-deep', detail: expect.stringContaining('20 levels') });
      await post(await server.as('lead'), route, '['.repeat(200_000)).expect(400);
    },
  );

  it.each(['__proto__', 'constructor', 'prototype'])('may not name %s, wherever it stands', async (name) => {
    const lead = await server.as('lead');
    const text = `{"id":"${randomUUID()}","readAt":"2026-05-01T07:00:00Z","hours":3,"${name}":{"hours":9}}`;
    const { body } = await post(lead, '/api/units/NO-1/readings', text).expect(400);
    expect(body).toMatchObject({ code: 'invalid-fields', errors: [{ field: name }] });
    const nested = await post(lead, '/api/sites', `{"id":"${randomUUID()}","name":{"a":[{"${name}":1}]}}`).expect(400);
    expect(nested.body.errors[0].field).toBe(`name.a.0.${name}`);
    await lead.get('/api/yard/queue').query(`${name}=1`).expect(400);
  });

  it('is read only after authentication: sender first, then size, then syntax', async () => {
    const [nobody, viewer, lead] = [await server.as(null), await server.as('viewer'), await server.as('lead')];
    const bytes = Buffer.alloc(9_000_000);
    const upload = (agent: Agent) =>
      agent.post('/api/attachments?name=x').set('Content-Type', 'application/octet-stream').send(bytes);
    expect((await post(nobody, '/api/sites', '{broken').expect(401)).body.code).toBe('not-signed-in');
    expect((await post(nobody, '/api/sites', deep(3000)).expect(401)).body.code).toBe('not-signed-in');
    expect((await upload(nobody).expect(401)).body.code).toBe('not-signed-in');
    expect((await post(viewer, '/api/sites', '{broken').expect(403)).body.code).toBe('not-allowed');
    expect((await upload(viewer).expect(403)).body.code).toBe('not-allowed');
    expect((await upload(lead).expect(413)).body.code).toBe('too-large');
    expect((await post(lead, '/api/sites', `{broken${' '.repeat(300_000)}`).expect(413)).body.code).toBe('too-large');
    expect((await post(lead, '/api/sites', '{broken').expect(400)).body.code).toBe('unreadable');
  });
});

it('disconnects a sender of slow request headers', () => {
  const { requestTimeout, headersTimeout } = server.app.getHttpServer() as {
    requestTimeout: number;
    headersTimeout: number;
  };
  expect(requestTimeout).toBeLessThanOrEqual(30_000);
  expect(headersTimeout).toBeLessThanOrEqual(10_000);
});

it('throttles an address that asks too often, and says so', async () => {
  const slow = await startServer('2026-06-01T08:00:00Z', { requestsPerMinute: 20 });
  try {
    const agent = await slow.as('lead');
    const answers = [];
    for (let request = 0; request < 25; request += 1) answers.push(await agent.get('/api/yard'));
    expect(answers.map(({ status }) => status).filter((status) => status === 429)).toHaveLength(5);
    expect(answers.at(-1)?.body).toMatchObject({ code: 'too-often', remedy: expect.stringContaining('Wait') });
  } finally {
    await slow.stop();
  }
});

it('reveals no internals when it fails', async () => {
  await server.owner.query('alter table site rename to site_gone');
  try {
    const { body } = await server.http.get('/api/yard').expect(500);
    expect(body).toMatchObject({ code: 'our-fault' });
    expect(JSON.stringify(body)).not.toMatch(/site|select|relation|\.ts|node_modules/i);
  } finally {
    await server.owner.query('alter table site_gone rename to site');
  }
});

it('refuses an invalid HTTP request and continues to serve', async () => {
  const { hostname, port } = new URL(origin);
  const said = await new Promise<string>((resolve) => {
    const socket = connect(Number(port), hostname, () => socket.write('GET / HTTP/9.9\r\n\u0000\r\n\r\n'));
    let text = '';
    socket.on('data', (chunk) => (text += String(chunk)));
    socket.on('close', () => resolve(text));
  });
  expect(said).toMatch(/^HTTP\/1\.1 400/);
  await server.http.get('/api/health').expect(200);
});

/** Every line of code of the server that is not a test. */
function* sources(): Generator<[string, string]> {
  const root = new URL('.', import.meta.url);
  for (const name of readdirSync(root, { recursive: true }) as string[]) {
    if (name.endsWith('.ts') && !name.endsWith('.test.ts') && !name.startsWith('testing/'))
      yield [name, readFileSync(new URL(name, root), 'utf8')];
  }
}

it('sends outgoing requests from two places only: hour feeds and mail', () => {
  const asks = /\bfetch\(|from 'node:(?:http|https|http2|net|tls|dgram|dns)'|axios|undici|nodemailer/;
  const found = [...sources()].filter(([, text]) => asks.test(text.replace(/import type .*\n/g, '')));
  expect(found.map(([name]) => name).sort()).toEqual(['digest/mailer.ts', 'gateway/fetch-page.ts']);
});

it('never inserts a user’s value into the text of a query', () => {
  // A template with a value in it, handed to query(...), where(...) or the like.
  const mixed = /\.(?:query|where|andWhere|orWhere|orderBy)\(\s*`[^`]*\$\{/;
  // Migrations put together names of their own.
  const found = [...sources()].filter(([name, text]) => mixed.test(text) && !name.startsWith('database/migrations/'));
  expect(found.map(([name]) => name)).toEqual([]);
});

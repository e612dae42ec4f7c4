import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { createApp } from '../app.ts';
import { NO_BACKUPS } from '../app.module.ts';
import { UnitsService } from '../units/index.ts';
import { ReadingsService } from '../readings/index.ts';
import { type TestServer, asProgram, startServer } from '../testing/server.ts';
import { openShop } from '../testing/shop.ts';
import { MOST_A_HOLDER } from './lines.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  const shop = await openShop(server);
  const familyId = await shop.family();
  for (const tag of ['LV-1', 'LV-2']) await shop.unit(tag, familyId);
});
afterAll(() => server.stop());

/** Reads a stream of events as a browser does. */
async function openStream(cookie?: string): Promise<{ next(): Promise<string>; close(): void }> {
  const ending = new AbortController();
  const answer = await fetch(`${await server.app.getUrl()}/api/live`, {
    headers: { Accept: 'text/event-stream', Cookie: cookie ?? (await server.session('viewer')) },
    signal: ending.signal,
  });
  expect(answer.headers.get('content-type')).toBe('text/event-stream');
  const reader = (answer.body as ReadableStream<Uint8Array>).getReader();
  const decoder = new TextDecoder();
  let text = '';
  return {
    next: async () => {
      for (;;) {
        const event = /event: (.*)\ndata: (.*)\n\n/.exec(text);
        if (event !== null) {
          text = text.slice(event.index + event[0].length);
          return `${event[1]} ${event[2]}`;
        }
        const { value, done } = await reader.read();
        if (done) return 'end';
        text += decoder.decode(value, { stream: true });
      }
    },
    close: () => ending.abort(),
  };
}

const readAt = (app: TestServer['app'], tag: string, hours: number) =>
  asProgram(() =>
    app.get(ReadingsService).record(tag, { id: randomUUID(), hours, readAt: `2026-05-0${Math.ceil(hours)}T07:00:00Z` }),
  );

it('notifies pages on every node of writes on another node, also after a lost connection', async () => {
  const stream = await openStream();
  expect(await stream.next()).toBe('ready ');
  const other = await createApp({
    databaseUrl: String(server.database.options.type === 'postgres' ? server.database.options.url : ''),
    logLevel: 'silent',
    webFolder: null,
    publicUrl: null,
    requestsPerMinute: Infinity,
    backups: NO_BACKUPS,
  });
  await other.init();
  await readAt(other, 'LV-1', 1);
  expect(await stream.next()).toBe('units ["LV-1"]');
  // A rolled-back change is not announced.
  await expect(
    asProgram(() => other.get(UnitsService).changeMany([randomUUID()], { use: 'stored' })),
  ).resolves.toMatchObject({ ok: false });
  await readAt(other, 'LV-2', 2);
  expect(await stream.next()).toBe('units ["LV-2"]');
  await server.owner.query(
    "select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and application_name = 'notices' and usename = current_user",
  );
  const cut = await server.database.query<unknown[]>(
    "select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and application_name = 'notices'",
  );
  expect(cut).toHaveLength(1);
  expect([await stream.next(), await stream.next(), await stream.next()]).toEqual([
    'database away',
    'database back',
    'units "many"',
  ]);
  await readAt(other, 'LV-1', 3);
  expect(await stream.next()).toBe('units ["LV-1"]');
  await other.close();
  stream.close();
});

it('answers a stream only to an authenticated request for one', async () => {
  expect((await server.http.get('/api/live').expect(400)).body.code).toBe('not-a-stream');
  await (await server.as(null)).get('/api/live').set('Accept', 'text/event-stream').expect(401);
});

it('a stream ends immediately with its session, and others stay open', async () => {
  const cookie = await server.session('technician');
  const [ending, other] = [await openStream(cookie), await openStream()];
  expect(await ending.next()).toBe('ready ');
  expect(await other.next()).toBe('ready ');
  const origin = await server.app.getUrl();
  const { status } = await fetch(`${origin}/api/sign-out`, {
    method: 'POST',
    headers: { Cookie: cookie, Origin: origin, 'Content-Type': 'application/json' },
    body: JSON.stringify({ everywhere: false }),
  });
  expect(status).toBe(204);
  expect(await ending.next()).toBe('end');
  await readAt(server.app, 'LV-2', 4);
  expect(await other.next()).toBe('units ["LV-2"]');
  other.close();
});

it('a session has a limit of streams: the oldest gets a message and is closed', async () => {
  const cookie = await server.session('lead');
  const oldest = await openStream(cookie);
  expect(await oldest.next()).toBe('ready ');
  const more = [];
  for (let line = 0; line < MOST_A_HOLDER; line += 1) more.push(await openStream(cookie));
  expect(await oldest.next()).toBe('crowded ');
  expect(await oldest.next()).toBe('end');
  for (const line of more) {
    expect(await line.next()).toBe('ready ');
    line.close();
  }
});

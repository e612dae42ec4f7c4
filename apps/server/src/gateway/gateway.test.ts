import { afterAll, afterEach, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { type IncomingMessage, type Server, type ServerResponse, createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Jobs } from '../jobs/index.ts';
import { type Agent, type TestServer, startServer } from '../testing/server.ts';
import { openShop } from '../testing/shop.ts';
import { isInside } from './fetch-page.ts';
import { readFleetPage } from './fleet-snapshot.ts';

const AT = '2026-05-30T07:00:00Z';
const json = (machines: readonly [string, number, string?][], next?: string) =>
  JSON.stringify({
    Version: '1',
    SnapshotTime: AT,
    Links: [{ Rel: 'self', Href: 'x' }, ...(next === undefined ? [] : [{ Rel: 'next', Href: next }])],
    Equipment: machines.map(([id, hours, at = AT]) => ({
      EquipmentHeader: { OEMName: 'SIMULATED', Model: 'Pump', EquipmentID: id, SerialNumber: `S-${id}` },
      CumulativeOperatingHours: { Hour: hours, Datetime: at },
    })),
  });
const xml = (id: string, hours: string) => `<?xml version="1.0"?><Fleet version="1" snapshotTime="${AT}">
  <Links><rel>next</rel><href>/fleet/2</href></Links>
  <Equipment><EquipmentHeader><OEMName>Any</OEMName><EquipmentID>${id}</EquipmentID><SerialNumber>A&amp;1</SerialNumber></EquipmentHeader>
  <CumulativeOperatingHours datetime="${AT}"><Hour>${hours}</Hour></CumulativeOperatingHours></Equipment></Fleet>`;

describe('a page of a fleet snapshot', () => {
  it('says the same as XML and as JSON', () => {
    const asXml = readFleetPage(xml('PW-1', '412.62'), 'application/xml');
    expect(asXml).toMatchObject({
      next: '/fleet/2',
      incomplete: 0,
      equipment: [{ equipmentId: 'PW-1', serial: 'A&1', hours: 412.6, simulated: false, readAt: new Date(AT) }],
    });
    expect(readFleetPage(json([['PW-1', 412.62]], '/fleet/2'), 'application/json')).toMatchObject({
      next: '/fleet/2',
      equipment: [{ equipmentId: 'PW-1', hours: 412.6, simulated: true, readAt: new Date(AT) }],
    });
    expect(readFleetPage('<Fleet/>', 'text/xml')).toEqual({ equipment: [], incomplete: 0, next: null });
  });

  it.each([
    ['no hours', json([['PW-1', -1]])],
    ['a word for hours', xml('PW-1', 'many')],
    ['no time', json([['PW-1', 5, 'yesterday']])],
    ['no identity', xml('', '5').replace('A&amp;1', '')],
  ])('counts a machine with %s, and reads the others', (_, page) => {
    expect(readFleetPage(page, page.startsWith('<') ? 'text/xml' : 'application/json')).toMatchObject({
      equipment: [],
      incomplete: 1,
    });
  });

  it.each(['', '[]', '{"a":1}', '<html><body/></html>', '<Fleet>', 'Fleet'])('%s is none', (page) => {
    expect(readFleetPage(page, '')).toBeNull();
  });
});

it.each([
  ['127.0.0.1', true],
  ['10.1.2.3', true],
  ['172.31.0.1', true],
  ['169.254.169.254', true],
  ['::1', true],
  ['fd00::1', true],
  ['::ffff:192.168.1.1', true],
  ['93.184.216.34', false],
  ['2606:2800:220:1::1', false],
  // IPv6 addresses with an embedded IPv4 address: translator, tunnel, and the deprecated form.
  ['64:ff9b::a9fe:a9fe', true],
  ['64:ff9b::7f00:1', true],
  ['2002:7f00:1::', true],
  ['2001:0:1:2::', true],
  ['fec0::1', true],
  ['::7f00:1', true],
  ['::ffff:7f00:1', true],
])('%s lies inside a network: %s', (address, inside) => {
  expect(isInside(address)).toBe(inside);
});

describe('a feed', () => {
  let server: TestServer;
  let owner: Agent;
  let gateway: Server;
  let base: string;
  let answers: (request: IncomingMessage, response: ServerResponse) => void;
  let asked: string[] = [];
  beforeAll(async () => {
    server = await startServer('2026-06-01T08:00:00Z');
    owner = await server.as('owner');
    const shop = await openShop(server);
    const familyId = await shop.family();
    for (const tag of ['GW-1', 'GW-2']) await shop.unit(tag, familyId, { serial: `S/${tag}` });
    gateway = createServer((request, response) => {
      asked.push(request.url ?? '');
      answers(request, response);
    }).listen(0, '127.0.0.1');
    await new Promise((resolve) => gateway.once('listening', resolve));
    base = `http://127.0.0.1:${(gateway.address() as AddressInfo).port}`;
  });
  afterEach(async () => {
    for (const { id, version, ...feed } of (await owner.get('/api/hour-feeds')).body.feeds)
      await owner.put(`/api/hour-feeds/${id}`).send({ ...fieldsOf(feed), on: false, version });
    asked = [];
  });
  afterAll(async () => {
    await server.stop();
    gateway.closeAllConnections();
    await new Promise((resolve) => gateway.close(resolve));
  });

  const fieldsOf = ({ name, url, everyMinutes, inside }: Record<string, unknown>) => ({
    name,
    url,
    everyMinutes,
    inside,
  });
  const add = async (change: object = {}) => {
    const feed = {
      id: randomUUID(),
      name: 'Gateway',
      url: `${base}/fleet/1`,
      on: true,
      everyMinutes: 60,
      inside: true,
    };
    await owner
      .post('/api/hour-feeds')
      .send({ ...feed, ...change })
      .expect(200);
    return feed.id;
  };
  const poll = async (iso: string): Promise<void> => {
    server.setNow(iso);
    const jobs = server.app.get(Jobs);
    await server.database.transaction((manager) => jobs.ask(manager, 'gateway'));
    await jobs.workOff();
  };
  const last = async (id: string) => (await owner.get(`/api/hour-feeds/${id}/polls`).expect(200)).body.polls[0];
  const say = (response: ServerResponse, body: string) =>
    response.setHeader('Content-Type', 'application/json').end(body);

  it('stores each reading once, page by page; unknown machines wait to be matched', async () => {
    answers = ({ url }, response) =>
      url === '/fleet/1'
        ? say(response, json([['gw1', 12.5]], '/fleet/2'))
        : say(
            response,
            json([
              ['ZZ-9', 80],
              ['other', 4],
              ['GW-2', 7],
            ]),
          );
    const id = await add();
    await poll('2026-06-01T09:00:00Z');
    expect(await last(id)).toMatchObject({
      pages: 2,
      machines: 4,
      accepted: 2,
      unmatched: 2,
      simulated: true,
      failure: '',
    });
    const [reading] = (await server.http.get('/api/units/GW-1/readings')).body;
    expect(reading).toMatchObject({ hours: 12.5, readBy: 'Gateway (simulated)', state: 'accepted' });
    // Before its next poll; then the same page again.
    await poll('2026-06-01T09:30:00Z');
    expect(asked).toHaveLength(2);
    await poll('2026-06-01T10:30:00Z');
    expect(await last(id)).toMatchObject({ accepted: 0, known: 2 });
    const { machines } = (await owner.get(`/api/hour-feeds/${id}/unmatched`).expect(200)).body;
    expect(new Set(machines.map(({ machine }: { machine: string }) => machine))).toEqual(new Set(['other', 'ZZ-9']));
    const match = (machine: string, tag: string | null) =>
      server.http.post(`/api/hour-feeds/${id}/match`).send({ machine, tag });
    await match('other', null).expect(204);
    expect((await match('ZZ-9', 'NO-SUCH').expect(404)).body.code).toBe('no-such-unit');
    await match('ZZ-9', 'gw 2').expect(204);
    expect((await owner.get(`/api/hour-feeds/${id}/unmatched`)).body.machines).toEqual([]);
    await poll('2026-06-01T12:00:00Z');
    expect(await last(id)).toMatchObject({ suspect: 1, unmatched: 0 });
  });

  it.each<[string, (response: ServerResponse) => void, RegExp]>([
    ['fails', (response) => void response.writeHead(500).end(), /answered 500/],
    [
      'leads elsewhere',
      (response) => void response.writeHead(302, { Location: 'http://127.0.0.1:1/' }).end(),
      /redirects/,
    ],
    ['answers nonsense', (response) => void response.end('hello'), /no fleet snapshot/],
    ['names itself as the next page', (response) => void say(response, json([], '/fleet/1')), /again and again/],
    [
      'sends the next page elsewhere',
      (response) => void say(response, json([], 'http://10.0.0.1/x')),
      /another address/,
    ],
    ['cuts the line', (response) => void response.socket?.destroy(), /hang up|reset/],
  ])('that %s is told, tried later and later, and keeps nothing of it', async (_, answer, why) => {
    answers = (request, response) => answer(response);
    const id = await add();
    await poll('2026-06-02T09:00:00Z');
    expect((await last(id)).failure).toMatch(why);
    const tries = asked.length;
    // Twice the time after the first failure.
    await poll('2026-06-02T10:30:00Z');
    expect(asked).toHaveLength(tries);
    await poll('2026-06-02T11:01:00Z');
    expect(asked.length).toBeGreaterThan(tries);
  });

  it('no address inside the network is asked unless an owner allowed it, and only owners may', async () => {
    answers = (_, response) => say(response, json([]));
    const id = await add({ inside: false });
    await poll('2026-06-03T09:00:00Z');
    expect((await last(id)).failure).toMatch(/inside the shop’s network/);
    expect(asked).toEqual([]);
    const named = await add({ inside: false, url: base.replace('127.0.0.1', 'localhost') });
    await poll('2026-06-03T09:01:00Z');
    expect((await last(named)).failure).toMatch(/inside the shop’s network/);
    await server.http.post('/api/hour-feeds').send({}).expect(403);
    const wrong = { id: randomUUID(), name: 'X', url: 'file:///etc/passwd', on: true, everyMinutes: 60, inside: true };
    expect((await owner.post('/api/hour-feeds').send(wrong).expect(422)).body.errors[0].field).toBe('url');
  });

  it('sends what the owner set, and never gives it out', async () => {
    let sent = '';
    answers = ({ headers }, response) => {
      sent = headers.authorization ?? '';
      say(response, json([]));
    };
    const id = await add({ authorization: 'Bearer quite-secret' });
    await poll('2026-06-04T09:00:00Z');
    expect(sent).toBe('Bearer quite-secret');
    const told = [
      await owner.get('/api/hour-feeds'),
      await owner.get(`/api/hour-feeds/${id}/polls`),
      await owner.get('/api/audit-log'),
    ];
    expect(JSON.stringify(told.map(({ body }) => body))).not.toContain('quite-secret');
  });

  it('text that the database does not accept is sanitized, and the other machines of the page are stored', async () => {
    answers = (_, response) =>
      say(
        response,
        JSON.stringify({
          Equipment: ['A\u0000B', '\ud800', 'GW\u200b-1', 'GW-2'].map((id, index) => ({
            EquipmentHeader: { EquipmentID: id, SerialNumber: `N\u0000${index}`, Model: 'P\u202e' },
            CumulativeOperatingHours: { Hour: 20 + index, Datetime: '2026-06-05T07:00:00Z' },
          })),
        }),
      );
    const id = await add();
    await poll('2026-06-05T09:00:00Z');
    expect(await last(id)).toMatchObject({ failure: '', machines: 4, unmatched: 3 });
    const { machines } = (await owner.get(`/api/hour-feeds/${id}/unmatched`).expect(200)).body;
    expect(machines.map(({ machine }: { machine: string }) => machine).sort()).toEqual(['A�B', 'GW�-1', '�']);
    expect(machines.every(({ model }: { model: string }) => model === 'P�')).toBe(true);
  });

  it('a page of any number of machines is kept', async () => {
    answers = (_, response) =>
      say(
        response,
        json(Array.from({ length: 12_000 }, (_, index) => [`M-${index}`, index % 900] as [string, number])),
      );
    const id = await add();
    await poll('2026-06-06T09:00:00Z');
    expect(await last(id)).toMatchObject({ failure: '', machines: 12_000, unmatched: 12_000 });
  });

  it('a feed that fails does not delay the others', async () => {
    answers = (_, response) => say(response, json([['GW-2', 30, '2026-06-07T07:00:00Z']]));
    const [broken, sound] = [await add({ name: 'A broken one' }), await add({ name: 'B sound' })];
    // A stored value from before validation.
    await server.owner.query('update hour_feed_secret set "authorization" = $1 where feed_id = $2', ['€', broken]);
    await poll('2026-06-07T09:00:00Z');
    expect((await last(broken)).failure).toMatch(/could not be kept|character/);
    expect(await last(sound)).toMatchObject({ failure: '', machines: 1 });
    const fields = { name: 'C', url: base, on: true, everyMinutes: 60, inside: true };
    const euro = { id: randomUUID(), ...fields, authorization: '€' };
    expect((await owner.post('/api/hour-feeds').send(euro).expect(422)).body).toMatchObject({
      code: 'no-feed-authorization',
      errors: [{ field: 'authorization' }],
    });
    expect(await server.owner.query('select 1 from hour_feed where id = $1', [euro.id])).toEqual([]);
  });

  it('a key in its address is sent, and appears in no list and no audit entry', async () => {
    answers = (_, response) => say(response, json([]));
    const id = await add({ url: `${base}/fleet/k3y0f7h3f1eet9a8b/1?token=quite-secret&fleet=7` });
    await poll('2026-06-08T09:00:00Z');
    expect(asked).toEqual(['/fleet/k3y0f7h3f1eet9a8b/1?token=quite-secret&fleet=7']);
    const listed = (await owner.get('/api/hour-feeds')).body.feeds.find((feed: { id: string }) => feed.id === id);
    expect(listed.url).toBe(`${base}/fleet/•••/1?token=•••&fleet=•••`);
    const { version, id: _id, ...fields } = listed;
    const change = (more: object, of: number) =>
      owner.put(`/api/hour-feeds/${id}`).send({ ...fields, ...more, version: of });
    await change({ name: 'Another name' }, version).expect(200);
    expect((await change({ url: `${base}/fleet/•••/2` }, version + 1).expect(422)).body.errors[0].field).toBe('url');
    asked = [];
    await poll('2026-06-08T11:00:00Z');
    expect(asked).toEqual(['/fleet/k3y0f7h3f1eet9a8b/1?token=quite-secret&fleet=7']);
    await change({ url: `${base}/fleet/1?token=another-secret`, on: false }, version + 1).expect(200);
    const told = [await owner.get('/api/hour-feeds'), await owner.get('/api/audit-log')].map(({ text }) => text).join();
    expect(told).not.toMatch(/quite-secret|another-secret|k3y0f7/);
  });
});

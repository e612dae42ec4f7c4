import { afterAll, beforeAll, beforeEach, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { PeopleService } from '../people/index.ts';
import { type Agent, type TestServer, asProgram, startServer } from '../testing/server.ts';
import { SetUpService } from './index.ts';

const PASSPHRASE = 'four unrelated garden words';
let server: TestServer;
let owner: Agent;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  owner = await server.as('owner');
});
afterAll(() => server.stop());
beforeEach(() => server.setNow('2026-06-01T08:00:00Z'));

/** A new person with passphrase and PIN. @returns the initials */
async function hire(role = 'technician'): Promise<{ id: string; initials: string }> {
  const id = randomUUID();
  const initials = `H${id.slice(0, 5)}`;
  await owner
    .post('/api/people')
    .send({ id, name: `Hand ${initials}`, initials, role, passphrase: PASSPHRASE, pin: '2580' })
    .expect(200);
  return { id, initials };
}
const nobody = () => server.as(null);
const cookieOf = (headers: Record<string, unknown>): string => String(headers['set-cookie']);
/** Sets the cookie explicitly, because the agent's cookie jar uses the real clock, by which it has expired. */
const withCookie = async (headers: Record<string, unknown>): Promise<Agent> =>
  (await nobody()).set('Cookie', cookieOf(headers).split(';')[0] ?? '');
async function signedIn(initials: string): Promise<Agent> {
  const { headers } = await (
    await nobody()
  )
    .post('/api/sign-in')
    .send({ initials, passphrase: PASSPHRASE })
    .expect(204);
  return withCookie(headers);
}

describe('by passphrase', () => {
  it('opens a session in a cookie that scripts and other sites cannot use', async () => {
    const { initials } = await hire();
    const agent = await nobody();
    const answer = await agent.post('/api/sign-in').send({ initials: initials.toLowerCase(), passphrase: PASSPHRASE });
    expect(answer.status).toBe(204);
    expect(cookieOf(answer.headers)).toMatch(
      /^shim-session=[\w-]{43}; Path=\/; Expires=[^;]+; HttpOnly; SameSite=Lax,shim-known=[\w.-]+; .*; HttpOnly; SameSite=Lax$/,
    );
    const signed = await withCookie(answer.headers);
    expect((await signed.get('/api/me').expect(200)).body).toMatchObject({
      initials,
      role: 'technician',
      bench: false,
    });
    const stored = JSON.stringify(await server.owner.query('select * from session'));
    const token = /shim-session=([\w-]{43})/.exec(cookieOf(answer.headers))?.[1] ?? '';
    expect(stored).not.toContain(token);
  });

  it('keeps passphrases and PINs as Argon2id and nothing else', async () => {
    const { id } = await hire();
    const [{ passphrase_hash: passphrase, pin_hash: pin }] = await server.owner.query<
      [{ passphrase_hash: string; pin_hash: string }]
    >('select * from person where id = $1', [id]);
    for (const hash of [passphrase, pin]) expect(hash).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
  });

  it('is refused the same way for a wrong passphrase and unknown initials, with a longer wait after each wrong attempt', async () => {
    const { initials } = await hire();
    const guess = async (who: string, passphrase: string) =>
      (await (await nobody()).post('/api/sign-in').send({ initials: who, passphrase })).body;
    const wrong = await guess(initials, 'not this one at all');
    expect(wrong).toMatchObject({ status: 422, code: 'wrong-passphrase' });
    expect(await guess('XX', 'not this one at all')).toEqual(wrong);
    // Concurrent attempts do not bypass the limit.
    const answers = await Promise.all(Array.from({ length: 12 }, () => guess(initials, 'not this one at all')));
    expect(answers.filter(({ code }) => code === 'wrong-passphrase')).toHaveLength(4);
    expect(await guess(initials, PASSPHRASE)).toMatchObject({ status: 429, facts: { minutes: 1 } });
    server.setNow('2026-06-01T08:01:01Z');
    expect(await guess(initials, 'still not this one')).toMatchObject({ status: 422 });
    expect(await guess(initials, PASSPHRASE)).toMatchObject({ status: 429, facts: { minutes: 2 } });
    server.setNow('2026-06-01T08:03:02Z');
    await signedIn(initials);
    // The first correct attempt clears the count.
    expect(await guess(initials, 'not this one at all')).toMatchObject({ status: 422 });
    await signedIn(initials);
    // Counts of accounts without recent attempts are deleted.
    server.setNow('2026-06-03T08:00:00Z');
    await guess('YY', 'not this one at all');
    const left = await server.owner.query<{ account: string }[]>('select account from sign_in_attempt');
    expect(left.map(({ account }) => account)).toEqual(['passphrase YY']);
  });

  it('locks no one out by the wrong attempts of others: not from another address, nor from a browser that signed in before', async () => {
    const proxied = await startServer('2026-06-01T08:00:00Z', { publicUrl: new URL('https://shim.example') });
    const id = randomUUID();
    await asProgram(() =>
      proxied.app.get(PeopleService).add({ id, name: 'Hand', initials: 'HH', role: 'viewer', passphrase: PASSPHRASE }),
    );
    const stranger = await proxied.as(null);
    const sign = (from: string, passphrase: string, cookie = '') =>
      stranger
        .post('/api/sign-in')
        .set({ 'X-Forwarded-For': from, Origin: 'https://shim.example', Cookie: cookie })
        .send({ initials: 'HH', passphrase });
    const first = await sign('198.51.100.7', PASSPHRASE).expect(204);
    const known = /__Host-shim-known=[^;]+/.exec(cookieOf(first.headers))?.[0] ?? '';
    expect(cookieOf(first.headers)).toMatch(/__Host-shim-known=[^;]+;.*HttpOnly; Secure/);
    for (let tried = 0; tried < 6; tried += 1) await sign('2001:db8:1:2::9', 'not this one at all');
    // The same network has other addresses; a forged cookie does not make a browser known.
    await sign('2001:db8:1:2:ffff::1', PASSPHRASE).expect(429);
    await sign('2001:db8:1:2::9', PASSPHRASE, `${known.slice(0, -2)}xx`).expect(429);
    await sign('2001:db8:1:3::9', PASSPHRASE).expect(204);
    await sign('2001:db8:1:2::9', PASSPHRASE, known).expect(204);
    const refused = await proxied.owner.query<{ after: object }[]>(
      "select after from audit_entry where subject = 'sign_in_refusal' and person_id = $1",
      [id],
    );
    expect(refused.map(({ after }) => after)).toContainEqual(
      expect.objectContaining({ came_from: '2001:db8:1:2::9', why: 'wrong', method: 'passphrase' }),
    );
    // Every wrong attempt is logged; of the delayed ones, one per address and period.
    expect(refused).toHaveLength(7);
    await proxied.stop();
  });

  it.each([
    ['half a day unused', ['2026-06-01T20:01:00Z']],
    [
      'a week old, however busy',
      [1, 2, 3, 4, 5, 6, 7, 8].flatMap((day) => [`2026-06-0${day}T08:30:00Z`, `2026-06-0${day}T19:00:00Z`]),
    ],
  ])('ends when it is %s', async (_, moments) => {
    const { initials } = await hire();
    const agent = await signedIn(initials);
    for (const moment of moments.slice(0, -1)) {
      server.setNow(moment);
      await agent.get('/api/me');
    }
    server.setNow(moments.at(-1) ?? '');
    expect((await agent.get('/api/me').expect(401)).body.code).toBe('not-signed-in');
  });

  it('ends everywhere on request, when the passphrase changes, when the owner sets a new one, and when the person leaves', async () => {
    const { id, initials } = await hire();
    const twice = async () => [await signedIn(initials), await signedIn(initials)] as const;
    const [a, b] = await twice();
    await a.post('/api/sign-out').send({ everywhere: true }).expect(204);
    await b.get('/api/me').expect(401);

    const [c, d] = await twice();
    const wrong = await c
      .put('/api/me/secrets')
      .send({ current: 'wrong wrong wrong', passphrase: 'another four garden words' });
    expect(wrong.body).toMatchObject({ code: 'wrong-passphrase', errors: [{ field: 'current' }] });
    await c.put('/api/me/secrets').send({ current: PASSPHRASE, passphrase: 'another four garden words' }).expect(204);
    await c.get('/api/me').expect(200);
    await d.get('/api/me').expect(401);

    await owner.post(`/api/people/${id}/secrets`).send({ passphrase: PASSPHRASE }).expect(200);
    await c.get('/api/me').expect(401);
    const e = await signedIn(initials);
    await owner
      .put(`/api/people/${id}`)
      .send({ version: 1, name: 'Hand gone', initials, role: 'technician', active: false })
      .expect(200);
    await e.get('/api/me').expect(401);
    await (await nobody()).post('/api/sign-in').send({ initials, passphrase: PASSPHRASE }).expect(422);
  });
});

describe('by PIN', () => {
  async function tablet(): Promise<{ id: string; cookie: string }> {
    const id = randomUUID();
    const answer = await server.http
      .post('/api/devices')
      .send({ id, name: `Tablet ${id.slice(0, 4)}` })
      .expect(200);
    return { id, cookie: cookieOf(answer.headers).split(';')[0] ?? '' };
  }

  it('works on a trusted tablet only, lists who has a PIN there, and ends with the trust', async () => {
    const { initials } = await hire();
    const { id, cookie } = await tablet();
    const stranger = await nobody();
    await stranger.post('/api/sign-in/pin').send({ initials, pin: '2580' }).expect(403);
    expect((await stranger.get('/api/sign-in')).body.device).toBeNull();

    const hand = (await nobody()).set('Cookie', cookie);
    expect((await hand.get('/api/sign-in')).body.device.people).toContainEqual({ initials, name: `Hand ${initials}` });
    const answer = await hand.post('/api/sign-in/pin').send({ initials, pin: '2580' }).expect(204);
    const session = cookieOf(answer.headers).split(';')[0] ?? '';
    const signed = (await nobody()).set('Cookie', `${cookie}; ${session}`);
    expect((await signed.get('/api/me').expect(200)).body).toMatchObject({ bench: true, initials });

    await server.http.post(`/api/devices/${id}/revoke`).expect(200);
    await signed.get('/api/me').expect(401);
    await hand.post('/api/sign-in/pin').send({ initials, pin: '2580' }).expect(403);
  });

  it('ends an idle session, and switching people ends the session before', async () => {
    const [one, two] = [await hire(), await hire()];
    const { cookie } = await tablet();
    const hand = (await nobody()).set('Cookie', cookie);
    const pin = async (initials: string) =>
      cookieOf((await hand.post('/api/sign-in/pin').send({ initials, pin: '2580' })).headers);
    const first = (await pin(one.initials)).split(';')[0] ?? '';
    const onTablet = (await nobody()).set('Cookie', `${cookie}; ${first}`);
    await onTablet.get('/api/me').expect(200);
    await onTablet.post('/api/sign-in/pin').send({ initials: two.initials, pin: '2580' }).expect(204);
    await (await nobody()).set('Cookie', `${cookie}; ${first}`).get('/api/me').expect(401);

    // A session of a tablet is not accepted in another browser.
    const carried = (await pin(one.initials)).split(';')[0] ?? '';
    await (await nobody()).set('Cookie', carried).get('/api/me').expect(401);
    const other = await tablet();
    await (await nobody()).set('Cookie', `${other.cookie}; ${carried}`).get('/api/me').expect(401);

    const idle = (await nobody()).set('Cookie', `${cookie}; ${carried}`);
    await idle.get('/api/me').expect(200);
    server.setNow('2026-06-01T08:46:00Z');
    await idle.get('/api/me').expect(401);
  });
});

it('behind TLS cookies are Secure and bound to the host', async () => {
  const secure = await startServer('2026-06-01T08:00:00Z', { publicUrl: new URL('https://shim.example') });
  const id = randomUUID();
  await asProgram(() =>
    secure.app.get(PeopleService).add({ id, name: 'Hand', initials: 'HH', role: 'viewer', passphrase: PASSPHRASE }),
  );
  const agent = (await secure.as(null)).set('Origin', 'https://shim.example');
  const { headers } = await agent.post('/api/sign-in').send({ initials: 'HH', passphrase: PASSPHRASE }).expect(204);
  expect(cookieOf(headers)).toMatch(/^__Host-shim-session=.*Path=\/.*HttpOnly; Secure; SameSite=Lax$/);
  expect(headers['strict-transport-security']).toContain('max-age=31536000');
  await secure.stop();
});

describe('a real shop', () => {
  const set = (code: string) => ({
    code,
    shopName: 'Weir Lane Rentals',
    timeZone: 'America/Chicago',
    owner: { id: randomUUID(), name: 'Una Marl', initials: 'UM', passphrase: PASSPHRASE },
  });

  it('is set up once, with the code of the terminal, when two requests race', async () => {
    const empty = await startServer('2026-06-01T08:00:00Z', { shop: 'none' });
    const code = (await empty.app.get(SetUpService).offerCode()) ?? '';
    expect(code).toMatch(/^[A-Z2-9]{4}-[A-Z2-9]{4}-[A-Z2-9]{4}$/);
    const agent = await empty.as(null);
    expect((await agent.get('/api/sign-in')).body).toEqual({
      shop: 'not-set-up',
      shopName: '',
      device: null,
      demo: null,
    });
    expect((await agent.post('/api/set-up').send(set('AAAA-BBBB-CCCC')).expect(422)).body.errors[0].field).toBe('code');
    const weak = set(code);
    weak.owner.passphrase = 'una marl 2026';
    expect((await agent.post('/api/set-up').send(weak).expect(422)).body.errors[0].field).toBe('owner.passphrase');
    const typed = code.replaceAll('-', ' ').toLowerCase();
    const answers = await Promise.all([1, 2, 3].map(() => agent.post('/api/set-up').send(set(typed))));
    expect(answers.map(({ status }) => status).sort()).toEqual([204, 409, 409]);
    const made = answers.find(({ status }) => status === 204);
    const owner = (await empty.as(null)).set('Cookie', cookieOf(made?.headers ?? {}).split(';')[0] ?? '');
    expect((await owner.get('/api/me').expect(200)).body).toMatchObject({
      role: 'owner',
      demo: false,
      shopName: 'Weir Lane Rentals',
      timeZone: 'America/Chicago',
    });
    expect(await empty.app.get(SetUpService).offerCode()).toBeNull();
    await empty.stop();
  });

  it('cannot hold people of the demo, nor a shared passphrase, whatever the program tries', async () => {
    await expect(server.owner.query("update person set shop_kind = 'demo' where role = 'viewer'")).rejects.toThrow(
      /foreign key/,
    );
    await expect(server.owner.query("update shop set demo_passphrase = 'for everybody'")).rejects.toThrow(
      /shop_demo_passphrase/,
    );
    await expect(
      server.owner.query("insert into shop (single_row, kind, name, time_zone) values (false, 'demo', 'Demo', 'UTC')"),
    ).rejects.toThrow(/shop_only_one/);
    expect((await server.http.get('/api/sign-in')).body.demo).toBeNull();
  });
});

describe('many at once from one address', () => {
  it('thirty concurrent correct attempts all succeed', async () => {
    const { initials } = await hire();
    const agents = await Promise.all(Array.from({ length: 30 }, nobody));
    const answers = await Promise.all(
      agents.map((agent) => agent.post('/api/sign-in').send({ initials, passphrase: PASSPHRASE })),
    );
    expect(answers.map(({ status }) => status)).toEqual(answers.map(() => 204));
  });

  it('a program gets the time of the next allowed attempt', async () => {
    const { initials } = await hire();
    for (let wrong = 0; wrong < 6; wrong += 1)
      await (await nobody()).post('/api/sign-in').send({ initials, passphrase: 'not this one at all' });
    const answer = await (await nobody()).post('/api/sign-in').send({ initials, passphrase: PASSPHRASE }).expect(429);
    expect(answer.headers['retry-after']).toBe('60');
  });
});

import { expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { Writable } from 'node:stream';
import { startServer } from './testing/server.ts';

it('logs refusals with their address and outcome, and never a secret', async () => {
  let log = '';
  const logTo = new Writable({
    write(chunk, _, done) {
      log += String(chunk);
      done();
    },
  });
  const server = await startServer('2026-06-01T08:00:00Z', { logTo });
  const [passphrase, wrong, pin] = ['seven dry gravel sacks', 'eight wet gravel sacks', '258025'];
  const owner = await server.as('owner');
  const { id, initials } = server.people.viewer;
  await owner.post(`/api/people/${id}/secrets`).send({ passphrase, pin }).expect(200);
  const nobody = await server.as(null);
  await nobody.post('/api/sign-in').send({ initials, passphrase: wrong }).expect(422);
  await nobody.post('/api/sign-in').send({ initials: 'secret', passphrase: wrong }).expect(422);
  const signedIn = await nobody.post('/api/sign-in').send({ initials, passphrase }).expect(204);
  const session = /shim-session=([\w-]+)/.exec(String(signedIn.headers['set-cookie']))?.[1] ?? '';
  const trusted = await server.http.post('/api/devices').send({ id: randomUUID(), name: 'Tablet' }).expect(200);
  const device = /shim-device=([\w-]+)/.exec(String(trusted.headers['set-cookie']))?.[1] ?? '';
  const { body: key } = await owner
    .post('/api/access-keys')
    .send({ id: randomUUID(), name: 'Gateway', scopes: ['read'] })
    .expect(200);
  await nobody.get('/api/yard').set('Authorization', `Bearer ${key.secret}`).expect(200);
  const feed = await server.http.post('/api/calendar-feeds').send({ name: 'Phone', siteId: null }).expect(200);
  await nobody.get(feed.body.path).expect(200);
  const calendar = String(feed.body.path).split('/').at(-1) ?? '';
  // An internal error that contains the request.
  await server.owner.query('alter table person rename to person_gone');
  await nobody.post('/api/sign-in').send({ initials, passphrase });
  await server.owner.query('alter table person_gone rename to person');
  await server.stop();

  expect(log).toMatch(new RegExp(`a passphrase was refused from [\\d.:f]+: ${id}, wrong`));
  expect(log).toMatch(/a passphrase was refused from [\d.:f]+: unknown initials, wrong/);
  expect(log).toContain('/api/yard');
  for (const secret of [passphrase, wrong, pin, session, device, key.secret, calendar, 'argon2', '"secret"']) {
    expect(secret.length).toBeGreaterThan(5);
    expect(log).not.toContain(secret);
  }
});

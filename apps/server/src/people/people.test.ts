import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { type Agent, type TestServer, startServer } from '../testing/server.ts';

let server: TestServer;
let owner: Agent;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  owner = await server.as('owner');
});
afterAll(() => server.stop());

const person = (change: object = {}) => ({
  id: randomUUID(),
  name: 'Nell Shale',
  initials: randomUUID().slice(0, 6),
  role: 'technician',
  ...change,
});

describe('adding a person', () => {
  it('counts once for repeated requests, and refuses another under the same id or initials', async () => {
    const nell = person();
    const answers = await Promise.all([1, 2, 3].map(() => owner.post('/api/people').send(nell)));
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200]);
    expect(answers[2]?.body).toEqual(answers[0]?.body);
    expect(
      (
        await owner
          .post('/api/people')
          .send({ ...nell, name: 'Other' })
          .expect(409)
      ).body.code,
    ).toBe('id-taken');
    const alike = person({ initials: nell.initials.toUpperCase() });
    expect((await owner.post('/api/people').send(alike).expect(409)).body).toMatchObject({ code: 'initials-taken' });
    const { body } = await owner.get('/api/people');
    expect(body.filter(({ id }: { id: string }) => id === nell.id)).toHaveLength(1);
    expect(JSON.stringify(body)).not.toMatch(/argon2|hash/i);
  });

  it.each([
    ['too short', 'short one', 'passphrase'],
    ['the same few letters', 'ababababababab', 'passphrase'],
    ['the own name and no more', 'Nell Shale 42', 'passphrase'],
    ['the name of the program', 'sturdy shim 123', 'passphrase'],
    ['a row of keys', 'qwertyuiop 12', 'passphrase'],
  ])('refuses a passphrase that is %s', async (_, passphrase, field) => {
    const { body } = await owner.post('/api/people').send(person({ passphrase })).expect(422);
    expect(body).toMatchObject({ code: 'weak-passphrase', errors: [{ field }] });
  });

  it.each(['123', '1111', '4567', '9876', '12a4', '123456789'])('refuses the PIN %s', async (pin) => {
    const answer = await owner.post('/api/people').send(person({ pin }));
    expect([400, 422]).toContain(answer.status);
    expect(answer.body.errors[0].field).toBe('pin');
  });
});

describe('the belongings of a person who leaves', () => {
  it('end when the person leaves, except those that are taken over', async () => {
    const { lead } = server.people;
    const signedIn = server.http;
    const [kept, ended] = await Promise.all(
      ['Bench wall', 'Old phone'].map(
        async (name) => (await signedIn.post('/api/calendar-feeds').send({ name, siteId: null }).expect(200)).body,
      ),
    );
    const tablet = randomUUID();
    await signedIn.post('/api/devices').send({ id: tablet, name: 'Tablet 3' }).expect(200);
    const { body: left } = await owner.get(`/api/people/${lead.id}/left-behind`).expect(200);
    expect(left.items).toEqual([
      { id: expect.any(String), kind: 'calendar-address', name: expect.any(String) },
      { id: expect.any(String), kind: 'calendar-address', name: expect.any(String) },
      { id: tablet, kind: 'tablet', name: 'Tablet 3' },
    ]);
    const { id, name, initials, role } = lead;
    await owner
      .put(`/api/people/${id}`)
      .send({ name, initials, role, version: 1, active: false, handOver: [kept.id] })
      .expect(200);
    const nobody = await server.as(null);
    await nobody.get(kept.path).expect(200);
    await nobody.get(ended.path).expect(404);
    const { feeds } = (await owner.get('/api/calendar-feeds')).body;
    expect(feeds.find((feed: { id: string }) => feed.id === kept.id)).toMatchObject({ madeBy: 'Test owner' });
    expect((await owner.get('/api/devices')).body).toEqual([]);
    expect((await owner.get(`/api/people/${id}/left-behind`)).body.items).toEqual([]);
  });
});

describe('changing a person', () => {
  it('refuses the second of two owners, with the stored version, and overwrites nothing', async () => {
    const nell = person();
    await owner.post('/api/people').send(nell).expect(200);
    const change = (name: string, version = 1) =>
      owner.put(`/api/people/${nell.id}`).send({ version, name, initials: nell.initials, role: 'lead', active: true });
    await change('Nell Slate').expect(200);
    // The same change repeated after a lost answer is not a conflict.
    await change('Nell Slate').expect(200);
    const { body } = await change('Nell Marl').expect(409);
    expect(body).toMatchObject({
      code: 'stale-version',
      facts: { yours: 1, current: 2, person: { name: 'Nell Slate', role: 'lead' } },
    });
    expect((await change('Nell Marl', 2).expect(200)).body).toMatchObject({ name: 'Nell Marl', version: 3 });
  });

  it('never leaves a shop without an owner who can sign in, also when two owners remove each other', async () => {
    const { id, name, initials } = server.people.owner;
    const demote = { version: 1, name, initials, role: 'lead', active: true };
    expect((await owner.put(`/api/people/${id}`).send(demote).expect(422)).body.code).toBe('last-owner');
    await owner
      .put(`/api/people/${id}`)
      .send({ ...demote, role: 'owner', active: false })
      .expect(422);

    await owner.post(`/api/people/${id}/secrets`).send({ passphrase: 'a warm dry engine shed' }).expect(200);
    owner = await server.as('owner');
    const second = person({ role: 'owner', passphrase: 'a cold wet pump house' });
    await owner.post('/api/people').send(second).expect(200);
    const answers = await Promise.all([
      owner.put(`/api/people/${id}`).send(demote),
      owner.put(`/api/people/${second.id}`).send({ ...demote, name: second.name, initials: second.initials }),
    ]);
    const codes = answers.map(({ status, body }) => (status === 200 ? 'ok' : String(body.code)));
    expect(codes).toContain('ok');
    expect(codes).not.toEqual(['ok', 'ok']);
    const owners = await server.owner.query("select 1 from person where role = 'owner' and active");
    expect(owners).toHaveLength(1);
  });
});

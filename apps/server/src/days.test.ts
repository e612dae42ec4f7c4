import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { rulesHeld } from './shop-rules/index.ts';
import { differingStatuses } from './status/index.ts';
import { type TestServer, startServer } from './testing/server.ts';
import { bladeSetBody, unitBody } from './testing/bodies.ts';
import { type Shop, openShop } from './testing/shop.ts';

/** Moments in each zone: early on 4 May in the shop, when it is another day elsewhere, and the evening before. */
const ZONES = [
  ['America/Los_Angeles', '2026-05-04T08:00:00Z', '2026-05-04T06:30:00Z'],
  ['UTC', '2026-05-04T00:30:00Z', '2026-05-03T23:30:00Z'],
  ['Pacific/Auckland', '2026-05-03T13:00:00Z', '2026-05-03T11:30:00Z'],
] as const;

describe.each(ZONES)('in %s', (timeZone, morning, eveningBefore) => {
  let server: TestServer;
  let shop: Shop;
  let familyId: string;
  const own = process.env.TZ;
  beforeAll(async () => {
    // The machine is in another zone than the shop, which must have no effect.
    process.env.TZ = timeZone === 'UTC' ? 'Pacific/Kiritimati' : 'America/St_Johns';
    server = await startServer(morning, { timeZone });
    shop = await openShop(server);
    familyId = await shop.family({ code: 'Marl', intervalHours: null, breakInHours: null, intervalMonths: 12 });
  });
  afterAll(async () => {
    if (own === undefined) delete process.env.TZ;
    else process.env.TZ = own;
    await server.stop();
  });

  it('a calendar day is unchanged from the form to the database and back', async () => {
    const siteId = (await server.http.get('/api/sites')).body[0].id;
    const days = { inServiceOn: '2026-05-04', hireUntil: '2026-11-01' };
    const unit = unitBody({ familyId, siteId }, { tag: 'D-1', use: 'on-hire', ...days });
    expect((await server.http.post('/api/units').send(unit).expect(200)).body).toMatchObject(days);
    expect((await server.http.get('/api/units/D-1')).body).toMatchObject(days);
    expect((await server.http.get('/api/register')).body.lines[0].hireUntil).toBe('2026-11-01');
    expect((await server.http.get('/api/exports/units.csv')).text).toContain('2026-05-04');
  });

  it('a unit that came into service today takes a reading and a file of today, not of tomorrow', async () => {
    await shop.unit('D-2', familyId, { inServiceOn: '2026-05-04' });
    const { body } = await server.http
      .post('/api/units/D-2/readings')
      .send({ id: randomUUID(), readAt: morning, hours: 0.4 })
      .expect(200);
    expect(body).toMatchObject({ state: 'accepted', suspicions: [] });
    const preview = async (day: string) => {
      const file = `tag,kind,family,site,in service on,hours at start,use\nD-${day},Pump,Marl,Yard,${day},0,in service`;
      const { body: plan } = await server.http
        .post('/api/imports/units/preview?format=csv')
        .set('Content-Type', 'application/octet-stream')
        .send(Buffer.from(file))
        .expect(200);
      return plan.lines[0].action;
    };
    expect([await preview('2026-05-04'), await preview('2026-05-05')]).toEqual(['add', 'refuse']);
  });

  it('a set whose check was due yesterday is past due, one of today is not', async () => {
    for (const checkDueOn of ['2026-05-03', '2026-05-04'])
      await server.http
        .post('/api/blade-sets')
        .send(bladeSetBody({ name: checkDueOn, checkDueOn }))
        .expect(200);
    const { body } = await server.http.get('/api/blade-sets');
    const due = body.filter((each: { checkPastDue: boolean }) => each.checkPastDue);
    expect(due.map(({ name }: { name: string }) => name)).toEqual(['2026-05-03']);
  });

  it('a check falls due when the day begins in the shop', async () => {
    await shop.unit('D-3', familyId, { inServiceOn: '2025-05-04' });
    const state = async (now: string) => {
      server.setNow(now);
      return (await server.http.get('/api/units/D-3/status').expect(200)).body.state;
    };
    expect([await state(eveningBefore), await state(morning)]).toEqual(['due-soon', 'overdue']);
  });

  it('changes only while no status is being computed by the old one', async () => {
    const owner = await server.as('owner');
    const drawing = server.database.createQueryRunner();
    await drawing.startTransaction();
    await rulesHeld(drawing.manager);
    let answered = false;
    const change = owner
      .put('/api/shop/time-zone')
      .send({ timeZone: 'Pacific/Kiritimati', instead: timeZone })
      .then(({ status }) => {
        answered = true;
        return status;
      });
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(answered).toBe(false);
    await drawing.commitTransaction();
    await drawing.release();
    expect(await change).toBe(200);
    await owner.put('/api/shop/time-zone').send({ timeZone, instead: 'Pacific/Kiritimati' }).expect(200);
    await server.http.get('/api/yard').expect(200);
    expect(await differingStatuses(server.database.manager)).toEqual([]);
  });

  it('the zone is a setting: another one moves days at once, and a stale change is refused', async () => {
    const owner = await server.as('owner');
    const change = (next: string, instead: string) =>
      owner.put('/api/shop/time-zone').send({ timeZone: next, instead });
    const other = 'Pacific/Pago_Pago';
    expect((await change(other, 'Europe/Rome').expect(409)).body).toMatchObject({ facts: { current: timeZone } });
    await change(other, timeZone).expect(200);
    await change(other, timeZone).expect(200);
    expect((await owner.get('/api/me')).body.timeZone).toBe(other);
    // It is still 3 May in that zone at each of the moments above.
    expect((await server.http.get('/api/units/D-3/status')).body.state).toBe('due-soon');
    for (const wrong of ['+02:00', 'Mars/Olympus', '', 7]) {
      const { body } = await change(wrong as string, other).expect(400);
      expect(body.errors[0].field).toBe('timeZone');
    }
  });
});

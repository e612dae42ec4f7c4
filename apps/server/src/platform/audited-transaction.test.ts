import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { EntityManager } from 'typeorm';
import { type TestServer, asProgram, startServer } from '../testing/server.ts';
import { openShop } from '../testing/shop.ts';
import { AuditedTransaction, fail, ok, oneOfSeveral } from './index.ts';

let server: TestServer;
let units: string[];
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  const shop = await openShop(server);
  const familyId = await shop.family({ code: 'Marl' });
  units = [await shop.unit('A-1', familyId), await shop.unit('B-1', familyId)];
});
afterAll(() => server.stop());

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

it('two that write the same rows in opposite orders both succeed, and each counts once', async () => {
  const add = (order: readonly string[]) =>
    asProgram(() =>
      server.app.get(AuditedTransaction).run(async (manager: EntityManager) => {
        for (const unitId of order) {
          await manager.query("update unit set note = note || 'x' where id = $1", [unitId]);
          await pause(100);
        }
      }),
    );
  await Promise.all([add(units), add(units.toReversed())]);
  const notes = await server.owner.query<{ note: string }[]>('select note from unit');
  expect(notes.map(({ note }) => note)).toEqual(['xx', 'xx']);
});

const refusal = { code: 'nothing-asked', status: 422, detail: 'No.', remedy: 'Do not.' } as const;
const noteOf = async (id: string): Promise<string> =>
  (await server.owner.query<[{ note: string }]>('select note from unit where id = $1', [id]))[0].note;

it('writes before a refusal are rolled back, and the refusal is the answer', async () => {
  const answer = await asProgram(() =>
    server.app.get(AuditedTransaction).run(async (manager) => {
      await manager.query("update unit set note = 'half done' where id = $1", [units[0]]);
      return fail(refusal);
    }),
  );
  expect(answer).toEqual({ ok: false, refusal });
  expect(await noteOf(units[0] ?? '')).not.toContain('half done');
});

it('a refused item of several rolls back only its own writes', async () => {
  await asProgram(() =>
    server.app.get(AuditedTransaction).run(async (manager) => {
      for (const [index, id] of units.entries())
        await oneOfSeveral(manager, async (inner) => {
          await inner.query("update unit set note = 'one of several' where id = $1", [id]);
          return index === 0 ? fail(refusal) : ok(null);
        });
    }),
  );
  expect(await noteOf(units[0] ?? '')).not.toBe('one of several');
  expect(await noteOf(units[1] ?? '')).toBe('one of several');
});

it('gives up after a few retries with the original error', async () => {
  let tries = 0;
  const work = asProgram(() =>
    server.app.get(AuditedTransaction).run(() => {
      tries += 1;
      return Promise.reject(Object.assign(new Error('deadlock detected'), { code: '40P01' }));
    }),
  );
  await expect(work).rejects.toThrow('deadlock detected');
  expect(tries).toBe(5);
});

it('two files with the same units and new sites in opposite orders are both executed', async () => {
  const row = (tag: string, site: string, note: string) => `${tag},Pump,Marl,${site},2026-01-01,0,in service,${note}`;
  const file = (...rows: readonly string[]) =>
    Buffer.from(['tag,kind,family,site,in service on,hours at start,use,note', ...rows].join('\n'));
  const tags = Array.from({ length: 40 }, (_, index) => `N-${String(index).padStart(2, '0')}`);
  const first = file(...tags.map((tag) => row(tag, `Site ${tag}`, 'one')));
  const second = file(...tags.toReversed().map((tag) => row(tag, `Site ${tag}`, 'one')));
  const post = (route: string, bytes: Buffer) =>
    server.http.post(route).set('Content-Type', 'application/octet-stream').send(bytes);
  const carry = async (bytes: Buffer) => {
    const { body } = await post('/api/imports/units/preview?format=csv', bytes).expect(200);
    return post(`/api/imports/units?format=csv&plan=${body.plan}`, bytes);
  };
  const answers = await Promise.all([carry(first), carry(second)]);
  expect(answers.map(({ status }) => status)).toEqual([200, 200]);
  const kept = (await server.http.get('/api/register?site=Site N-07')).body;
  expect(kept.total).toBe(1);
});

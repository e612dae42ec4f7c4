import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { newFamily, newSource } from '../testing/family-bodies.ts';
import { type TestServer, startServer } from '../testing/server.ts';
import { INSIDE, type Shop, draft, openShop, signedCheck } from '../testing/shop.ts';

let server: TestServer;
let shop: Shop;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  shop = await openShop(server);
});
afterAll(() => server.stop());

describe('a variant of a family', () => {
  const put = (family: { id: string; version: number }, change: object) =>
    server.http.put(`/api/families/${family.id}`).send({ ...fieldsOf(family), ...change, version: family.version });
  /** The request body of a family from its response. */
  const fieldsOf = (family: object) => {
    const {
      id: _id,
      revision: _revision,
      windows: _windows,
      rules: _rules,
      sources: _sources,
      ...rest
    } = family as Record<string, unknown>;
    const { baseCode: _base, ownFields: _own, ...fields } = rest;
    return fields;
  };
  const read = async (code: string) => (await server.http.get(`/api/families/${code}`).expect(200)).body;
  const enter = async (change: object) =>
    (await server.http.post('/api/families').send(newFamily(change)).expect(200)).body;

  it('states only its differences: other fields and the windows in use are inherited from the base', async () => {
    const base = await enter({ code: 'Loess 1', source: newSource(0.1, 0.16) });
    const screws = { count: 6, long: [2, 5], order: [] };
    const variant = await enter({ code: 'Loess 1B', baseId: base.id, sheet: { ...base.sheet, coverScrews: screws } });
    expect(variant).toMatchObject({
      baseCode: 'Loess 1',
      ownFields: ['sheet.coverScrews'],
      windows: base.windows,
      sources: [],
    });

    await put(base, {
      intervalHours: 90,
      sheet: { ...base.sheet, mark: 'a notch', coverScrews: { count: 4, long: [], order: [] } },
    }).expect(200);
    expect(await read('Loess 1B')).toMatchObject({
      intervalHours: 90,
      version: 2,
      sheet: { mark: 'a notch', coverScrews: screws },
    });
    // A field that is set to the base's value is inherited again.
    await put(await read('Loess 1B'), { sheet: (await read('Loess 1')).sheet }).expect(200);
    expect((await read('Loess 1B')).ownFields).toEqual([]);
  });

  it('follows the specification of the base: the statuses of its units are recomputed', async () => {
    const base = await enter({ code: 'Loess 2', source: newSource(0.1, 0.16) });
    const variant = await enter({ code: 'Loess 2B', baseId: base.id });
    await shop.unit('LV-1', variant.id);
    await signedCheck(server, 'LV-1', draft({ found: INSIDE }, { found: INSIDE }));
    const state = async () => (await server.http.get('/api/units/LV-1/status')).body.state;
    expect(await state()).toBe('hours-unknown');
    const other = newSource(0.2, 0.26);
    await server.http.post(`/api/families/${base.id}/sources`).send(other).expect(200);
    const preview = await server.http.get(`/api/families/${base.id}/in-use?sourceId=${other.id}`).expect(200);
    expect(preview.body).toMatchObject({
      changes: [{ tag: 'LV-1', before: 'hours-unknown', after: 'keep-in' }],
      changed: 1,
    });
    const decision = { id: randomUUID(), sourceId: other.id, reason: 'A newer book.', revision: 1 };
    await server.http.post(`/api/families/${base.id}/in-use`).send(decision).expect(200);
    expect(await state()).toBe('keep-in');
  });

  it('refuses itself, a variant or an unknown family as its base, and a base if it has variants', async () => {
    const base = await enter({ code: 'Loess 3' });
    const variant = await enter({ code: 'Loess 3B', baseId: base.id });
    const other = await enter({ code: 'Loess 4' });
    for (const [family, baseId] of [
      [base, base.id],
      [other, variant.id],
      [other, randomUUID()],
      [base, other.id],
    ] as const) {
      const { body } = await put(family, { baseId }).expect(422);
      expect(body).toMatchObject({ code: 'family-contradicts-itself', errors: [{ field: 'baseId' }] });
    }
  });
});

import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { Rule } from '@sturdy-shim/core';
import { randomUUID } from 'node:crypto';
import { type TestServer, asProgram, startServer } from '../testing/server.ts';
import { type Shop, inMm, openShop } from '../testing/shop.ts';
import { FamiliesService, type NewFamily } from './index.ts';

let server: TestServer;
let shop: Shop;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  shop = await openShop(server);
});
afterAll(() => server.stop());

const claim = (intake: Rule, inForce = true): NewFamily['claims'][number] => ({
  id: randomUUID(),
  source: 'manual',
  claimedBy: 'A. Reader',
  claimedOn: '2026-01-01',
  intake,
  exhaust: { kind: 'nominal', nominal: inMm(0.2) },
  inForce,
});

it('shows a family with its windows read from the claim in force, and the others beside it', async () => {
  const code = 'Chert';
  const hearsay = claim({ kind: 'nominal', nominal: { value: 6, unit: 'thou' } }, false);
  await shop.family({ code, claims: [claim({ kind: 'at-least', min: inMm(0.1), setTo: inMm(0.15) }), hearsay] });
  const families = (await server.http.get('/api/families').expect(200)).body as {
    code: string;
    windows: unknown;
    claims: unknown[];
  }[];
  const family = families.find((each) => each.code === code);
  expect(family).toMatchObject({
    windows: {
      intake: { minMm: 0.1, maxMm: 0.3, aimMm: 0.15, basis: 'house upper bound' },
      exhaust: { minMm: 0.17, maxMm: 0.23, basis: 'house tolerance' },
    },
  });
  expect(family?.claims).toHaveLength(2);
});

it('refuses a claim that is no window, at the claim, and keeps nothing of the family', async () => {
  const families = server.app.get(FamiliesService);
  const before = (await families.all()).length;
  const whole = (await families.all())[0];
  if (whole === undefined) throw new Error('a family');
  const wrong: NewFamily = {
    ...whole,
    id: randomUUID(),
    code: 'Wrong',
    claims: [claim({ kind: 'range', min: inMm(4), max: inMm(6) })],
  };
  const outcome = await asProgram(() => families.register(wrong));
  expect(outcome).toMatchObject({
    ok: false,
    refusal: { code: 'rule-implausible', field: 'claims.0.intake', facts: { valueMm: 4 } },
  });
  expect(await families.all()).toHaveLength(before);
});

it('keeps two claims from being in force together, whoever tries', async () => {
  const range: Rule = { kind: 'range', min: inMm(0.1), max: inMm(0.15) };
  await expect(shop.family({ code: 'Twice', claims: [claim(range), claim(range)] })).rejects.toThrow(
    /one_claim_in_force/,
  );
  expect((await server.app.get(FamiliesService).all()).some(({ code }) => code === 'Twice')).toBe(false);
});

it('keeps two units from carrying tags that read alike', async () => {
  const familyId = await shop.family({ code: 'Marl' });
  await shop.unit('PW-22 b', familyId);
  await expect(shop.unit('pw22B', familyId)).rejects.toThrow('The tag PW-22 b is taken.');
  expect((await server.http.get('/api/units/PW-22-B').expect(200)).body).toMatchObject({
    tag: 'PW-22 b',
    family: { code: 'Marl' },
    site: 'Yard',
  });
});

it('lists the blades of a set thinnest first', async () => {
  const [set] = (await server.http.get('/api/blade-sets').expect(200)).body;
  expect(set).toMatchObject({ name: 'Set', blades: [{ printed: { value: 0.1, unit: 'mm' }, measuredMm: null }] });
});

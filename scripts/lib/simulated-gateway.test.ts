import { afterAll, afterEach, beforeAll, expect, it } from '@jest/globals';
import type { AddressInfo } from 'node:net';
import { readFleetPage } from '../../apps/server/src/gateway/fleet-snapshot.ts';
import { WELL, simulatedGateway } from './simulated-gateway.mjs';

const FLEET = Array.from({ length: 120 }, (_, index) => ({
  tag: `PW-${index}`,
  serial: `S<${index}>`,
  kind: 'Pump & hose',
  hours: 100,
}));
let now = Date.parse('2026-06-01T08:00:00Z');
const ways = { ...WELL };
const server = simulatedGateway(FLEET, ways, () => now);
beforeAll(() => new Promise((resolve) => server.listen(0, '127.0.0.1', () => resolve(undefined))));
const base = () => `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
afterEach(() => void Object.assign(ways, WELL));
afterAll(() => void server.close());

/** All its data, read by our own reader. */
async function walked(format: string) {
  const equipment = [];
  for (let path: string | null = `/fleet/1${format}`; path !== null;) {
    const answer: Response = await fetch(base() + path);
    const page = readFleetPage(await answer.text(), answer.headers.get('content-type') ?? '');
    if (page === null) throw new Error(`no fleet snapshot: ${answer.status}`);
    equipment.push(...page.equipment);
    path = page.next;
  }
  return equipment;
}

it.each(['', '?format=xml'])('serves the whole fleet in pages that our reader reads %s', async (format) => {
  const machines = await walked(format);
  expect(machines.map(({ equipmentId }) => equipmentId)).toEqual(FLEET.map(({ tag }) => tag));
  expect(machines[5]).toMatchObject({ serial: 'S<5>', model: 'Pump & hose', simulated: true });
});

it('counts hours while it runs, and fails on request', async () => {
  now += 4 * 3_600_000;
  expect((await walked(''))[2]?.hours).toBe(103);
  ways.lag = 60;
  expect((await walked(''))[2]).toMatchObject({ hours: 102.3, readAt: new Date(now - 3_600_000) });
  Object.assign(ways, WELL, { repeat: true });
  const before = await walked('');
  now += 3_600_000;
  expect(await walked('')).toEqual(before);
  Object.assign(ways, WELL, { back: 50 });
  expect((await walked(''))[7]?.hours).toBeLessThan(60);
  Object.assign(ways, WELL, { drop: 2 });
  await expect(walked('')).rejects.toThrow('404');
  await fetch(`${base()}/be?drop=0&fail=true`);
  await expect(walked('')).rejects.toThrow('503');
});

import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { type TestServer, startServer } from '../testing/server.ts';
import { openShop } from '../testing/shop.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
});
afterAll(() => server.stop());

it('reports how this node runs, to a key that an owner made, by routes and never by units', async () => {
  const shop = await openShop(server);
  await shop.unit('PW-017', await shop.family({ code: 'Marl' }));
  await server.http.get('/api/units/PW-017').expect(200);
  await server.http.get('/api/units/NO-1').expect(404);
  const owner = await server.as('owner');
  const { body } = await owner
    .post('/api/access-keys')
    .send({ id: randomUUID(), name: 'Watch', scopes: ['metrics'] })
    .expect(200);
  const watch = (await server.as(null)).set('Authorization', `Bearer ${body.secret}`);
  const { text } = await watch.get('/api/metrics').expect(200);
  expect(text).toContain('shim_request_seconds_count{method="GET",route="/api/units/:tag",status="200"} 1');
  expect(text).toContain('shim_request_seconds_count{method="GET",route="/api/units/:tag",status="404"} 1');
  expect(text).toMatch(/^shim_connections\{state="idle"\} \d/m);
  expect(text).toMatch(/^shim_jobs\{kind="status",state="waiting"\} 0$/m);
  expect(text).toMatch(/^shim_statuses_waiting 0$/m);
  expect(text).not.toMatch(/PW-017|NO-1/);
  await server.http.get('/api/metrics').expect(403);
});

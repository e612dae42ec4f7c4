import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { type TestServer, startServer } from '../testing/server.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
});
afterAll(() => server.stop());

it('migrations make just the tables that the entities describe', async () => {
  const { upQueries } = await server.owner.driver.createSchemaBuilder().log();
  expect(upQueries.map(({ query }) => query)).toEqual([]);
});

it('the migrations can be taken back whole', async () => {
  const other = await startServer('2026-06-01T08:00:00Z');
  for (const { name } of other.owner.migrations.toReversed()) {
    expect(name).toMatch(/\d{13}$/);
    await other.owner.undoLastMigration();
  }
  const left = (await other.owner.query(
    "select table_name from information_schema.tables where table_schema = 'public'",
  )) as { table_name: string }[];
  expect(left.map(({ table_name }) => table_name)).toEqual(['migrations']);
  await other.stop();
});

it('says in its health when the database and the migrations are in order', async () => {
  expect((await server.http.get('/api/health').expect(200)).body).toEqual({
    status: 'ok',
    database: 'up',
    migrations: 'current',
  });
});

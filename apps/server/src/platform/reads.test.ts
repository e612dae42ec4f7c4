import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { ConfigService } from '@nestjs/config';
import { type AddressInfo, createServer } from 'node:net';
import { type TestServer, startServer } from '../testing/server.ts';
import { Reads } from './reads.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z', { shop: 'none' });
});
afterAll(() => server.stop());

const readsAt = (url: string | undefined): Reads =>
  new Reads(server.database, new ConfigService<{ REPLICA_URL: string }>({ REPLICA_URL: url }));
/** At the primary, to which this connection belongs. */
const atPrimary = (reads: Reads): Promise<boolean> =>
  reads.look((manager) => Promise.resolve(manager === server.database.manager));

describe('read-only requests', () => {
  it('use the primary when there is no replica', async () => {
    expect(await atPrimary(readsAt(undefined))).toBe(true);
  });

  it('are answered by the primary when the replica is away, and it is not tried again for each of them', async () => {
    let tried = 0;
    const away = createServer((socket) => {
      tried += 1;
      socket.destroy();
    });
    await new Promise<void>((resolve) => away.listen(0, '127.0.0.1', resolve));
    const { options } = server.database as unknown as { options: { url: string } };
    const { port } = away.address() as AddressInfo;
    const reads = readsAt(Object.assign(new URL(options.url), { port: String(port) }).href);
    for (let turn = 0; turn < 20; turn += 1) expect(await atPrimary(reads)).toBe(true);
    expect(tried).toBe(1);
    await reads.onApplicationShutdown();
    await new Promise((resolve) => away.close(resolve));
  });

  it('never use a promoted primary as a replica, because its data may differ', async () => {
    const { options } = server.database as unknown as { options: { url: string } };
    const reads = readsAt(options.url);
    expect(await atPrimary(reads)).toBe(true);
    await reads.onApplicationShutdown();
  });

  it('reject with an error of the query itself', async () => {
    await expect(readsAt(undefined).look((manager) => manager.query('select nonsense'))).rejects.toThrow(/nonsense/);
  });
});

import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { setTimeout as pause } from 'node:timers/promises';
import { Notices } from '../platform/index.ts';
import { type TestServer, startServer } from '../testing/server.ts';
import { type JobHandler, Jobs } from './jobs.ts';
import { lastDue, tickId } from './schedule.ts';
import { unprintableShown } from '@sturdy-shim/core';

let server: TestServer;
const started: Jobs[] = [];
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z', { jobs: 'by-hand' });
});
afterAll(async () => {
  for (const jobs of started) await jobs.beforeApplicationShutdown();
  await server.stop();
});

/** A node that runs one kind of job, on the test database. */
async function node(work: JobHandler): Promise<Jobs> {
  const jobs = new Jobs(server.database, server.app.get(Notices));
  jobs.handle('digest', work);
  started.push(jobs);
  await jobs.start();
  return jobs;
}
const ask = (jobs: Jobs): Promise<void> => server.database.transaction((manager) => jobs.ask(manager, 'digest'));
const jobsThat = (state: string) =>
  server.owner.query<{ output: { said?: string; message?: string } | null; retry_count: number }[]>(
    'select output, retry_count from jobs.job where name = $1 and state = $2::jobs.job_state',
    ['digest', state],
  );
async function until(holds: () => Promise<boolean> | boolean): Promise<void> {
  for (let left = 150; !(await holds()); left -= 1) {
    if (left === 0) throw new Error('it never came to hold');
    await pause(100);
  }
}

it('a result or error that the database does not accept ends the job and not the process', async () => {
  const odd = 'A\u0000B \ud800';
  let outcome: 'said' | 'thrown' = 'said';
  const jobs = await node(() => (outcome === 'said' ? Promise.resolve(odd) : Promise.reject(new Error(odd))));
  await ask(jobs);
  await until(async () => (await jobsThat('completed')).length === 1);
  outcome = 'thrown';
  await ask(jobs);
  await until(async () => (await jobsThat('retry')).length === 1);
  expect((await jobsThat('completed'))[0]?.output?.said).toBe(unprintableShown(odd));
  expect((await jobsThat('retry'))[0]?.output?.message).toBe(unprintableShown(odd));
  await jobs.beforeApplicationShutdown();
  await server.owner.query('delete from jobs.job');
});

it('a job whose connections are lost reports its result when the database is back', async () => {
  const jobs = await node(async () => {
    await server.owner
      .query(
        `select pg_terminate_backend(pid) from pg_stat_activity
       where datname = current_database() and usename = 'shim_app' and pid <> pg_backend_pid()`,
      )
      .catch(() => undefined);
    return 'Done all the same.';
  });
  // Terminates the connections as the administrator.
  await ask(jobs);
  await until(async () => (await jobsThat('completed')).length === 1);
  await jobs.beforeApplicationShutdown();
  await server.owner.query('delete from jobs.job');
});

it('a connection that is lost at checkout from the pool does not end the process', async () => {
  const { master } = server.database.driver as unknown as {
    master: { connect(): Promise<NodeJS.EventEmitter & { release(destroy: boolean): void }> };
  };
  const client = await master.connect();
  // The message of PostgreSQL's shutdown, before the user of the connection could add a listener.
  expect(() =>
    client.emit('error', new Error('terminating connection due to unexpected postmaster exit')),
  ).not.toThrow();
  client.release(true);
});

it('a job of a failed node is resumed within a minute', async () => {
  const other = new Jobs(server.database, server.app.get(Notices));
  await ask(other);
  // Taken 39 s ago by a node that no longer renews it.
  await server.owner.query(
    "update jobs.job set state = 'active', started_on = now() - interval '39 seconds' where name = 'digest'",
  );
  // Expired leases are looked for every ten seconds; a failed mail is retried after a minute.
  await server.owner.query('update jobs.job set retry_delay = 0, retry_backoff = false');
  let done = 0;
  await node(async () => {
    done += 1;
    return Promise.resolve('Taken over.');
  });
  await until(() => done === 1);
  await until(async () => (await jobsThat('completed')).length === 1);
});

it('a schedule is due at its tick, and every node makes the same job of it', () => {
  const at = new Date('2026-06-01T05:20:00Z');
  expect(lastDue('20 5 * * *', at)).toEqual(at);
  expect(lastDue('20 5 * * *', new Date(at.getTime() - 1))).toEqual(new Date('2026-05-31T05:20:00Z'));
  expect(lastDue('*/10 * * * *', new Date('2026-06-01T05:29:59Z'))).toEqual(at);
  expect(tickId('usage', at)).toBe(tickId('usage', new Date(at)));
  expect(tickId('usage', at)).not.toBe(tickId('digest', at));
  expect(tickId('usage', at)).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-8[0-9a-f]{3}-a[0-9a-f]{3}-[0-9a-f]{12}$/);
});

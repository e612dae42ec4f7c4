import type { DataSource } from 'typeorm';
import { bossOn } from './boss.ts';
import { JOBS_SCHEMA, QUEUES, QUEUE_NAMES } from './queues.ts';

/** The queue by which schedules send their jobs: pg-boss's own. */
const OF_SCHEDULES = '__pgboss__send-it';

/**
 * Makes or upgrades the schema of the jobs and makes every queue.
 * @param owner of the schema: the serving role may only use what is there
 * @param role already quoted
 */
export async function installJobs(owner: DataSource, role: string): Promise<void> {
  const boss = bossOn(owner, { migrate: true, supervise: false, schedule: false });
  await boss.start();
  for (const name of QUEUE_NAMES) await boss.createQueue(name, { name, policy: 'standard', ...QUEUES[name] });
  await boss.createQueue(OF_SCHEDULES);
  await boss.stop({ graceful: false });
  const grants = [
    `grant usage on schema ${JOBS_SCHEMA} to ${role}`,
    `grant select, insert, update, delete on all tables in schema ${JOBS_SCHEMA} to ${role}`,
  ];
  for (const grant of grants) await owner.query(grant);
}

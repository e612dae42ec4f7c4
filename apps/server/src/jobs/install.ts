import type { DataSource } from 'typeorm';
import { bossOn } from './boss.ts';
import { JOBS_SCHEMA, QUEUES, QUEUE_NAMES } from './queues.ts';

/**
 * Creates or upgrades the job schema and creates every queue.
 * @param owner of the schema; the serving role may only use it
 * @param role already quoted
 */
export async function installJobs(owner: DataSource, role: string): Promise<void> {
  const boss = bossOn(owner, { migrate: true, supervise: false, schedule: false });
  await boss.start();
  for (const name of QUEUE_NAMES) {
    const options = { name, policy: 'standard', ...QUEUES[name] } as const;
    await boss.createQueue(name, options);
    // An existing queue keeps its jobs and gets the current settings.
    await boss.updateQueue(name, options);
  }
  await boss.stop({ graceful: false });
  const grants = [
    `grant usage on schema ${JOBS_SCHEMA} to ${role}`,
    `grant select, insert, update, delete on all tables in schema ${JOBS_SCHEMA} to ${role}`,
  ];
  for (const grant of grants) await owner.query(grant);
}

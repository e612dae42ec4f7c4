import { keysOf } from '@sturdy-shim/core';
import { LEASE_SECONDS } from './lease.ts';

/** The schema of the jobs, separate from the records and excluded from backups. */
export const JOBS_SCHEMA = 'jobs';

const held = { expireInSeconds: LEASE_SECONDS } as const;

/** Background jobs by kind, with their number of retries. The duration of a job is not limited. */
export const QUEUES = {
  /** Recomputes statuses that are marked or whose next change is due. */
  status: { ...held, retryLimit: 3 },
  /** Estimates usage by month for each group of units. */
  usage: { ...held, retryLimit: 2 },
  /** Imports the readings of a file (`importId`). It continues where it stopped, so it is retried for a whole night. */
  'readings-import': { ...held, retryLimit: 500, retryDelay: 5 },
  /** The morning's mail. */
  digest: { ...held, retryLimit: 3, retryDelay: 60, retryBackoff: true },
  /** Finds invalid rows. */
  soundness: { ...held, retryLimit: 1 },
  /** Polls the hour feeds that are due. */
  gateway: { ...held, retryLimit: 0 },
} as const;
export type Queue = keyof typeof QUEUES;
export const QUEUE_NAMES = keysOf(QUEUES);

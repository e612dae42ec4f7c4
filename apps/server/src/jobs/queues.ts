import { keysOf } from '@sturdy-shim/core';
import { LEASE_SECONDS } from './lease.ts';

/** The schema in which the jobs stand, apart from what is on record: it is left out of backups. */
export const JOBS_SCHEMA = 'jobs';

const held = { expireInSeconds: LEASE_SECONDS } as const;

/** Background jobs by kind, and how often one that failed is tried again. A job may take as long as its node lives. */
export const QUEUES = {
  /** Recomputes statuses that are marked or whose next change is due. */
  status: { ...held, retryLimit: 3 },
  /** Works out how much is run at which time of the year. */
  usage: { ...held, retryLimit: 2 },
  /** Lets readings of a file in; `importId` names it. It goes on where it stood, so it is tried for as long as a night. */
  'readings-import': { ...held, retryLimit: 500, retryDelay: 5 },
  /** The morning's mail. */
  digest: { ...held, retryLimit: 3, retryDelay: 60, retryBackoff: true },
  /** Looks for what could not be entered and stands all the same. */
  soundness: { ...held, retryLimit: 1 },
  /** Asks the feeds of hours that are due. */
  gateway: { ...held, retryLimit: 0 },
} as const;
export type Queue = keyof typeof QUEUES;
export const QUEUE_NAMES = keysOf(QUEUES);

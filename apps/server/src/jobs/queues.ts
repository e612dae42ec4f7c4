/** The schema in which the jobs stand, apart from what is on record: it is left out of backups. */
export const JOBS_SCHEMA = 'jobs';

/** What runs by itself. How long one may take, in seconds, before another node takes it up; how often it is tried again. */
export const QUEUES = {
  /** Computes marked statuses again, and those whose day has come. */
  status: { expireInSeconds: 300, retryLimit: 3 },
  /** Works out how much is run at which time of the year. */
  usage: { expireInSeconds: 3600, retryLimit: 2 },
  /** Lets readings of a file in; `importId` names it. */
  'readings-import': { expireInSeconds: 3600, retryLimit: 5 },
  /** The morning's mail. */
  digest: { expireInSeconds: 120, retryLimit: 3, retryDelay: 60, retryBackoff: true },
  /** Asks the feeds of hours that are due. */
  gateway: { expireInSeconds: 900, retryLimit: 0 },
} as const;
export type Queue = keyof typeof QUEUES;
export const QUEUE_NAMES = Object.keys(QUEUES) as Queue[];

import { type CumulativeHours, type Instant, type TimeZone, type UsagePool, poolUsage } from '@sturdy-shim/core';
import { parentPort, workerData } from 'node:worker_threads';

/** Groups of units to estimate in one thread. */
export interface GroupsToPool {
  /** For each group, the hours of its units. */
  readonly groups: readonly (readonly (readonly CumulativeHours[])[])[];
  readonly zone: TimeZone;
  readonly now: Instant;
}

/** Estimates the usage of groups in a worker thread, because each takes some tenths of a second. */
const { groups, zone, now } = workerData as GroupsToPool;
parentPort?.postMessage(groups.map((histories): UsagePool => poolUsage(histories, zone, now)));

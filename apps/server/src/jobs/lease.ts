/**
 * Lease time of a running job after its last renewal. With the sweep, it is resumed within a minute after its node or
 * database failed.
 */
export const LEASE_SECONDS = 40;
export const BEAT_EVERY_MS = 10_000;
/** Interval of the sweep for expired leases, by one of the nodes. */
export const SWEEP_EVERY_SECONDS = 10;
/** Polling interval of the queues without a notification. */
export const POLL_EVERY_MS = 10_000;

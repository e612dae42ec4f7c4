/**
 * A running job is held for this long after its last sign of life. With the sweep it is taken up again within a minute
 * after its node or its database went away.
 */
export const LEASE_SECONDS = 40;
export const BEAT_EVERY_MS = 10_000;
/** How often leases that ran out are looked for, by one node of all. */
export const SWEEP_EVERY_SECONDS = 10;
/** Polling interval of the queues without a notification. */
export const POLL_EVERY_MS = 10_000;

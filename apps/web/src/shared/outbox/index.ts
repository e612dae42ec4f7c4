export type { EnteredReading, RefusedReading } from './reading-outbox.ts';
export { useOutbox, useResumedReadings } from './use-outbox.ts';

export type { KeptTexts } from './device-store.ts';
export type { EnteredReading, RefusedReading } from './reading-queue.ts';
export { deviceStore, openDeviceStore, outlastsThePage } from './open-store.ts';
export { isAway, useProblemQueue, useReadingQueue, useResumedOutbox } from './use-outbox.ts';

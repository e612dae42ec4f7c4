import { parentPort, workerData } from 'node:worker_threads';
import { tableOf } from './table.ts';

/** Reads one file in a worker thread, so that the server stays responsive. */
const { bytes, format, columns } = workerData as {
  bytes: Uint8Array;
  format: 'csv' | 'json';
  columns: Readonly<Record<string, string>>;
};
parentPort?.postMessage(tableOf(bytes, format, columns));

import { Worker } from 'node:worker_threads';
import { Turns } from '../platform/index.ts';
import type { Table } from './table.ts';

/** Compiled, also when the rest runs from its sources as under test: a worker is not compiled on its way. */
const WORKER = new URL(
  import.meta.url.endsWith('.ts') ? '../../dist/imports/table-worker.js' : './table-worker.js',
  import.meta.url,
);
/** A file within its bounds takes a second or two. */
const LONGEST_MS = 20_000;
/** Files that are read at the same moment; others wait. */
const AT_A_TIME = 2;
const turns = new Turns(AT_A_TIME);

/** Reads a file as a table, off the event loop. */
export function readTable(
  bytes: Uint8Array,
  format: 'csv' | 'json',
  columns: Readonly<Record<string, string>>,
): Promise<Table> {
  return turns.take(() => inWorker({ bytes: new Uint8Array(bytes), format, columns }));
}

function inWorker(workerData: object): Promise<Table> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(WORKER, { workerData, resourceLimits: { maxOldGenerationSizeMb: 512 } });
    const late = setTimeout(() => {
      void worker.terminate();
      resolve({ unreadable: 'The file takes too long to read.', remedy: 'Part it into several.' });
    }, LONGEST_MS);
    worker.once('message', (table: Table) => resolve(table));
    worker.once('error', (error: NodeJS.ErrnoException) =>
      error.code === 'ERR_WORKER_OUT_OF_MEMORY'
        ? resolve({ unreadable: 'The file is too large to read at once.', remedy: 'Part it into several.' })
        : reject(error),
    );
    worker.once('exit', () => clearTimeout(late));
  });
}

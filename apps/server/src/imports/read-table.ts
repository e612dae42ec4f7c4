import { Semaphore, inWorker, workerScript } from '../platform/index.ts';
import type { Table } from './table.ts';

const WORKER = workerScript(import.meta.url, 'imports', 'table-worker');
/** A file within its bounds takes a second or two. */
const LIMITS = { timeoutMs: 20_000, memoryMb: 512 };
/** Number of files read concurrently; others wait. */
const AT_A_TIME = 2;
const semaphore = new Semaphore(AT_A_TIME);

const STOPPED = {
  time: { ok: false, unreadable: 'The file takes too long to read.', remedy: 'Split it into several.' },
  memory: { ok: false, unreadable: 'The file is too large to read at once.', remedy: 'Split it into several.' },
} as const;

/** Reads a file as a table in a worker thread. */
export function readTable(
  bytes: Uint8Array,
  format: 'csv' | 'json',
  columns: Readonly<Record<string, string>>,
): Promise<Table> {
  return semaphore.take(async () => {
    const read = await inWorker<Table>(WORKER, { bytes: new Uint8Array(bytes), format, columns }, LIMITS);
    return 'made' in read ? read.made : STOPPED[read.stoppedBy];
  });
}

import { inWorker, workerScript } from '../platform/index.ts';
import { NotFetched } from './fetch-page.ts';
import type { FleetPage } from './fleet-snapshot.ts';

const WORKER = workerScript(import.meta.url, 'gateway', 'fleet-worker');
/** A page of 5 MB takes about a second. */
const LIMITS = { timeoutMs: 15_000, memoryMb: 512 };

/**
 * Reads a page of a feed in a worker thread.
 * @throws NotFetched with the reason why it cannot be used
 */
export async function readPage(text: string, mediaType: string): Promise<FleetPage> {
  const read = await inWorker<FleetPage | null>(WORKER, { text, mediaType }, LIMITS);
  if (!('made' in read))
    throw new NotFetched(
      read.stoppedBy === 'time' ? 'its page takes too long to read' : 'its page is too large to read',
    );
  if (read.made === null) throw new NotFetched('what it answered is no fleet snapshot');
  return read.made;
}

import { parentPort, workerData } from 'node:worker_threads';
import { readFleetPage } from './fleet-snapshot.ts';

/** Reads one page of a feed in a worker thread, because a page may be large or crafted to be slow to parse. */
const { text, mediaType } = workerData as { text: string; mediaType: string };
parentPort?.postMessage(readFleetPage(text, mediaType));

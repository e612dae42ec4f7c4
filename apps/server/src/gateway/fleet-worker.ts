import { parentPort, workerData } from 'node:worker_threads';
import { readFleetPage } from './fleet-snapshot.ts';

/** Reads one page of a feed in a thread of its own: a page may be large, or made to be slow to read. */
const { text, mediaType } = workerData as { text: string; mediaType: string };
parentPort?.postMessage(readFleetPage(text, mediaType));

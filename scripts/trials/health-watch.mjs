import { request } from 'node:http';
import { Worker, isMainThread, parentPort, workerData } from 'node:worker_threads';

const EVERY_MS = 25;

/** Asks a server how it is, all the while and from a thread of its own; gives how long the answers took, in ms. */
export function watchHealth(url) {
  const worker = new Worker(new URL(import.meta.url), { workerData: { url } });
  return () =>
    new Promise((resolve) => {
      worker.once('message', (times) => resolve(times));
      worker.postMessage('enough');
    });
}

export function summary(times) {
  const sorted = times.toSorted((a, b) => a - b);
  const at = (share) => Math.round(sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0);
  return { asked: sorted.length, p50: at(0.5), p99: at(0.99), longest: at(1) };
}

function answered(url) {
  return new Promise((resolve) => {
    const since = performance.now();
    const done = () => resolve(performance.now() - since);
    const asked = request(`${url}/api/health`, { headers: { 'x-forwarded-for': '10.255.255.255' } }, (answer) => {
      answer.resume();
      answer.on('end', done);
    });
    asked.on('error', done);
    asked.end();
  });
}

if (!isMainThread && workerData?.url !== undefined) {
  const times = [];
  let enough = false;
  parentPort.once('message', () => (enough = true));
  while (!enough) {
    times.push(await answered(workerData.url));
    await new Promise((resolve) => setTimeout(resolve, EVERY_MS));
  }
  parentPort.postMessage(times);
}

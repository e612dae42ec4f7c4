import { request } from 'node:http';
import { Worker, isMainThread, parentPort, workerData } from 'node:worker_threads';

const EVERY_MS = 25;

/**
 * Sends health requests continuously from a thread of its own; returns the duration of each answer in ms, or null if
 * none came.
 */
export function watchHealth(url) {
  const worker = new Worker(new URL(import.meta.url), { workerData: { url } });
  return () =>
    new Promise((resolve) => {
      worker.once('message', (times) => resolve(times));
      worker.postMessage('enough');
    });
}

export function summary(times) {
  const sorted = times.filter((each) => each !== null).toSorted((a, b) => a - b);
  const at = (share) => Math.round(sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0);
  return { asked: times.length, unanswered: times.length - sorted.length, p50: at(0.5), p99: at(0.99), longest: at(1) };
}

function answered(url) {
  return new Promise((resolve) => {
    const since = performance.now();
    const done = () => resolve(performance.now() - since);
    // A refused or cut connection does not count as an answer.
    const failed = () => resolve(null);
    const asked = request(`${url}/api/health`, { headers: { 'x-forwarded-for': '10.255.255.255' } }, (answer) => {
      answer.resume();
      answer.on('end', answer.statusCode === 200 ? done : failed);
      answer.on('error', failed);
    });
    asked.on('error', failed);
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

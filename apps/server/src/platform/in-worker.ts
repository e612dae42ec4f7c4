import { Worker } from 'node:worker_threads';

export interface WorkerLimits {
  readonly timeoutMs: number;
  readonly memoryMb: number;
}

/** The result of a worker thread, or the limit that stopped it. */
export type FromWorker<T> = { readonly made: T } | { readonly stoppedBy: 'time' | 'memory' };

/**
 * Processes outside data in a worker thread with limits of time and memory, so that the event loop stays responsive.
 * @param script compiled: it posts its result as one message
 * @throws the error of the script
 */
export function inWorker<T>(script: URL, workerData: object, limits: WorkerLimits): Promise<FromWorker<T>> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(script, { workerData, resourceLimits: { maxOldGenerationSizeMb: limits.memoryMb } });
    const late = setTimeout(() => {
      resolve({ stoppedBy: 'time' });
      void worker.terminate();
    }, limits.timeoutMs);
    worker.once('message', (made: T) => resolve({ made }));
    worker.once('error', (error: NodeJS.ErrnoException) =>
      error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? resolve({ stoppedBy: 'memory' }) : reject(error),
    );
    worker.once('exit', (code) => {
      clearTimeout(late);
      // No effect after a message.
      reject(new Error(`a worker ended with ${code} and said nothing`));
    });
  });
}

/**
 * Path of a worker's compiled script, also when the rest runs from sources under test, because workers are not compiled
 * on the fly.
 * @param from `import.meta.url` of a module
 * @param folder of that module within the sources
 */
export const workerScript = (from: string, folder: string, name: string): URL =>
  new URL(from.endsWith('.ts') ? `../../dist/${folder}/${name}.js` : `./${name}.js`, from);

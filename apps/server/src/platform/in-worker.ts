import { Worker } from 'node:worker_threads';

export interface WorkerLimits {
  readonly timeoutMs: number;
  readonly memoryMb: number;
}

/** What a worker thread made, or which limit stopped it. */
export type FromWorker<T> = { readonly made: T } | { readonly stoppedBy: 'time' | 'memory' };

/**
 * Processes outside data in a worker thread with limits of time and memory, so that the event loop stays responsive.
 * @param script compiled: it posts one message, what it made of its `workerData`
 * @throws what the script throws
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
      // After a message this changes nothing any more.
      reject(new Error(`a worker ended with ${code} and said nothing`));
    });
  });
}

/**
 * Where a worker's compiled script stands, also when the rest runs from its sources as under test: a worker is not compiled
 * on its way.
 * @param from `import.meta.url` of a module
 * @param folder of that module within the sources
 */
export const workerScript = (from: string, folder: string, name: string): URL =>
  new URL(from.endsWith('.ts') ? `../../dist/${folder}/${name}.js` : `./${name}.js`, from);

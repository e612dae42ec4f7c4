import { Semaphore } from './semaphore.ts';

/** One task at a time per key; tasks of different keys run concurrently. */
export class KeyedSemaphore {
  private readonly byKey = new Map<string, { readonly semaphore: Semaphore; waiting: number }>();

  async take<T>(key: string, work: () => Promise<T>): Promise<T> {
    const entry = this.byKey.get(key) ?? { semaphore: new Semaphore(1), waiting: 0 };
    this.byKey.set(key, entry);
    entry.waiting += 1;
    try {
      return await entry.semaphore.take(work);
    } finally {
      entry.waiting -= 1;
      if (entry.waiting === 0) this.byKey.delete(key);
    }
  }
}

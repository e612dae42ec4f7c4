import { Turns } from './turns.ts';

/** One at a time for each key; work of different keys does not wait for each other. */
export class KeyedTurns {
  private readonly byKey = new Map<string, { readonly turns: Turns; waiting: number }>();

  async take<T>(key: string, work: () => Promise<T>): Promise<T> {
    const entry = this.byKey.get(key) ?? { turns: new Turns(1), waiting: 0 };
    this.byKey.set(key, entry);
    entry.waiting += 1;
    try {
      return await entry.turns.take(work);
    } finally {
      entry.waiting -= 1;
      if (entry.waiting === 0) this.byKey.delete(key);
    }
  }
}

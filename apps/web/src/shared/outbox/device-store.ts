import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

/** Entries stored on this device until the server has them: texts by key, with synchronous reads. */
export interface KeptTexts {
  readonly getItem: (key: string) => string | null;
  readonly setItem: (key: string, text: string) => void;
  readonly removeItem: (key: string) => void;
  /** Keys with this prefix, in order. */
  readonly keys: (prefix: string) => readonly string[];
}

interface Schema extends DBSchema {
  kept: { key: string; value: string };
}
type Database = IDBPDatabase<Schema>;

const NAME = 'sturdy-shim';
/** Keys of an earlier version in the browser's local storage. They are moved, so that nothing entered then is lost. */
const EARLIER = ['sturdy-shim.draft.', 'sturdy-shim.begun.', 'sturdy-shim.readings'];
/** A change that one tab sends to the others. */
interface Change {
  readonly key: string;
  readonly text: string | null;
}

/**
 * Texts in IndexedDB with a copy in memory: reads are immediate, each write goes to disk in a transaction of its own,
 * in order, and other tabs take it over. Without IndexedDB only the copy in memory exists, and `isLasting` is false.
 */
export class DeviceStore implements KeptTexts {
  private writing: Promise<unknown> = Promise.resolve();
  /** A write has failed, for example because the disk is full, so memory is ahead of the disk. */
  private failed = false;
  private readonly listeners = new Set<() => void>();
  private constructor(
    private readonly texts: Map<string, string>,
    private readonly database: Database | null,
    private readonly channel: BroadcastChannel | null,
  ) {
    if (channel !== null)
      channel.onmessage = ({ data }: MessageEvent<Change>) => {
        this.remember(data);
        for (const listener of this.listeners) listener();
      };
  }

  /** @param earlier where an earlier version kept its texts */
  static async open(earlier: Storage | null): Promise<DeviceStore> {
    const texts = new Map<string, string>();
    const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(NAME);
    try {
      const database = await withinTime(
        openDB<Schema>(NAME, 1, { upgrade: (fresh) => void fresh.createObjectStore('kept') }),
      );
      const reading = database.transaction('kept');
      const [keys, values] = await Promise.all([reading.store.getAllKeys(), reading.store.getAll()]);
      keys.forEach((key, index) => texts.set(key, values[index] ?? ''));
      const store = new DeviceStore(texts, database, channel);
      if (earlier !== null) await store.takeOver(earlier);
      return store;
    } catch {
      return new DeviceStore(texts, null, channel);
    }
  }

  /** Whether entries survive the page. */
  get isLasting(): boolean {
    return this.database !== null && !this.failed;
  }

  readonly getItem = (key: string): string | null => this.texts.get(key) ?? null;
  readonly keys = (prefix: string): readonly string[] =>
    [...this.texts.keys()].filter((key) => key.startsWith(prefix)).sort();
  readonly setItem = (key: string, text: string): void => this.write({ key, text });
  readonly removeItem = (key: string): void => {
    if (this.texts.has(key)) this.write({ key, text: null });
  };

  /** Resolves when everything written until now is on disk. */
  async settled(): Promise<void> {
    await this.writing;
  }

  /** Calls back when another tab has changed something. */
  readonly onOtherTab = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  close(): void {
    this.channel?.close();
    this.database?.close();
  }

  private remember({ key, text }: Change): void {
    if (text === null) this.texts.delete(key);
    else this.texts.set(key, text);
  }

  private write(change: Change): void {
    this.remember(change);
    this.channel?.postMessage(change);
    const { database } = this;
    if (database === null) return;
    // The transaction begins now and not behind the one before: the browser runs them in order, and a page that closes
    // has handed all of them over.
    const done = stored(database, change).catch(() => {
      this.failed = true;
    });
    this.writing = Promise.all([this.writing, done]);
  }

  private async takeOver(earlier: Storage): Promise<void> {
    const keys = Array.from({ length: earlier.length }, (_, index) => earlier.key(index) ?? '');
    const moved = keys.filter((key) => EARLIER.some((prefix) => key.startsWith(prefix)));
    for (const key of moved) {
      const text = earlier.getItem(key);
      if (text !== null && !this.texts.has(key)) this.setItem(key, text);
    }
    await this.settled();
    // Entries that could not be written to the new store stay in the old one.
    if (!this.failed) for (const key of moved) earlier.removeItem(key);
  }
}

/** Some browsers never answer a request to open a database, so there is a timeout. */
const OPEN_WITHIN_MS = 3000;
const withinTime = <T>(opening: Promise<T>): Promise<T> =>
  Promise.race([
    opening,
    new Promise<never>((_, reject) => {
      setTimeout(() => reject(new Error('the database of the browser does not open')), OPEN_WITHIN_MS);
    }),
  ]);

/** Strict: the transaction is complete when the disk has it. */
async function stored(database: Database, { key, text }: Change): Promise<void> {
  const transaction = database.transaction('kept', 'readwrite', { durability: 'strict' });
  if (text === null) await transaction.store.delete(key);
  else await transaction.store.put(text, key);
  await transaction.done;
}

import type { KeptTexts } from './device-store.ts';

/** An entry to send. Its id is created here, so that repeated requests count once. */
export interface Entered {
  readonly id: string;
  readonly tag: string;
  /** Id of the person who entered it; only that person's session sends it. Entries of an earlier version have none and are sent by any session. */
  readonly by?: string;
}

/** The server's result for one entry. */
export type Answer<Taken, Why> =
  | { readonly kind: 'taken'; readonly id: string; readonly taken: Taken }
  | { readonly kind: 'refused'; readonly id: string; readonly refusal: Why };

/** An entry that the server did not take, with what it says. */
export interface Refused<Entry, Why> {
  readonly entered: Entry;
  readonly refusal: Why;
}

export interface QueueSnapshot<Entry, Taken, Why> {
  /** Entries of the signed-in person. */
  readonly waiting: readonly Entry[];
  /** Number of waiting entries of other people. */
  readonly ofOthers: number;
  readonly refused: readonly Refused<Entry, Why>[];
  /** Results of the entries accepted since this page was opened, by tag. */
  readonly taken: ReadonlyMap<string, Taken>;
  readonly away: boolean;
}

interface QueueOptions<Entry, Taken, Why> {
  /** Prefix of its keys in the device store. */
  readonly name: string;
  readonly storage: KeptTexts;
  /** Null: the server does not answer, or the session has ended. */
  readonly send: (batch: readonly Entry[]) => Promise<readonly Answer<Taken, Why>[] | null>;
  /** Batch limit of the server. */
  readonly atOnce: number;
  /** The refusal of an entry that the answer leaves out. */
  readonly unanswered: Why;
  readonly retryMs?: number;
}

interface Kept<Entry, Why> {
  readonly entered: Entry;
  readonly refusal?: Why;
}

/**
 * Entries on their way to the server: each is kept on this device under a key of its own before it is sent, and stays
 * until the server has it. Tabs do not overwrite each other's entries; one that two tabs send counts once by its id.
 */
export class SendQueue<Entry extends Entered, Taken, Why> {
  private snapshot: QueueSnapshot<Entry, Taken, Why>;
  private sending: Promise<void> | null = null;
  private retry: ReturnType<typeof setTimeout> | null = null;
  private person: string | null = null;
  private added = 0;
  private readonly listeners = new Set<() => void>();

  constructor(private readonly options: QueueOptions<Entry, Taken, Why>) {
    this.snapshot = { ...this.shown(), taken: new Map(), away: false };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  readonly current = (): QueueSnapshot<Entry, Taken, Why> => this.snapshot;

  /** Sets who is signed in: their entries are sent, those of others wait for them. */
  workedBy(person: string): void {
    if (this.person === person) return;
    this.person = person;
    this.show(this.shown());
  }

  add(entries: readonly Entry[]): void {
    for (const entered of entries) {
      const by = entered.by ?? this.person;
      // Keys sort by the moment of entry: entries are sent in their order, also after a reload.
      const place = `${Date.now().toString().padStart(14, '0')}.${String((this.added += 1)).padStart(6, '0')}`;
      this.keep(`${this.prefix}${place}.${entered.id}`, { entered: by === null ? entered : { ...entered, by } });
    }
    this.show(this.shown());
    void this.flush();
  }

  /** Adds one entry and returns its result; null: it waits on this device until the server answers. */
  async post(entered: Entry): Promise<Answer<Taken, Why> | null> {
    this.add([entered]);
    await this.flush();
    const refused = this.snapshot.refused.find((each) => each.entered.id === entered.id);
    if (refused !== undefined) {
      this.dismiss(entered.id);
      return { kind: 'refused', id: entered.id, refusal: refused.refusal };
    }
    const taken = this.snapshot.taken.get(entered.tag);
    const waits = this.snapshot.waiting.some(({ id }) => id === entered.id);
    return taken === undefined || waits ? null : { kind: 'taken', id: entered.id, taken };
  }

  /** Removes a refused entry after a person has seen the reason. */
  dismiss(id: string): void {
    for (const key of this.keys()) if (key.endsWith(`.${id}`)) this.options.storage.removeItem(key);
    this.show(this.shown());
  }

  /** Reloads entries that another tab may have changed. */
  readonly refresh = (): void => this.show(this.shown());

  /** Sends waiting entries in batches until none is left or the server is unreachable. */
  flush(): Promise<void> {
    this.sending ??= this.sendAll().finally(() => (this.sending = null));
    return this.sending;
  }

  /** Stops automatic sending. Waiting entries stay on this device. */
  dispose(): void {
    if (this.retry !== null) clearTimeout(this.retry);
  }

  private get prefix(): string {
    return `sturdy-shim.queue.${this.options.name}.`;
  }

  private async sendAll(): Promise<void> {
    if (this.retry !== null) clearTimeout(this.retry);
    this.retry = null;
    for (;;) {
      const batch = this.all()
        .filter(({ kept }) => kept.refusal === undefined && this.isOwn(kept.entered))
        .slice(0, this.options.atOnce);
      if (batch.length === 0) return this.show({ away: false });
      const answers = await this.options.send(batch.map(({ kept }) => kept.entered));
      if (answers === null) {
        this.show({ away: true });
        this.retry = setTimeout(() => void this.flush(), this.options.retryMs ?? 5000);
        return;
      }
      this.settle(batch, answers);
    }
  }

  private settle(
    batch: readonly { readonly key: string; readonly kept: Kept<Entry, Why> }[],
    answers: readonly Answer<Taken, Why>[],
  ): void {
    const answered = new Map(answers.map((each) => [each.id, each]));
    const taken = new Map(this.snapshot.taken);
    for (const { key, kept } of batch) {
      const answer = answered.get(kept.entered.id);
      if (answer?.kind === 'taken') {
        taken.set(kept.entered.tag, answer.taken);
        this.options.storage.removeItem(key);
      } else this.keep(key, { ...kept, refusal: answer?.refusal ?? this.options.unanswered });
    }
    this.show({ ...this.shown(), taken, away: false });
  }

  private readonly isOwn = ({ by }: Entry): boolean => by === undefined || by === this.person;

  private shown(): Pick<QueueSnapshot<Entry, Taken, Why>, 'waiting' | 'ofOthers' | 'refused'> {
    const all = this.all().map(({ kept }) => kept);
    const waiting = all.filter(({ refusal }) => refusal === undefined).map(({ entered }) => entered);
    const own = waiting.filter(this.isOwn);
    const refused = all.flatMap(({ entered, refusal }) => (refusal === undefined ? [] : [{ entered, refusal }]));
    return { waiting: own, ofOthers: waiting.length - own.length, refused };
  }

  private keys(): readonly string[] {
    return this.options.storage.keys(this.prefix);
  }

  private all(): { readonly key: string; readonly kept: Kept<Entry, Why> }[] {
    return this.keys().flatMap((key) => {
      const kept = readKept<Kept<Entry, Why>>(this.options.storage.getItem(key));
      return kept === null ? [] : [{ key, kept }];
    });
  }

  private keep(key: string, kept: Kept<Entry, Why>): void {
    this.options.storage.setItem(key, JSON.stringify(kept));
  }

  private show(changed: Partial<QueueSnapshot<Entry, Taken, Why>>): void {
    this.snapshot = { ...this.snapshot, ...changed };
    for (const listener of this.listeners) listener();
  }
}

function readKept<Kept>(text: string | null): Kept | null {
  try {
    const read = JSON.parse(text ?? 'null') as { entered?: { id?: unknown; tag?: unknown } } | null;
    return typeof read?.entered?.id === 'string' && typeof read.entered.tag === 'string' ? (read as Kept) : null;
  } catch {
    return null;
  }
}

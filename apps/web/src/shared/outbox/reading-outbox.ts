import type { RecordedDto } from '../api/index.ts';

/** A reading as somebody entered it. Its id is made here: however often it is sent, it counts once. */
export interface EnteredReading {
  readonly id: string;
  readonly tag: string;
  readonly hours: number;
  readonly readAt: string;
  readonly note: string;
  /** Who read it: on a device that several use, only they send it. Left out by an older program: whoever works here. */
  readonly by?: string;
}

/** A reading that the server did not take, with what it says. */
export interface RefusedReading {
  readonly entered: EnteredReading;
  readonly refusal: string;
}

export interface OutboxSnapshot {
  /** Of whoever works here now. */
  readonly waiting: readonly EnteredReading[];
  /** How many of other people wait on this device until they sign in. */
  readonly ofOthers: number;
  readonly refused: readonly RefusedReading[];
  /** What the server made of those that it took since this page was opened, by tag. */
  readonly taken: ReadonlyMap<string, RecordedDto>;
  readonly away: boolean;
}

/** Null: the server does not answer, or does not know us any more. */
export type SendReadings = (readings: readonly EnteredReading[]) => Promise<readonly RecordedDto[] | null>;

interface OutboxOptions {
  readonly storage: Pick<Storage, 'getItem' | 'setItem'>;
  readonly send: SendReadings;
  readonly retryMs?: number;
}

const KEY = 'sturdy-shim.readings';
/** As many as the server takes at once. */
const AT_ONCE = 100;

interface Kept {
  readonly waiting: readonly EnteredReading[];
  readonly refused: readonly RefusedReading[];
}

/**
 * Readings on their way: each is on this device before anything else happens, and stays until the server has it. What
 * is kept is read anew before each change, since another tab may have changed it.
 */
export class ReadingOutbox {
  private snapshot: OutboxSnapshot;
  private sending: Promise<void> | null = null;
  private retry: ReturnType<typeof setTimeout> | null = null;
  private person: string | null = null;
  private readonly listeners = new Set<() => void>();

  constructor(private readonly options: OutboxOptions) {
    this.snapshot = { ...this.shown(this.kept()), taken: new Map(), away: false };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  readonly current = (): OutboxSnapshot => this.snapshot;

  /** Somebody works here: what they read is sent, what others read waits for them. */
  workedBy(person: string): void {
    if (this.person === person) return;
    this.person = person;
    this.show(this.shown(this.kept()));
  }

  add(readings: readonly EnteredReading[]): void {
    const { waiting, refused } = this.kept();
    const { person } = this;
    const signed = person === null ? readings : readings.map((each) => ({ ...each, by: person }));
    this.keep({ waiting: [...waiting, ...signed], refused });
    void this.flush();
  }

  /** Somebody has seen that it was not taken. */
  dismiss(id: string): void {
    const { waiting, refused } = this.kept();
    this.keep({ waiting, refused: refused.filter(({ entered }) => entered.id !== id) });
  }

  /** Sends what waits, one batch after the other, until nothing is left or the server is away. */
  flush(): Promise<void> {
    this.sending ??= this.sendAll().finally(() => (this.sending = null));
    return this.sending;
  }

  private async sendAll(): Promise<void> {
    if (this.retry !== null) clearTimeout(this.retry);
    this.retry = null;
    for (;;) {
      const batch = this.kept().waiting.filter(this.isOwn).slice(0, AT_ONCE);
      if (batch.length === 0) return this.show({ away: false });
      const outcomes = await this.options.send(batch);
      if (outcomes === null) {
        this.show({ away: true });
        this.retry = setTimeout(() => void this.flush(), this.options.retryMs ?? 5000);
        return;
      }
      this.settle(batch, outcomes);
    }
  }

  private settle(batch: readonly EnteredReading[], outcomes: readonly RecordedDto[]): void {
    const answered = new Map(outcomes.map((each) => [each.id, each]));
    const { waiting, refused } = this.kept();
    const taken = new Map(this.snapshot.taken);
    const turnedDown: RefusedReading[] = [];
    for (const entered of batch) {
      const outcome = answered.get(entered.id);
      if (outcome?.reading) taken.set(entered.tag, outcome);
      else turnedDown.push({ entered, refusal: outcome?.refusal ?? 'The server did not say why.' });
    }
    this.keep({ waiting: waiting.filter(({ id }) => !answered.has(id)), refused: [...refused, ...turnedDown] });
    this.show({ taken, away: false });
  }

  private readonly isOwn = ({ by }: EnteredReading): boolean => by === undefined || by === this.person;

  private shown({ waiting, refused }: Kept): Pick<OutboxSnapshot, 'waiting' | 'ofOthers' | 'refused'> {
    const own = waiting.filter(this.isOwn);
    return { waiting: own, ofOthers: waiting.length - own.length, refused };
  }

  private kept(): Kept {
    try {
      const read = JSON.parse(this.options.storage.getItem(KEY) ?? 'null') as Partial<Kept> | null;
      return { waiting: read?.waiting ?? [], refused: read?.refused ?? [] };
    } catch {
      return { waiting: [], refused: [] };
    }
  }

  private keep(kept: Kept): void {
    this.options.storage.setItem(KEY, JSON.stringify(kept));
    this.show(this.shown(kept));
  }

  private show(changed: Partial<OutboxSnapshot>): void {
    this.snapshot = { ...this.snapshot, ...changed };
    for (const listener of this.listeners) listener();
  }
}

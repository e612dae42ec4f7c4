import { withWorseState } from '@sturdy-shim/core';
import type { CheckDraftDto, CheckDto, Problem } from '../../../shared/api/index.ts';
import { type Author, type StoredDraft, beingSent, draftKey, othersKey, readStored, sameDraft } from './kept-draft.ts';
import { type KeptTexts, isAway } from '../../../shared/outbox/index.ts';

/** State of saving of a draft. */
export type SaveState =
  | { readonly kind: 'saved'; readonly at: string }
  | { readonly kind: 'saving' }
  /** The server does not answer, or the session has ended: kept on this device and retried. */
  | { readonly kind: 'waiting' }
  | { readonly kind: 'refused'; readonly problem: Problem }
  /** Another person saved the check: a person chooses the version. */
  | {
      readonly kind: 'conflict';
      readonly theirs: CheckDraftDto;
      readonly theirVersion: number;
      readonly savedAt: string;
      readonly savedBy: string;
    };

export interface DraftSnapshot {
  readonly draft: CheckDraftDto;
  readonly version: number;
  readonly save: SaveState;
  /** Unsent entries of another person on this device. They wait for that person, or are taken over by hand. */
  readonly held: HeldEntries | null;
}

export interface HeldEntries {
  readonly of: Author;
  readonly draft: CheckDraftDto;
}

export type Send = (
  version: number,
  draft: CheckDraftDto,
) => Promise<{ readonly check: CheckDto } | { readonly problem: Problem }>;

interface KeeperOptions {
  readonly check: CheckDto;
  readonly author: Author;
  readonly send: Send;
  readonly storage: KeptTexts;
  readonly retryMs?: number;
  /** The server does not have the check yet: it is saved even without entries. */
  readonly begun?: boolean;
}

/**
 * Saves a draft: every change is stored on this device immediately and sent to the server in sequence, so that a lost
 * connection, a sleeping tablet or a second person never loses an entry.
 */
export class DraftKeeper {
  private snapshot: DraftSnapshot;
  /** Changed since the last confirmed save. */
  private dirty = false;
  /** Sent drafts without an answer: they tell whether a newer version on the server is our own. */
  private unanswered: readonly CheckDraftDto[] = [];
  private sending: Promise<void> | null = null;
  private retry: ReturnType<typeof setTimeout> | null = null;
  private disposed = false;
  private readonly listeners = new Set<() => void>();
  private readonly key: string;

  constructor(private readonly options: KeeperOptions) {
    const { check } = options;
    this.key = draftKey(check.id);
    this.snapshot = {
      draft: check.draft,
      version: check.version,
      save: { kind: 'saved', at: check.savedAt },
      held: null,
    };
    this.parkOthers();
    this.takeUpStored();
    if (options.begun === true && !this.dirty && this.snapshot.version === check.version) {
      this.dirty = true;
      this.show({ save: { kind: 'waiting' } });
    }
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly current = (): DraftSnapshot => this.snapshot;

  change(update: (draft: CheckDraftDto) => CheckDraftDto): void {
    this.dirty = true;
    this.show({ draft: update(this.snapshot.draft) });
    this.write();
    void this.pump();
  }

  /** Waits until the server has everything and returns its version; null if it does not have it. */
  async flush(): Promise<number | null> {
    await this.pump();
    return !this.dirty && this.snapshot.save.kind === 'saved' ? this.snapshot.version : null;
  }

  /** Overwrites their version with mine, after a person has seen both. */
  keepMine(): void {
    if (this.snapshot.save.kind !== 'conflict') return;
    this.dirty = true;
    const { theirs, theirVersion } = this.snapshot.save;
    this.show({
      draft: withWorseState(this.snapshot.draft, theirs),
      version: theirVersion,
      save: { kind: 'saving' },
    });
    this.write();
    void this.pump();
  }

  /**
   * Continues from the entries of another person on this device; they are then sent under the name of the signed-in
   * person.
   */
  takeHeld(): void {
    const { held } = this.snapshot;
    if (held === null) return;
    this.change(() => held.draft);
    this.park((others) => others.filter(({ by }) => by?.id !== held.of.id));
    this.show({ held: null });
  }

  /** Leaves the entries for that person; they are offered again when the person opens the check here. */
  leaveHeld(): void {
    this.show({ held: null });
  }

  takeTheirs(): void {
    const { save } = this.snapshot;
    if (save.kind !== 'conflict') return;
    const mine = this.snapshot.draft;
    this.dirty = false;
    this.forget();
    this.show({ draft: save.theirs, version: save.theirVersion, save: { kind: 'saved', at: save.savedAt } });
    const worse = withWorseState(save.theirs, mine);
    if (worse !== save.theirs) this.change(() => worse);
  }

  /** Deletes it from this device after it was signed or dropped. */
  forget(): void {
    this.options.storage.removeItem(this.key);
  }

  /** Starts sending automatically, also after a `dispose`. */
  resume(): void {
    this.disposed = false;
    beingSent.add(this.key);
    if (this.dirty) void this.pump();
  }

  /** Stops automatic sending. Unsent entries stay on this device. */
  dispose(): void {
    this.disposed = true;
    beingSent.delete(this.key);
    if (this.retry !== null) clearTimeout(this.retry);
  }

  /** Saves in sequence until nothing is left to send. */
  private pump(): Promise<void> {
    this.sending ??= this.sendAll().finally(() => (this.sending = null));
    return this.sending;
  }

  private async sendAll(): Promise<void> {
    if (this.retry !== null) clearTimeout(this.retry);
    while (this.dirty && this.snapshot.save.kind !== 'conflict') {
      this.dirty = false;
      if (this.snapshot.save.kind !== 'waiting') this.show({ save: { kind: 'saving' } });
      this.unanswered = [...this.unanswered, this.snapshot.draft].slice(-UNANSWERED_KEPT);
      this.write();
      const answer = await this.options.send(this.snapshot.version, this.snapshot.draft);
      if ('check' in answer) {
        this.unanswered = [];
        this.show({ version: answer.check.version, save: { kind: 'saved', at: answer.check.savedAt } });
        this.write();
      } else {
        this.dirty = true;
        if (this.takeOwn(answer.problem)) continue;
        this.takeProblem(answer.problem);
        return;
      }
    }
  }

  /** A save without an answer had arrived: the server's version is our own, and later entries are sent. */
  private takeOwn(problem: Problem): boolean {
    if (problem.code !== 'stale-version') return false;
    const { draft, current } = staleFacts(problem);
    // The refused save was not stored, unless another tab sent the same.
    const own =
      sameDraft(this.snapshot.draft, draft) || this.unanswered.slice(0, -1).some((sent) => sameDraft(sent, draft));
    if (!own) return false;
    this.unanswered = [];
    this.show({ version: current });
    return true;
  }

  private takeProblem(problem: Problem): void {
    if (problem.code === 'stale-version') {
      const { draft, current, ...saved } = staleFacts(problem);
      this.show({ save: { kind: 'conflict', theirs: draft, theirVersion: current, ...saved } });
    } else if (problem.code === 'another-person') {
      // The keeper of the newly signed-in person replaces this one.
      this.show({ save: { kind: 'waiting' } });
    } else if (isAway(problem)) {
      this.show({ save: { kind: 'waiting' } });
      if (!this.disposed) this.retry = setTimeout(() => void this.pump(), this.options.retryMs ?? 3000);
    } else {
      this.show({ save: { kind: 'refused', problem } });
    }
  }

  /** Entries of other people that were not sent are put aside under their names, so that nothing is sent for them. */
  private parkOthers(): void {
    const { storage, author } = this.options;
    const stored = readStored(storage.getItem(this.key));
    const others = this.parked();
    if (stored?.by !== undefined && stored.by.id !== author.id) {
      if (!stored.sent) this.park(() => [...others.filter(({ by }) => by?.id !== stored.by?.id), stored]);
      this.forget();
    }
    const own = others.find(({ by }) => by?.id === author.id);
    if (own !== undefined) {
      storage.setItem(this.key, JSON.stringify(own));
      this.park((all) => all.filter(({ by }) => by?.id !== author.id));
    }
    const [held] = this.parked();
    if (held?.by !== undefined) this.snapshot = { ...this.snapshot, held: { of: held.by, draft: held.draft } };
  }

  private parked(): StoredDraft[] {
    try {
      const read = JSON.parse(this.options.storage.getItem(othersKey(this.options.check.id)) ?? '[]') as unknown[];
      return read.flatMap((each) => readStored(JSON.stringify(each)) ?? []);
    } catch {
      return [];
    }
  }

  private park(change: (others: readonly StoredDraft[]) => readonly StoredDraft[]): void {
    const others = change(this.parked());
    const key = othersKey(this.options.check.id);
    if (others.length === 0) this.options.storage.removeItem(key);
    else this.options.storage.setItem(key, JSON.stringify(others));
  }

  /**
   * Entries of an earlier visit on this device that were not sent, or were sent after this copy of the check was read.
   */
  private takeUpStored(): void {
    const unsent = readStored(this.options.storage.getItem(this.key));
    const { check } = this.options;
    if (unsent === null) return;
    if (unsent.sent && unsent.version > check.version) {
      // This copy of the check is older than our last save; it is shown because the server is unreachable.
      this.snapshot = { ...this.snapshot, draft: unsent.draft, version: unsent.version };
      return;
    }
    if (unsent.sent || sameDraft(unsent.draft, check.draft)) {
      this.forget();
      return;
    }
    this.dirty = true;
    // The save that was in progress when the page closed was stored: the server's version is our own.
    this.unanswered = unsent.unanswered;
    const arrived = unsent.unanswered.some((sent) => sameDraft(sent, check.draft));
    const stale = unsent.version < check.version && !arrived;
    this.snapshot = {
      ...this.snapshot,
      draft: unsent.draft,
      version: stale ? unsent.version : Math.max(unsent.version, check.version),
      save: stale
        ? {
            kind: 'conflict',
            theirs: check.draft,
            theirVersion: check.version,
            savedAt: check.savedAt,
            savedBy: check.savedBy,
          }
        : { kind: 'saving' },
    };
    if (!stale) void this.pump();
  }

  private write(): void {
    const { version, draft } = this.snapshot;
    const { unanswered } = this;
    const { author: by } = this.options;
    const stored: StoredDraft = { by, version, draft, unanswered, sent: !this.dirty && unanswered.length === 0 };
    this.options.storage.setItem(this.key, JSON.stringify(stored));
  }

  private show(change: Partial<DraftSnapshot>): void {
    this.snapshot = { ...this.snapshot, ...change };
    for (const listener of this.listeners) listener();
  }
}

/** Maximum number of unconfirmed saves to remember. */
const UNANSWERED_KEPT = 12;

/** The server's refusal of a stale draft. */
const staleFacts = ({ facts }: Problem): StaleFacts => facts as unknown as StaleFacts;

interface StaleFacts {
  readonly draft: CheckDraftDto;
  readonly current: number;
  readonly savedAt: string;
  readonly savedBy: string;
}

import type { CheckDraftDto } from '../../../shared/api/index.ts';
import type { KeptTexts } from '../../../shared/outbox/index.ts';

/** The signed-in person: on a shared tablet the next person must not send entries of the last one. */
export interface Author {
  readonly id: string;
  readonly name: string;
}

const PREFIX = 'sturdy-shim.draft.';
const OTHERS = '.others';
/** Storage key of a check's draft. */
export const draftKey = (checkId: string): string => PREFIX + checkId;
/** Storage key of unsent entries of other people. */
export const othersKey = (checkId: string): string => draftKey(checkId) + OTHERS;

/** The server returns the fields of a draft in another order. */
export const sameDraft = (a: CheckDraftDto, b: CheckDraftDto): boolean => {
  const text = (value: unknown): string =>
    JSON.stringify(value, (_, part: unknown) =>
      part !== null && typeof part === 'object' && !Array.isArray(part)
        ? Object.fromEntries(Object.entries(part).sort(([one], [other]) => (one < other ? -1 : 1)))
        : part,
    );
  return text(a) === text(b);
};

/** The stored draft of a check. */
export interface StoredDraft {
  /** Missing in entries of an older version: the signed-in person. */
  readonly by?: Author;
  readonly version: number;
  readonly draft: CheckDraftDto;
  readonly unanswered: readonly CheckDraftDto[];
  /** Version on the server. */
  readonly sent: boolean;
}

export function readStored(text: string | null): StoredDraft | null {
  if (text === null) return null;
  try {
    const stored = JSON.parse(text) as { version?: unknown; draft?: { valves?: unknown } } | null;
    const whole = typeof stored?.version === 'number' && Array.isArray(stored.draft?.valves);
    if (!whole) return null;
    const { unanswered, sent = false } = stored as Partial<StoredDraft>;
    return { ...(stored as StoredDraft), unanswered: Array.isArray(unanswered) ? unanswered : [], sent };
  } catch {
    return null;
  }
}

/** Drafts that a page of this tab sends itself. */
export const beingSent = new Set<string>();

/** A draft of this person that was not sent and that no page of this tab sends. */
export interface LeftDraft {
  readonly checkId: string;
  readonly version: number;
  readonly draft: CheckDraftDto;
}

export const leftDrafts = (storage: KeptTexts, personId: string): LeftDraft[] =>
  storage.keys(PREFIX).flatMap((key) => {
    const stored = key.endsWith(OTHERS) || beingSent.has(key) ? null : readStored(storage.getItem(key));
    return stored === null || stored.sent || stored.by?.id !== personId
      ? []
      : [{ checkId: key.slice(PREFIX.length), version: stored.version, draft: stored.draft }];
  });

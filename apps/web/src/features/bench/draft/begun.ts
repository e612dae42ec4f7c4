import { emptyDraft } from '@sturdy-shim/core';
import type { CheckDto, UnitDto } from '../../../shared/api/index.ts';
import { type KeptTexts, deviceStore } from '../../../shared/outbox/index.ts';
import { draftKey } from './kept-draft.ts';

/** A check that was begun while the server was unreachable and does not exist there yet. */
export interface Begun {
  readonly id: string;
  readonly at: string;
}

const PREFIX = 'sturdy-shim.begun.';
const keyOf = (tag: string): string => PREFIX + tag;

/** The check that was begun at this unit on this device and is not on the server yet. */
export function begunAt(tag: string, storage: KeptTexts = deviceStore()): Begun | null {
  try {
    const stored = JSON.parse(storage.getItem(keyOf(tag)) ?? 'null') as Partial<Begun> | null;
    return typeof stored?.id === 'string' && typeof stored.at === 'string' ? { id: stored.id, at: stored.at } : null;
  } catch {
    return null;
  }
}

/** The tags of the units at which a check was begun on this device, by the id of the check. */
export const begunTags = (storage: KeptTexts = deviceStore()): ReadonlyMap<string, string> =>
  new Map(
    storage.keys(PREFIX).flatMap((key) => {
      const tag = key.slice(PREFIX.length);
      const begun = begunAt(tag, storage);
      return begun === null ? [] : [[begun.id, tag] as const];
    }),
  );

export const keepBegun = (tag: string, begun: Begun, storage: KeptTexts = deviceStore()): void =>
  storage.setItem(keyOf(tag), JSON.stringify(begun));

export const forgetBegun = (tag: string, storage: KeptTexts = deviceStore()): void => storage.removeItem(keyOf(tag));

/**
 * If another person began a check of the unit, the entries here become a second version of that check, and a person
 * chooses between the two.
 */
export function joinOther(tag: string, begun: Begun, otherId: string, storage: KeptTexts = deviceStore()): void {
  const own = storage.getItem(draftKey(begun.id));
  if (own !== null) {
    const { draft } = JSON.parse(own) as { draft: unknown };
    storage.setItem(draftKey(otherId), JSON.stringify({ version: 0, draft }));
    storage.removeItem(draftKey(begun.id));
  }
  forgetBegun(tag, storage);
}

/** The check as the server will have it after the first save. */
export const checkBegun = ({ tag, family }: UnitDto, { id, at }: Begun, by: string): CheckDto => ({
  id,
  unitTag: tag,
  state: 'draft',
  version: 1,
  startedAt: at,
  savedAt: at,
  draft: emptyDraft(family),
  savedBy: by,
  past: null,
  signedBy: '',
  struck: false,
  amendments: [],
  note: '',
  performedAt: null,
  hoursAt: null,
  findings: [],
});

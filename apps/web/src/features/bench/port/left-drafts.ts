import type { Dispatch } from '../../../shared/api/index.ts';
import { type KeptTexts, deviceStore } from '../../../shared/outbox/index.ts';
import { begunTags } from '../draft/begun.ts';
import { draftKey, leftDrafts } from '../draft/kept-draft.ts';
import { type Send } from '../draft/draft-keeper.ts';
import { saveOf } from './save-draft.ts';

/**
 * Sends this person's unsent entries of closed checks. Refused entries stay: the bench shows both versions when the
 * check is opened.
 */
export async function sendLeftDrafts(
  personId: string,
  saveAs: (checkId: string) => Send,
  storage: KeptTexts,
): Promise<void> {
  for (const { checkId, version, draft } of leftDrafts(storage, personId)) {
    const before = storage.getItem(draftKey(checkId));
    const answer = await saveAs(checkId)(version, draft);
    // The bench may have opened it meanwhile and continued.
    if ('check' in answer && storage.getItem(draftKey(checkId)) === before) storage.removeItem(draftKey(checkId));
  }
}

export const sendShopsLeftDrafts = (dispatch: Dispatch, personId: string): Promise<void> =>
  sendLeftDrafts(
    personId,
    (id) => saveOf(dispatch, { id, tag: begunTags().get(id) ?? '', by: personId }),
    deviceStore(),
  );

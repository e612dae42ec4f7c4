import { currentActor } from './access/index.ts';
import { type Result, fail, ok } from './result.ts';

/** What a field says in which a device names the person who made an entry. */
export const ENTERED_BY =
  'Who entered it. On a shared device entries may be sent late: they are refused while somebody else is signed in.';

/** Entries that a shared device kept are sent under the name of the person who made them, or not at all. */
export function enteredByActor(by: string | undefined): Result<null> {
  const actor = currentActor();
  if (by === undefined || actor.kind !== 'person' || actor.id === by) return ok(null);
  return fail({
    code: 'another-person',
    status: 409,
    detail: `${actor.name} is signed in, and these entries were made by somebody else.`,
    remedy: 'They are sent when the person who made them signs in on this device.',
  });
}

import { currentActor } from './access/index.ts';
import { type Result, fail, ok } from './result.ts';

/** Description of the field with the person who made an entry on a shared device. */
export const ENTERED_BY =
  'Who entered it. On a shared device entries may be sent late: they are refused while somebody else is signed in.';

/** Queued entries of a shared device are sent only under the name of the person who made them. */
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

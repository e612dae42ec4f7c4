import type { Refusal } from './result.ts';

/** This id already exists with other content; the stored record is included, so that both can be compared. */
export const idTaken = (what: string, stands: object): Refusal => ({
  code: 'id-taken',
  status: 409,
  field: 'id',
  detail: `Another ${what} was already sent under this id. It is unchanged; this one was not saved.`,
  remedy: `Compare the two; if both are wanted, send this one under an id of its own.`,
  facts: { stands },
});

/** Stale version: the stored one is sent along, so that both can be shown side by side. */
export const staleVersion = (
  name: string,
  stored: number,
  yours: number,
  facts: Readonly<Record<string, unknown>>,
): Refusal => ({
  code: 'stale-version',
  status: 409,
  field: 'version',
  detail: `Somebody changed ${name} while you were editing: the stored version is ${stored}, yours was based on ${yours}.`,
  remedy: 'Compare the two and choose one. Nothing has been overwritten.',
  facts: { yours, current: stored, ...facts },
});

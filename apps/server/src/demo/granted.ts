import type { Result } from '../platform/index.ts';

/** A refusal of demo data is a bug of the demo. */
export function valueOf<T>(outcome: Result<T>): T {
  if (!outcome.ok) throw new Error(`the demo was refused: ${JSON.stringify(outcome.refusal)}`);
  return outcome.value;
}

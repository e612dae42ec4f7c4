import type { Result } from '../platform/index.ts';

/** The demo is ours: a refusal here is our bug. */
export function valueOf<T>(outcome: Result<T>): T {
  if (!outcome.ok) throw new Error(`the demo was refused: ${JSON.stringify(outcome.refusal)}`);
  return outcome.value;
}

import type { GaugingConditions } from './conditions.ts';
import type { ValveKind } from './valve.ts';
import type { Window } from './window.ts';

/** What is in use for a family: its windows, and the conditions under which they hold. */
export interface Specification {
  readonly windows: Readonly<Record<ValveKind, Window>>;
  readonly conditions: GaugingConditions;
}

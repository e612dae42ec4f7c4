import type { Blade } from './blade.ts';

/** What a blade does in the gap. */
export type Feel = 'free' | 'drags' | 'wont';

/** One blade, or a stack, tried in one gap. */
export interface Try {
  readonly blades: readonly Blade[];
  readonly feel: Feel;
}

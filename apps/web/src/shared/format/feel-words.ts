import type { Feel } from '../api/index.ts';

/** Words for feels; their letters are on the rack and the strip. */
export const FEEL_WORDS: Record<Feel, string> = {
  free: 'goes free',
  slack: 'drags slack',
  drags: 'drags',
  hard: 'drags hard',
  wont: 'won’t enter',
};

export const FEEL_LETTERS = {
  free: 'F',
  slack: 'S',
  drags: 'D',
  hard: 'H',
  wont: 'W',
} as const satisfies Record<Feel, string>;

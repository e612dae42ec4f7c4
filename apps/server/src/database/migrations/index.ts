import { Foundation1795000000000 } from './1795000000000-foundation.ts';

/** One ordered list. A migration is never edited after it landed. */
export const MIGRATIONS = [Foundation1795000000000];

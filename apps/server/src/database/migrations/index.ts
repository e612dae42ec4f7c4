import { Foundation1795000000000 } from './1795000000000-foundation.ts';
import { Turning1795500000000 } from './1795500000000-turning.ts';

/** One ordered list. A migration is never edited after it landed. */
export const MIGRATIONS = [Foundation1795000000000, Turning1795500000000];

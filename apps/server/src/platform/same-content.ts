import { fieldOf } from '@sturdy-shim/core';
import { isDeepStrictEqual } from 'node:util';

/**
 * Whether what stands is what was sent, field by field of what was sent: a field that was left out says nothing. Keys may
 * stand in any order (jsonb keeps its own), moments may be dates or their text.
 */
export function sameContent(stands: object, sent: object): boolean {
  return Object.entries(sent).every(([name, value]) => value === undefined || sameValue(fieldOf(stands, name), value));
}

const sameValue = (stands: unknown, sent: unknown): boolean => isDeepStrictEqual(plain(stands), plain(sent));

/** As JSON has it. */
const plain = (value: unknown): unknown => (value === undefined ? null : JSON.parse(JSON.stringify(value)));

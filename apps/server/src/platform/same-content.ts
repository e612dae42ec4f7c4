import { fieldOf } from '@sturdy-shim/core';
import { isDeepStrictEqual } from 'node:util';

/**
 * Whether the stored fields equal the sent ones; fields that were not sent are ignored. The order of keys does not
 * matter (jsonb has its own), and moments may be dates or text.
 */
export function sameContent(stands: object, sent: object): boolean {
  return Object.entries(sent).every(([name, value]) => value === undefined || sameValue(fieldOf(stands, name), value));
}

const sameValue = (stands: unknown, sent: unknown): boolean => isDeepStrictEqual(plain(stands), plain(sent));

/** The JSON form. */
const plain = (value: unknown): unknown => (value === undefined ? null : JSON.parse(JSON.stringify(value)));

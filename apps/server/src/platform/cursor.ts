import { type Result, ok, fail } from './result.ts';
import { isStorable } from '@sturdy-shim/core';

/** The parts of a cursor: a smallint, any number, a moment (Unix milliseconds, up to the year 2286), or text. */
const PARTS = {
  small: (value: unknown) => typeof value === 'number' && Number.isInteger(value) && Math.abs(value) < 2 ** 15,
  number: (value: unknown) => typeof value === 'number' && Number.isFinite(value),
  moment: (value: unknown) => typeof value === 'number' && Number.isInteger(value) && value >= 0 && value < 1e13,
  text: (value: unknown) => typeof value === 'string' && value.length <= 1000 && isStorable(value),
} as const;
interface Values {
  readonly small: number;
  readonly number: number;
  readonly moment: number;
  readonly text: string;
}
type Kinds = readonly (keyof typeof PARTS)[];
type PlaceOf<K extends Kinds> = { -readonly [I in keyof K]: Values[K[I]] };

/** Length limit, enough for the longest cursor. */
export const CURSOR_MAX = 4000;

/** The end of a page, sent with the request for the next one. */
export const cursorAt = (...place: readonly (number | string)[]): string =>
  Buffer.from(JSON.stringify(place)).toString('base64url');

/** Validates a cursor like any input: exactly these parts with these types reach a query. */
export function placeAt<const K extends Kinds>(cursor: string, kinds: K): Result<PlaceOf<K>> {
  const place = parsed(cursor);
  const right =
    Array.isArray(place) && place.length === kinds.length && kinds.every((kind, at) => PARTS[kind](place[at]));
  return right ? ok(place as PlaceOf<K>) : fail(noSuchPage);
}

function parsed(cursor: string): unknown {
  try {
    return JSON.parse(Buffer.from(cursor, 'base64url').toString());
  } catch {
    return null;
  }
}

const noSuchPage = {
  code: 'no-such-page',
  status: 400,
  field: 'cursor',
  detail: 'This is not where a page ended.',
  remedy: 'Start from the first page, without a cursor.',
} as const;

/** Replaces the hidden parts of an address. */
export const DOTS = '•••';

/** A path segment that looks like a token: long, with letters and digits mixed. */
const looksLikeToken = (piece: string): boolean =>
  piece.length >= 16 && /^[\w~%-]+$/.test(piece) && /\d/.test(piece) && /[a-z]/i.test(piece);

/**
 * Masks the address of a feed for lists, logs and the audit log: query values, and path segments that look like a
 * token, are replaced by dots. Many services put the key to a feed there.
 */
export function shownAddress(address: string): string {
  const url = new URL(address);
  const path = url.pathname.split('/').map((piece) => (looksLikeToken(piece) ? DOTS : piece));
  const query = [...url.searchParams.keys()].map((name) => `${encodeURIComponent(name)}=${DOTS}`);
  return `${url.origin}${path.join('/')}${query.length > 0 ? `?${query.join('&')}` : ''}`;
}

/** Whether an address returned by a form still has the dots of hidden parts. */
export const hasDots = (address: string): boolean =>
  address.includes(DOTS) || address.includes(encodeURIComponent(DOTS));

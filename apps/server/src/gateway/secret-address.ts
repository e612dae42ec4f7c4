/** Stands for what is not shown of an address. */
export const DOTS = '•••';

/** A path segment that looks like a token: long, with letters and digits mixed. */
const looksLikeToken = (piece: string): boolean =>
  piece.length >= 16 && /^[\w~%-]+$/.test(piece) && /\d/.test(piece) && /[a-z]/i.test(piece);

/**
 * An address of a feed as it may be listed, logged and audited: what its query says, and pieces of its path that look like
 * a token, are dots. Many services put the key to a feed there.
 */
export function shownAddress(address: string): string {
  const url = new URL(address);
  const path = url.pathname.split('/').map((piece) => (looksLikeToken(piece) ? DOTS : piece));
  const query = [...url.searchParams.keys()].map((name) => `${encodeURIComponent(name)}=${DOTS}`);
  return `${url.origin}${path.join('/')}${query.length > 0 ? `?${query.join('&')}` : ''}`;
}

/** Whether an address, as it came back from a form, still has dots in place of what is not shown. */
export const hasDots = (address: string): boolean =>
  address.includes(DOTS) || address.includes(encodeURIComponent(DOTS));

const STORED_AS = 'sturdy-shim.last-blade-set';

/** The blade set that was used on this device last; null where none was, or the browser keeps nothing. */
export function lastSet(): string | null {
  try {
    return localStorage.getItem(STORED_AS);
  } catch {
    return null;
  }
}

export function keepLastSet(id: string): void {
  try {
    localStorage.setItem(STORED_AS, id);
  } catch {
    // Only the order in which sets are offered depends on it.
  }
}

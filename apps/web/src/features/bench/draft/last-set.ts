const STORED_AS = 'sturdy-shim.last-blade-set';

/** The last used blade set on this device; null before the first use, or if the browser has no storage. */
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
    // It only affects the order of the offered sets.
  }
}

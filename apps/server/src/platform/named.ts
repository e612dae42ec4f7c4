import { nameKey } from '@sturdy-shim/core';

/**
 * The keys that a name may have. Rows from before the current comparison of names may share a key; the later ones
 * carry a number behind it until they are renamed.
 */
export const keysFor = (name: string): string[] => {
  const key = nameKey(name);
  return [key, `${key} 2`, `${key} 3`];
};

/**
 * Selects from the rows found under the keys of a name: the one with exactly this name, otherwise the one with the
 * plain key.
 */
export const bestNamed = <T>(found: readonly T[], name: string, nameOf: (each: T) => string): T | null =>
  found.find((each) => nameOf(each) === name.trim()) ?? found[0] ?? null;

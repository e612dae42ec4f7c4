import type { KeptTexts } from '../shared/outbox/index.ts';

/** A device store in memory: reusing its map simulates a reload of the same device. */
export const keptTexts = (held = new Map<string, string>()): KeptTexts & { readonly held: Map<string, string> } => ({
  held,
  getItem: (key) => held.get(key) ?? null,
  setItem: (key, text) => void held.set(key, text),
  removeItem: (key) => void held.delete(key),
  keys: (prefix) => [...held.keys()].filter((key) => key.startsWith(prefix)).sort(),
});

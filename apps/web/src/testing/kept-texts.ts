import type { KeptTexts } from '../shared/outbox/index.ts';

/** What a device keeps, in memory: the same map again is the same device after a reload. */
export const keptTexts = (held = new Map<string, string>()): KeptTexts & { readonly held: Map<string, string> } => ({
  held,
  getItem: (key) => held.get(key) ?? null,
  setItem: (key, text) => void held.set(key, text),
  removeItem: (key) => void held.delete(key),
  keys: (prefix) => [...held.keys()].filter((key) => key.startsWith(prefix)).sort(),
});

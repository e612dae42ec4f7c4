import { fieldOf } from '@sturdy-shim/core';
/** Bench actions that a pedal, a ring or another key can be assigned to. */
export const MAPPED_ACTS = ['free', 'drags', 'wont', 'next', 'thicker', 'moved', 'locked', 'undo'] as const;
export type MappedAct = (typeof MAPPED_ACTS)[number];

/** The key of the screen that each of them stands for. */
const KEY_OF: Readonly<Record<MappedAct, string>> = {
  free: 'f',
  drags: 'd',
  wont: 'w',
  next: 'Enter',
  thicker: 'ArrowDown',
  moved: 'a',
  locked: 'l',
  undo: 'Backspace',
};

/** Keys that are already used by the bench or the browser. */
const TAKEN =
  /^(?:[a-z0-9/?+]|Enter|Backspace|Escape|Tab|Arrow\w+|Shift|Control|Alt|Meta|CapsLock|Dead|Unidentified|F\d+)$/;

/** Whether a key can be assigned: not if the bench or the browser uses it. */
export const canBeMapped = (key: string): boolean => !TAKEN.test(key.length === 1 ? key.toLowerCase() : key);

/** For each learned key the key that it stands for. */
export const aliasesOf = (keys: Readonly<Partial<Record<MappedAct, string>>>): Readonly<Record<string, string>> =>
  Object.fromEntries(
    MAPPED_ACTS.flatMap((act) => {
      const key = keys[act];
      return key === undefined ? [] : [[key, KEY_OF[act]]];
    }),
  );

/** The valid part of the stored assignments. */
export const keysFrom = (stored: unknown): Partial<Record<MappedAct, string>> =>
  Object.fromEntries(
    MAPPED_ACTS.flatMap((act) => {
      const key = fieldOf(stored, act);
      return typeof key === 'string' && canBeMapped(key) ? [[act, key]] : [];
    }),
  );

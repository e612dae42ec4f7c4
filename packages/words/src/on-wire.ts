import type { Instant } from '@sturdy-shim/core';

/** The JSON form of a core type: moments as ISO 8601 text, quantities as plain numbers, flags as booleans. */
export type OnWire<T> = T extends Instant
  ? string
  : T extends number
    ? number
    : T extends boolean
      ? boolean
      : T extends string
        ? T
        : T extends readonly (infer Each)[]
          ? readonly OnWire<Each>[]
          : T extends object
            ? { readonly [Name in keyof T]: OnWire<T[Name]> }
            : T;

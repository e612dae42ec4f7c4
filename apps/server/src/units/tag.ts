import { nameKey } from '@sturdy-shim/core';

/** The form in which tags are compared: `pw 22-b` and `PW-22B` name the same machine. */
export const tagKey = nameKey;

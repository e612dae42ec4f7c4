import { itemAt, firstOf } from '@sturdy-shim/core';
import { createHash, randomBytes } from 'node:crypto';

/** The 256 random bits of a cookie or a key. They cannot be guessed, so a fast hash is enough for storage. */
export const newToken = (): string => randomBytes(32).toString('base64url');

export const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex');

/** No 0 O 1 I L: the code is read from a terminal and typed. 31^12 is about 2^59. */
const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';

/** A code to be read aloud and typed once: three groups of four. */
export function newCode(): string {
  const letters = Array.from({ length: 12 }, () => {
    for (;;) {
      const byte = firstOf([...randomBytes(1)]);
      if (byte < 248) return itemAt([...LETTERS], byte % 31);
    }
  });
  return [0, 4, 8].map((at) => letters.slice(at, at + 4).join('')).join('-');
}

/** Codes are compared without dashes, spaces and case. */
export const codeKey = (code: string): string => code.replace(/[\s-]/g, '').toUpperCase();

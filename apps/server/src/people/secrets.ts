import { hash, verify } from '@node-rs/argon2';
import type { Refusal } from '../platform/index.ts';

/** Argon2id with the library's defaults: 19 MiB, two passes, one lane (OWASP Password Storage Cheat Sheet, first choice). */
export const hashed = (secret: string): Promise<string> => hash(secret);

/** A hash that nothing matches, so that refusing unknown initials takes as long as a wrong passphrase. */
const nobody = hash('no one has this passphrase');

export async function matches(stored: string | null, secret: string): Promise<boolean> {
  const right = await verify(stored ?? (await nobody), secret);
  return right && stored !== null;
}

export const PASSPHRASE_LEAST = 12;

/** Length first, then the most common guesses (OWASP ASVS 4.0, 2.1.1 and 2.1.7 in spirit: we ship no list of leaks). */
export function weakPassphrase(passphrase: string, person: { readonly name: string }): Refusal | null {
  const plain = passphrase.toLowerCase();
  const because = (detail: string): Refusal => ({
    code: 'weak-passphrase',
    status: 422,
    field: 'passphrase',
    detail,
    remedy: `Take ${PASSPHRASE_LEAST} characters or more; four unrelated words are easy to keep and hard to guess.`,
  });
  if ([...passphrase].length < PASSPHRASE_LEAST) return because('The passphrase is too short.');
  if (new Set(plain).size < 6) return because('The passphrase repeats a few characters only.');
  const tried = [...person.name.toLowerCase().split(/\s+/), 'sturdyshim', 'sturdy shim', 'password', 'passphrase'];
  const rest = tried.filter((word) => word.length > 2).reduce((left, word) => left.replaceAll(word, ''), plain);
  if (rest.replace(/[^\p{L}\p{N}]/gu, '').length < PASSPHRASE_LEAST / 2)
    return because('The passphrase is little more than a name that anybody would try.');
  if (/^(?:0123456789|123456789|abcdefghij|qwertyuiop)/.test(plain))
    return because('The passphrase is a row of keys that anybody would try.');
  return null;
}

/** Characters that do not distinguish names: spaces, dashes, underscores, periods, invisible characters. */
const FOLDED = /[\s\p{Pd}\p{Pc}\p{Default_Ignorable_Code_Point}\u2212\u2800.]/gu;

/**
 * The form in which tags, codes, initials and the names of sites are compared: `pw 22-b`, `PW-22B` and `ＰＷ２２Ｂ` name the
 * same thing. Compatibility forms, case, spaces, dashes and invisible characters are folded (Unicode NFKC, UAX #15).
 * Costs no more than its length.
 */
export const nameKey = (name: string): string =>
  // Lower case first, then upper case, because some letters have two lower-case forms (σ and ς).
  name.normalize('NFKC').replace(FOLDED, '').toLowerCase().toUpperCase().normalize('NFKC');

/** Whether a name has a usable key: punctuation alone has none. */
export const namesSomething = (name: string): boolean => /[\p{L}\p{N}]/u.test(nameKey(name));

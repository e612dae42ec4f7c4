/**
 * Characters that stored text never contains: control characters, lone surrogates, line and paragraph separators,
 * bidirectional controls, and invisible characters, so that two names that look the same are the same. The joiners
 * (U+200C, U+200D) and variation selectors stay: scripts and pictures need them.
 */
export const NOT_STORABLE =
  /(?![\p{Join_Control}\p{Variation_Selector}])[\p{Cc}\p{Cs}\p{Bidi_Control}\p{Default_Ignorable_Code_Point}\u2028\u2029]/u;
const NOT_STORABLE_IN_LINES = new RegExp(`(?![\\n\\t])(?:${NOT_STORABLE.source})`, 'u');

export const isStorable = (text: string, lines = false): boolean =>
  !(lines ? NOT_STORABLE_IN_LINES : NOT_STORABLE).test(text);

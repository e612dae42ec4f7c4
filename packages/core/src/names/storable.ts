/**
 * Characters that no text of ours holds: control characters, half surrogates, line and paragraph separators, and those
 * that turn the direction of what stands around them, so that a name reads as another.
 */
const REFUSED = /[\p{Cc}\p{Cs}\p{Bidi_Control}\u2028\u2029]/u;
const REFUSED_IN_LINES = /(?![\n\t])[\p{Cc}\p{Cs}\p{Bidi_Control}\u2028\u2029]/u;

export const isStorable = (text: string, lines = false): boolean => !(lines ? REFUSED_IN_LINES : REFUSED).test(text);

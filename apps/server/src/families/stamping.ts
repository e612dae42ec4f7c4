/** The compared form of a stamping, without spaces, dashes and case. */
const bare = (text: string): string => text.replace(/[\s\-_–—./]/g, '').toUpperCase();

/**
 * Whether a stamping reads like a family's: `*` stands for anything, `?` for one character, one pattern a line. Matched
 * without a regular expression of the user's own, so that no pattern can keep the server busy.
 */
export function stampingFits(patterns: string, stamping: string): boolean {
  const read = bare(stamping);
  if (read === '') return false;
  return patterns
    .split('\n')
    .map(bare)
    .some((pattern) => pattern.replaceAll('*', '') !== '' && fits(pattern, read));
}

/** Wildcard matching in one pass, going back only to the last `*`. */
function fits(pattern: string, text: string): boolean {
  let at = 0;
  let star = -1;
  let resume = 0;
  let place = 0;
  while (place < text.length) {
    if (at < pattern.length && (pattern[at] === '?' || (pattern[at] !== '*' && pattern[at] === text[place]))) {
      at += 1;
      place += 1;
    } else if (pattern[at] === '*') {
      star = at;
      resume = place;
      at += 1;
    } else if (star >= 0) {
      at = star + 1;
      resume += 1;
      place = resume;
    } else return false;
  }
  return pattern.slice(at).replaceAll('*', '') === '';
}

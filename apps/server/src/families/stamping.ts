/** The compared form of a stamping, without spaces, dashes and case. */
const bare = (text: string): string => text.replace(/[\s\-_–—./]/g, '').toUpperCase();

/**
 * Whether a stamping matches a family's patterns: `*` for any text, `?` for one character, one pattern per line.
 * Patterns are not compiled to regular expressions, so that none can cause excessive backtracking.
 */
export function stampingFits(patterns: string, stamping: string): boolean {
  const read = bare(stamping);
  if (read === '') return false;
  return patterns
    .split('\n')
    .map(bare)
    .some((pattern) => pattern.replaceAll('*', '') !== '' && fits(pattern, read));
}

/** Wildcard matching in one pass that backtracks only to the last `*`. */
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

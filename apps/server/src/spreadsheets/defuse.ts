/**
 * A spreadsheet runs a cell that begins with one of these, also in their full-width forms. A program with another
 * separator than ours starts a new cell after that separator in the middle of ours.
 */
const SIGN = '=+\\-@＝＋－＠';
const DEFUSABLE = new RegExp(`(^|[,;|\\t\\n])('*[${SIGN}])`, 'g');
const DEFUSED = new RegExp(`(^|[,;|\\t\\n])'('*[${SIGN}])`, 'g');
const RUN_AT_ONCE = new RegExp(`^(?:[=+@＝＋＠]|[-－](?!\\d))`);

/** Puts an apostrophe wherever a spreadsheet could begin to run a text; `undefused` takes just these off again. */
export const defused = (text: string): string => text.replace(DEFUSABLE, "$1'$2");
export const undefused = (text: string): string => text.replace(DEFUSED, '$1$2');

/** Whether a spreadsheet would run this cell as a formula; a negative number is only shown. */
export const wouldRun = (cell: string): boolean => RUN_AT_ONCE.test(cell);

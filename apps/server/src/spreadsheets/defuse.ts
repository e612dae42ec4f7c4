/**
 * A spreadsheet runs a cell that begins with one of these, also in their full-width forms. A reader that parts columns by
 * another mark than we do begins a cell in the middle of ours, after that mark.
 */
const SIGN = '=+\\-@＝＋－＠';
const DEFUSABLE = new RegExp(`(^|[,;|\\t\\n])('*[${SIGN}])`, 'g');
const DEFUSED = new RegExp(`(^|[,;|\\t\\n])'('*[${SIGN}])`, 'g');
const RUN_AT_ONCE = new RegExp(`^(?:[=+@＝＋＠]|[-－](?!\\d))`);

/** Puts an apostrophe wherever a spreadsheet could begin to run a text; `undefused` takes just these off again. */
export const defused = (text: string): string => text.replace(DEFUSABLE, "$1'$2");
export const undefused = (text: string): string => text.replace(DEFUSED, '$1$2');

/** Whether a spreadsheet would run this cell as it stands. A negative figure it only shows. */
export const wouldRun = (cell: string): boolean => RUN_AT_ONCE.test(cell);

/** A figure as a person writes it, or why it cannot be read: the meaning of a comma or a point is never guessed. */
export type TypedFigure =
  | { readonly ok: true; readonly value: number }
  | { readonly ok: false; readonly slip: 'comma' | 'point' | 'no-figure' };

/** A separator before three digits: it may be a thousands or a decimal separator. */
const WITH_COMMA = /^[1-9]\d{0,2}(?:,\d{3})+(?:\.\d+)?$/;
const WITH_POINT = /^[1-9]\d{0,2}(?:\.\d{3})+(?:,\d+)?$/;
const FIGURE = /^[-+]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d{1,3})?$/i;

/**
 * Reads digits with a point or a comma for the decimals.
 * @param commas true if the file separates cells by semicolons, so that a comma is the decimal mark; a point before
 * three digits is then as doubtful as a comma is otherwise
 */
export function figureFromText(text: string, commas = false): TypedFigure {
  const plain = text.trim();
  if (WITH_COMMA.test(plain)) return { ok: false, slip: 'comma' };
  if ((commas || plain.includes(',')) && WITH_POINT.test(plain)) return { ok: false, slip: 'point' };
  return FIGURE.test(plain) ? { ok: true, value: Number(plain.replace(',', '.')) } : { ok: false, slip: 'no-figure' };
}

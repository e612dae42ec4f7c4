/** A figure as a person writes it, or why it cannot be read: what a comma or a point stands for is never guessed. */
export type TypedFigure =
  | { readonly ok: true; readonly value: number }
  | { readonly ok: false; readonly slip: 'comma' | 'point' | 'no-figure' };

/** A mark before each third digit: it may part thousands, or tenths from the rest. */
const WITH_COMMA = /^[1-9]\d{0,2}(?:,\d{3})+(?:\.\d+)?$/;
const WITH_POINT = /^[1-9]\d{0,2}(?:\.\d{3})+(?:,\d+)?$/;
const FIGURE = /^[-+]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d{1,3})?$/i;

/**
 * Reads digits with a point or a comma for the decimals.
 * @param commas true where the text around it parts cells by semicolons, so that a comma marks the decimals: a point
 *   before three digits is as doubtful there as a comma is elsewhere
 */
export function figureFromText(text: string, commas = false): TypedFigure {
  const plain = text.trim();
  if (WITH_COMMA.test(plain)) return { ok: false, slip: 'comma' };
  if ((commas || plain.includes(',')) && WITH_POINT.test(plain)) return { ok: false, slip: 'point' };
  return FIGURE.test(plain) ? { ok: true, value: Number(plain.replace(',', '.')) } : { ok: false, slip: 'no-figure' };
}

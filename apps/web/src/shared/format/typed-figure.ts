import { figureFromText } from '@sturdy-shim/core';

/** Parses a typed figure: its value, or the error with its remedy. */
export type Figure<T = number> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: string };

export const figure = <T>(value: T): Figure<T> => ({ ok: true, value });
export const noFigure = (problem: string): Figure<never> => ({ ok: false, problem });

/** Reads digits with a point or a comma for the decimals. An ambiguous figure is questioned, not guessed. */
export function readFigure(typed: string, example = '0.15'): Figure {
  const text = typed.trim();
  // Exponents are not typed at a bench: an E is a typing mistake.
  const read = /e/i.test(text) ? ({ ok: false, slip: 'no-figure' } as const) : figureFromText(text);
  if (read.ok) return read;
  switch (read.slip) {
    case 'comma':
    case 'point':
      return noFigure(
        `Is ${text} thousands or decimals? Write thousands without a mark: ${text.replace(/[.,](?=\d{3})/g, '')}.`,
      );
    case 'no-figure':
      return noFigure(`“${text}” is not a figure. Write digits, such as ${example}.`);
  }
}

import { figureFromText } from '@sturdy-shim/core';

/** A figure as typed: its value, or what is wrong with it and how to fix it. */
export type Figure<T = number> = { readonly value: T } | { readonly problem: string };

/** Reads digits with a point or a comma for the decimals. What could mean two things is asked about, not guessed. */
export function readFigure(typed: string, example = '0.15'): Figure {
  const text = typed.trim();
  // Nobody types powers of ten at a bench: an E is a slip.
  const read = /e/i.test(text) ? ({ slip: 'no-figure' } as const) : figureFromText(text);
  if (!('slip' in read)) return read;
  switch (read.slip) {
    case 'comma':
    case 'point':
      return {
        problem: `Is ${text} thousands or decimals? Write thousands without a mark: ${text.replace(/[.,](?=\d{3})/g, '')}.`,
      };
    case 'no-figure':
      return { problem: `“${text}” is not a figure. Write digits, such as ${example}.` };
  }
}

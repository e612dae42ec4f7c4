import {
  type Blade,
  type Feel,
  type Millimetres,
  type ShopUnit,
  type Try,
  lengthFromText,
  publishedMm,
} from '@sturdy-shim/core';
import { type Figure, figure, noFigure, readFigure } from '../../shared/format/index.ts';

export { type Figure, figure, noFigure };

/** A length with its unit or in the panel's: `0.15`, `6 thou`, `0.006 in`, `1/4 in`. */
export function readLength(
  typed: string,
  unit: ShopUnit,
  what: string,
  limits: { readonly min: number; readonly max: number } = { min: 0, max: 5 },
): Figure<Millimetres> {
  const text = typed.trim();
  if (text === '') return noFigure(`Give ${what}.`);
  const length = lengthFromText(text, unit);
  if (length === null) return noFigure(`${what}: “${text}” is no length. Write 0.15, 6 thou, 0.006 in or 1/4 in.`);
  const value = publishedMm(length);
  if (value < limits.min || value > limits.max)
    return noFigure(`${what}: ${text} is not between ${limits.min} and ${limits.max} mm.`);
  return figure(value);
}

/** A plain number within limits. */
export function readNumber(typed: string, what: string, min: number, max: number): Figure<number> {
  const text = typed.trim();
  const read = readFigure(text);
  if (!read.ok) return noFigure(`${what}: ${read.problem}`);
  const { value } = read;
  return value < min || value > max ? noFigure(`${what}: must lie between ${min} and ${max}.`) : figure(value);
}

/** Blades in a row: `0.05 0.08 0.10`, or `3 4 5 6` in thou. */
export function readBlades(typed: string, unit: ShopUnit): Figure<Blade[]> {
  const words = typed.split(/[\s;]+/).filter(Boolean);
  if (words.length === 0) return noFigure('Give the blades of the set, thinnest first, with spaces between.');
  if (words.length > 60) return noFigure('More than 60 blades: give one set.');
  const blades: Blade[] = [];
  for (const word of words) {
    const length = readLength(word, unit, 'Blade', { min: 0.005, max: 5 });
    if (!length.ok) return length;
    blades.push({
      printed: {
        value: Number(word.replace(',', '.').replace(/[^\d.]/g, '')),
        unit: /in|"/i.test(word) ? 'in' : /thou/i.test(word) ? 'thou' : /mm/i.test(word) ? 'mm' : unit,
      },
    });
  }
  return figure(blades);
}

const FEELS: Readonly<Record<string, Feel>> = {
  f: 'free',
  s: 'slack',
  d: 'drags',
  h: 'hard',
  w: 'wont',
};

/** Tries in a row, each a thickness and a letter: `0.13f 0.15d 0.18w`; blades of a stack with a plus: `0.05+0.13w`. */
export function readTriesText(typed: string, unit: ShopUnit): Figure<Try[]> {
  const tries: Try[] = [];
  for (const word of typed.split(/[\s;]+/).filter(Boolean)) {
    const feel = FEELS[word.slice(-1).toLowerCase()];
    if (feel === undefined)
      return noFigure(
        `“${word}” does not say how it felt. End it with F, D or W, or with S or H for a slack or a hard drag: 0.15d.`,
      );
    const blades = readBlades(word.slice(0, -1).replaceAll('+', ' '), unit);
    if (!blades.ok) return blades;
    if (blades.value.length > 3) return noFigure(`“${word}” stacks more than three blades.`);
    tries.push({ blades: blades.value, feel });
  }
  return tries.length > 40 ? noFigure('More than 40 tries.') : figure(tries);
}

import { type Millimetres, type Window, mm } from '@sturdy-shim/core';
import { type Figure, noFigure, readLength } from './figures.ts';
import { TextField, problemIn } from './fields.tsx';
import type { CalculatorState } from './calculator-state.ts';

const FALLBACK = { mm: ['0.11', '0.17'], thou: ['4.5', '6.5'] } as const;
const GAP = { min: 0.005, max: 2 } as const;

/** The window of a panel, as typed. The target is its middle. */
export function windowFrom(calculator: CalculatorState): {
  readonly min: Figure<Millimetres>;
  readonly max: Figure<Millimetres>;
  readonly window: Window | null;
} {
  const [from, to] = FALLBACK[calculator.unit];
  const min = readLength(calculator.field('min', from), calculator.unit, 'Least gap', GAP);
  const max = readLength(calculator.field('max', to), calculator.unit, 'Most gap', GAP);
  if (!min.ok || !max.ok) return { min, max, window: null };
  if (max.value - min.value < 1e-6) return { min, max: noFigure('Most gap: must be more than the min.'), window: null };
  const targetMm = mm((min.value + max.value) / 2);
  return { min, max, window: { minMm: min.value, maxMm: max.value, targetMm, basis: 'published' } };
}

export function WindowFields({ calculator }: { readonly calculator: CalculatorState }) {
  const { min, max } = windowFrom(calculator);
  const [from, to] = FALLBACK[calculator.unit];
  return (
    <div className="calculator-pair">
      <TextField
        calculator={calculator}
        name="min"
        label="Spec from"
        fallback={from}
        problem={problemIn(min)}
        suffix={calculator.unit}
      />
      <TextField
        calculator={calculator}
        name="max"
        label="to"
        fallback={to}
        problem={problemIn(max)}
        suffix={calculator.unit}
      />
    </div>
  );
}

export const SET_FALLBACK = {
  mm: '0.04 0.05 0.06 0.08 0.09 0.10 0.12 0.13 0.15 0.18 0.20 0.23 0.25 0.28 0.30 0.35 0.40',
  thou: '1.5 2 3 4 5 6 7 8 9 10 11 12 13 14 15 16',
} as const;

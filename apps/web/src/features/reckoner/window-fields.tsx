import { type Millimetres, type Window, mm } from '@sturdy-shim/core';
import { type Figure, readLength } from './figures.ts';
import { TextField, problemIn } from './fields.tsx';
import type { Reckon } from './reckon-state.ts';

const FALLBACK = { mm: ['0.11', '0.17'], thou: ['4.5', '6.5'] } as const;
const GAP = { least: 0.005, most: 2 } as const;

/** The window of a panel, as typed. The aim is its middle. */
export function windowFrom(reckon: Reckon): {
  readonly least: Figure<Millimetres>;
  readonly most: Figure<Millimetres>;
  readonly window: Window | null;
} {
  const [from, to] = FALLBACK[reckon.unit];
  const least = readLength(reckon.field('min', from), reckon.unit, 'Least gap', GAP);
  const most = readLength(reckon.field('max', to), reckon.unit, 'Most gap', GAP);
  if ('problem' in least || 'problem' in most) return { least, most, window: null };
  if (most.value - least.value < 1e-6)
    return { least, most: { problem: 'Most gap: must be more than the least.' }, window: null };
  const aimMm = mm((least.value + most.value) / 2);
  return { least, most, window: { minMm: least.value, maxMm: most.value, aimMm, basis: 'published' } };
}

export function WindowFields({ reckon }: { readonly reckon: Reckon }) {
  const { least, most } = windowFrom(reckon);
  const [from, to] = FALLBACK[reckon.unit];
  return (
    <div className="reckon-pair">
      <TextField
        reckon={reckon}
        name="min"
        label="Spec from"
        fallback={from}
        problem={problemIn(least)}
        suffix={reckon.unit}
      />
      <TextField reckon={reckon} name="max" label="to" fallback={to} problem={problemIn(most)} suffix={reckon.unit} />
    </div>
  );
}

export const SET_FALLBACK = {
  mm: '0.04 0.05 0.06 0.08 0.09 0.10 0.12 0.13 0.15 0.18 0.20 0.23 0.25 0.28 0.30 0.35 0.40',
  thou: '1.5 2 3 4 5 6 7 8 9 10 11 12 13 14 15 16',
} as const;

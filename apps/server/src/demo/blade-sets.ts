import type { LengthUnit } from '@sturdy-shim/core';
import type { SetBlade } from '../blade-sets/index.ts';

const blades = (
  unit: LengthUnit,
  values: readonly number[],
  marked: Readonly<Record<number, Pick<SetBlade, 'flaw' | 'out'>>> = {},
): SetBlade[] => values.map((value) => ({ printed: { value, unit }, measuredMm: null, ...marked[value] }));

/** The gauge sets of the yard. Invented. */
export const BLADE_SETS = [
  {
    name: 'Set 1, bench',
    blades: blades(
      'mm',
      [0.04, 0.05, 0.06, 0.08, 0.09, 0.1, 0.12, 0.13, 0.15, 0.18, 0.2, 0.23, 0.25, 0.28, 0.3, 0.35, 0.4],
    ),
  },
  { name: 'Set 2, thou', blades: blades('thou', [1.5, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16]) },
  {
    name: 'Set 3, van',
    blades: blades('mm', [0.05, 0.08, 0.1, 0.13, 0.15, 0.18, 0.2, 0.23, 0.25, 0.3, 0.35, 0.4], {
      0.1: { flaw: 'oily' },
      0.35: { flaw: 'bent', out: true },
    }),
  },
];

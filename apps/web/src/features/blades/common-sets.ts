import type { BladeSetDto } from '../../shared/api/index.ts';

interface CommonSet {
  readonly name: string;
  readonly unit: BladeSetDto['blades'][number]['printed']['unit'];
  readonly blades: readonly string[];
}

const steps = (from: number, to: number, step: number, digits: number): string[] =>
  Array.from({ length: Math.round((to - from) / step) + 1 }, (_, at) => (from + at * step).toFixed(digits));

/**
 * Sets as they are often sold (common practice, no source): a start only. Each blade is confirmed against the set in hand
 * before it is saved.
 */
export const COMMON_SETS: readonly CommonSet[] = [
  { name: 'Metric, 20 blades, 0.05 to 1.00 mm', unit: 'mm', blades: steps(0.05, 1, 0.05, 2) },
  {
    name: 'Metric, fine, 13 blades, 0.03 to 0.50 mm',
    unit: 'mm',
    blades: ['0.03', '0.04', '0.05', '0.06', '0.07', '0.08', '0.09', '0.10', '0.15', '0.20', '0.30', '0.40', '0.50'],
  },
  { name: 'Inch, 24 blades, 2 to 25 thou', unit: 'thou', blades: steps(2, 25, 1, 0) },
];

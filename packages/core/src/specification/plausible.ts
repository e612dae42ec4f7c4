import { within } from '../units/index.ts';

/**
 * Gaps of small engines lie far inside these bounds; a figure outside them is an error (common practice, no source).
 */
export const PLAUSIBLE_GAP_MM = { min: 0.02, max: 1.0 } as const;

export const isPlausibleGap = (gapMm: number): boolean => within(gapMm, PLAUSIBLE_GAP_MM.min, PLAUSIBLE_GAP_MM.max);

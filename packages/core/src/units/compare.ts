/**
 * Tolerance with which the core compares lengths (mm), probabilities, hours or limits: closer figures are equal, so
 * that 0.1016 mm and 4 thou are one blade, and 0.04 / 0.05 reaches 0.8. Half a millionth of the finest blade step.
 */
export const SLACK = 1e-9;

export const same = (a: number, b: number): boolean => Math.abs(a - b) <= SLACK;
export const atLeast = (a: number, b: number): boolean => a >= b - SLACK;
export const atMost = (a: number, b: number): boolean => a <= b + SLACK;
export const above = (a: number, b: number): boolean => a > b + SLACK;
export const below = (a: number, b: number): boolean => a < b - SLACK;
/** Whether a figure lies in a closed range. */
export const within = (a: number, least: number, most: number): boolean => atLeast(a, least) && atMost(a, most);

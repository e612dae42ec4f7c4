/** Of the standard normal distribution: a tenth lies below minus this. */
const Z_TENTH = 1.281551565545;

/**
 * The 10 % and 90 % quantiles of a gamma distribution by its mean and variance, by the cube-root normal approximation
 * (Wilson and Hilferty 1931); never below 0.
 */
export function gammaBand(mean: number, variance: number): { readonly lo: number; readonly hi: number } {
  if (!(mean > 0)) return { lo: 0, hi: 0 };
  if (!(variance > 0)) return { lo: mean, hi: mean };
  const ninth = variance / (9 * mean * mean);
  const at = (z: number): number => mean * Math.max(0, 1 - ninth + z * Math.sqrt(ninth)) ** 3;
  return { lo: at(-Z_TENTH), hi: at(Z_TENTH) };
}

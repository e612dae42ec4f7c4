/**
 * A screw of a ring: its place in the tightening order, and its position clockwise from the top as a share of the ring.
 */
export interface RingScrew {
  readonly step: number;
  readonly at: number;
}

/**
 * The order in which the screws of a ring are tightened: crosswise, each as far as possible from those tightened before
 * (common practice, no source).
 * @param count of screws, from 1
 * @returns for each screw, clockwise from the top, its place in the order
 * @throws RangeError for no screw
 */
export function crossPattern(count: number): readonly RingScrew[] {
  if (!Number.isInteger(count) || count < 1) throw new RangeError('a ring has at least one screw');
  const steps = new Map<number, number>([[0, 1]]);
  const apart = (a: number, b: number): number => Math.min(Math.abs(a - b), count - Math.abs(a - b));
  let last = 0;
  while (steps.size < count) {
    let best = -1;
    let bestScore = -Infinity;
    for (let place = 0; place < count; place += 1) {
      if (steps.has(place)) continue;
      // First the screw opposite the last one, then the one farthest from all tightened screws.
      const nearest = Math.min(...[...steps.keys()].map((tight) => apart(tight, place)));
      const score = apart(last, place) * count + nearest;
      if (score > bestScore) [best, bestScore] = [place, score];
    }
    steps.set(best, steps.size + 1);
    last = best;
  }
  return Array.from({ length: count }, (_, place) => ({ step: steps.get(place) ?? 0, at: place / count }));
}

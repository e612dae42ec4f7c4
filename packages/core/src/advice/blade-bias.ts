import { bladeThickness, type Blade, type Feel, type Try } from '../gauging/index.ts';
import { above, atLeast, below, mm, same, type Millimetres } from '../units/index.ts';
import { normalBelow } from '../verdict/index.ts';
import type { Felt, Pattern, PlainFeel } from './felt-pattern.ts';
import { jointErrors } from './joint-errors.ts';

/** The estimated thickness error of a blade, from comparison with the other blades of its set. */
export interface BladeBias {
  readonly blade: Blade;
  /** Estimated thickness minus the thickness it is used with. An error that all blades share cannot be detected. */
  readonly biasMm: Millimetres;
  /** Standard uncertainty of that, where all blades may be off. */
  readonly uncertaintyMm: Millimetres;
  /** The estimate on the assumption that only this blade is off, in its standard uncertainties; and in mm. */
  readonly alone: { readonly inUncertainties: number; readonly biasMm: Millimetres };
  /** Number of gaugings in which it was tried together with another blade. */
  readonly gaugings: number;
}

/** Prior standard deviation of a blade's thickness error. An assumption. */
const PRIOR_SD_MM = 0.004;
/**
 * Uncertainty that stays after any number of gaugings: the gap distributions are fitted to the same answers, so an error
 * that neighboring blades share cannot be told from gaps that lie so. From simulated sets whose blades are all off.
 */
const SHARED_SD_MM = 0.0022;
/** Probability that a try was entered wrong. An assumption. */
const MISTAKEN = 0.01;
/**
 * Candidates for the feel half-width and the scatter of the hand; the pair with the greatest likelihood is chosen
 * first.
 */
const DRAG_WIDTHS_MM = [0.004, 0.005, 0.006, 0.007, 0.008, 0.009, 0.01, 0.012, 0.014];
const SCATTERS_MM = [0.0008, 0.0012, 0.002, 0.003];
/** All lengths are in half microns here, so that the likelihood of a feel is a table lookup. */
const TICK_MM = 0.0005;
const GAP_STEP = 2;
const MAX_BIAS = 20;
const REACH = 120;
const NEAR = 60;
/** Iterations of expectation maximization; the result hardly changes after these. */
const STEPS = 60;

/** The tries of one valve at one time. Valves that are set to the same gap form one group with one gap distribution. */
export interface Gauging {
  readonly like: string;
  readonly tries: readonly Try[];
}

/**
 * Estimates the thickness errors of the blades of a set from gaugings in which several single blades were tried in one
 * gap. The gap distribution of each group and the feel of the hand are estimated first; then the errors of all blades
 * together are the maximum a posteriori estimate, and the curvature there gives their uncertainties, which include that
 * the blades beside it may be off too. For finding one odd blade in a true set, each is also estimated alone.
 * @param gaugings stacks in them are left out
 */
export function bladeBiases(gaugings: readonly Gauging[]): BladeBias[] {
  const blades: Blade[] = [];
  const felt = patternsOf(
    gaugings.map(({ like, tries }) => ({ like, tries: tries.flatMap((attempt) => feltIn(attempt, blades)) })),
  );
  if (felt.length === 0) return [];
  const { hand, spreads } = likeliestHand(felt);
  const together = jointErrors(felt, blades.length, {
    priorSd: PRIOR_SD_MM / TICK_MM,
    gapsOf: ({ like, tries }) => gapsBy([], tries, hand, spreads.get(like) ?? FLAT),
    chanceOf: (feel, over) => chanceOf(hand, feel, over),
    step: GAP_STEP,
  });
  return blades
    .map((blade, index) => ({
      blade,
      biasMm: mm((together[index]?.mean ?? 0) * TICK_MM),
      uncertaintyMm: mm(Math.min(PRIOR_SD_MM, Math.hypot(SHARED_SD_MM, (together[index]?.sd ?? 0) * TICK_MM))),
      alone: aloneOf(posterior(index, felt, hand, spreads)),
      gaugings: felt.reduce(
        (sum, { tries, count }) => sum + (tries.length > 1 && tries.some((each) => each.blade === index) ? count : 0),
        0,
      ),
    }))
    .toSorted((a, b) => bladeThickness(a.blade) - bladeThickness(b.blade));
}

const aloneOf = ({ mean, sd }: { readonly mean: number; readonly sd: number }): BladeBias['alone'] => ({
  inUncertainties: mean / sd,
  biasMm: mm(mean * TICK_MM),
});

/** The error is significant and large enough to matter; thresholds from the study. */
const TELLING = 3;
const MATTERS_MM = 0.001;

/**
 * The blades to measure with a micrometer: the most deviant blade first, with the neighbor that it disagrees with;
 * empty when no blade stands out. Gaugings show that two neighbors disagree; the micrometer shows which of them is
 * wrong.
 * @param biases as `bladeBiases` gives them, thinnest first
 */
export function bladesToMeasure(biases: readonly BladeBias[]): BladeBias[] {
  const weight = ({ alone }: BladeBias): number => alone.inUncertainties;
  const [oddest] = biases
    .filter((each) => atLeast(Math.abs(weight(each)), TELLING) && atLeast(Math.abs(each.alone.biasMm), MATTERS_MM))
    .toSorted((a, b) => Math.abs(weight(b)) - Math.abs(weight(a)));
  if (oddest === undefined) return [];
  const at = biases.indexOf(oddest);
  const sign = Math.sign(oddest.alone.biasMm);
  const neighbors = [biases[at - 1], biases[at + 1]].flatMap((each) => each ?? []);
  const [neighbor] = neighbors.toSorted((a, b) => sign * (weight(a) - weight(b)));
  return neighbor === undefined ? [oddest] : [oddest, neighbor];
}

function patternsOf(gaugings: readonly Omit<Pattern, 'count'>[]): Pattern[] {
  const found = new Map<string, Pattern & { count: number }>();
  for (const { like, tries } of gaugings) {
    // A single blade gives no information about its own error, but it does about the gap distribution, so it must not
    // be left out.
    if (tries.length === 0) continue;
    const sorted = nearTries(tries).toSorted((a, b) => a.thickness - b.thickness || a.feel.localeCompare(b.feel));
    const key = `${like} ${sorted.map(({ thickness, feel }) => `${thickness}${feel}`).join()}`;
    const known = found.get(key);
    if (known === undefined) found.set(key, { like, tries: sorted, count: 1 });
    else known.count += 1;
  }
  return [...found.values()];
}

/** A free blade far below another free blade adds no information; nor does one that is far too thick. */
function nearTries(tries: readonly Felt[]): Felt[] {
  const of = (feel: PlainFeel): number[] =>
    tries.filter((each) => each.feel === feel).map(({ thickness }) => thickness);
  const [thickestFree, thinnestWont] = [Math.max(...of('free')), Math.min(...of('wont'))];
  return tries.filter(
    ({ feel, thickness }) =>
      feel === 'drags' ||
      (feel === 'free' ? above(thickness, thickestFree - NEAR) : below(thickness, thinnestWont + NEAR)),
  );
}

const plain = (feel: Feel): PlainFeel => (feel === 'free' || feel === 'wont' ? feel : 'drags');

function feltIn({ blades: tried, feel }: Try, known: Blade[]): Felt[] {
  const [blade] = tried;
  if (blade === undefined || tried.length > 1) return [];
  const thickness = bladeThickness(blade);
  let place = known.findIndex((each) => same(bladeThickness(each), thickness));
  if (place < 0) place = known.push(blade) - 1;
  return [{ blade: place, thickness: Math.round(thickness / TICK_MM), feel: plain(feel) }];
}

/** The probability of each answer, indexed by gap minus blade thickness in ticks. */
type Hand = Readonly<Record<PlainFeel, Float64Array>>;

function handOf(widthMm: number, scatterMm: number): Hand {
  const table = (chance: (over: number) => number): Float64Array =>
    Float64Array.from({ length: 2 * REACH + 1 }, (_, index) => {
      const over = (index - REACH) * TICK_MM;
      return MISTAKEN / 3 + (1 - MISTAKEN) * Math.max(0, chance(over));
    });
  const thin = (over: number): number => normalBelow((over + widthMm) / scatterMm);
  const thick = (over: number): number => normalBelow((over - widthMm) / scatterMm);
  return {
    free: table(thick),
    wont: table((over) => 1 - thin(over)),
    drags: table((over) => thin(over) - thick(over)),
  };
}

const chanceOf = (hand: Hand, feel: PlainFeel, over: number): number =>
  hand[feel][Math.min(2 * REACH, Math.max(0, Math.round(over) + REACH))] ?? 0;

/** Probability of the gap at each step of a grid that begins at zero; sums to 1. */
type Spread = Float64Array;
const GRID = 1_200;
/**
 * Knot spacing of the piecewise linear density (20 µm): finer than gaps differ by, coarser than the error of a blade.
 */
const STEPS_A_KNOT = 20;
const KNOTS = GRID / STEPS_A_KNOT + 1;
type Spreads = ReadonlyMap<string, Spread>;
const FLAT: Spread = new Float64Array(GRID).fill(1 / GRID);

/** Posterior of the gap after some tries: the grid steps that remain possible, each with likelihood times prior. */
function gapsBy(
  tries: readonly Felt[],
  reach: readonly Felt[],
  hand: Hand,
  spread: Spread,
): { readonly step: number; readonly weight: number }[] {
  let [thinnest, thickest] = [Infinity, 0];
  for (const { thickness } of reach) {
    thinnest = Math.min(thinnest, thickness);
    thickest = Math.max(thickest, thickness);
  }
  const from = Math.max(0, Math.floor((thinnest - REACH) / GAP_STEP));
  const to = Math.min(GRID - 1, Math.ceil((thickest + REACH) / GAP_STEP));
  const found: { step: number; weight: number }[] = [];
  for (let step = from; step <= to; step += 1) {
    let weight = spread[step] ?? 0;
    for (const { thickness, feel } of tries) weight *= chanceOf(hand, feel, step * GAP_STEP - thickness);
    if (weight > 1e-12) found.push({ step, weight });
  }
  return found;
}

const total = (gaps: readonly { readonly weight: number }[]): number =>
  gaps.reduce((sum, { weight }) => sum + weight, 0);

/** The hand, with its gap distributions, that maximizes the likelihood of all answers. */
function likeliestHand(felt: readonly Pattern[]) {
  const usual = SCATTERS_MM[1] ?? 0;
  const { width } = likeliestOf(
    felt,
    DRAG_WIDTHS_MM.map((each) => ({ width: each, scatter: usual })),
  );
  return likeliestOf(
    felt,
    SCATTERS_MM.map((scatter) => ({ width, scatter })),
  );
}

function likeliestOf(felt: readonly Pattern[], hands: readonly { readonly width: number; readonly scatter: number }[]) {
  const scored = hands.map(({ width, scatter }) => {
    const hand = handOf(width, scatter);
    const spreads = spreadsUnder(felt, hand);
    const score = felt.reduce(
      (sum, { like, tries, count }) =>
        sum + count * Math.log(total(gapsBy(tries, tries, hand, spreads.get(like) ?? FLAT)) + 1e-300),
      0,
    );
    return { width, hand, spreads, score };
  });
  return scored.reduce((best, each) => (each.score > best.score ? each : best));
}

/** The gap distribution of each kind of valve: a piecewise linear density by expectation maximization. */
function spreadsUnder(felt: readonly Pattern[], hand: Hand): Spreads {
  const found = new Map<string, Spread>();
  for (const like of new Set(felt.map((each) => each.like))) {
    found.set(
      like,
      spreadOf(
        felt.filter((each) => each.like === like),
        hand,
      ),
    );
  }
  return found;
}

function spreadOf(own: readonly Pattern[], hand: Hand): Spread {
  // The likelihood of each pattern at each knot, calculated once; the iterations only reweight it.
  const said = own.map(({ tries, count }) => {
    const byKnot = new Float64Array(KNOTS);
    for (const { step, weight } of gapsBy(tries, tries, hand, FLAT))
      for (const { knot, share } of knotsAt(step)) byKnot[knot] = (byKnot[knot] ?? 0) + weight * share;
    return { byKnot, count };
  });
  let shares = new Float64Array(KNOTS).fill(1 / KNOTS);
  for (let step = 0; step < STEPS; step += 1) {
    // One percent is spread evenly, so that no gap has probability zero.
    const next = new Float64Array(KNOTS).fill(0.01 / KNOTS);
    const gauged = said.reduce((sum, { count }) => sum + count, 0);
    for (const { byKnot, count } of said) {
      let whole = 0;
      for (let knot = 0; knot < KNOTS; knot += 1) whole += (shares[knot] ?? 0) * (byKnot[knot] ?? 0);
      if (whole <= 0) continue;
      for (let knot = 0; knot < KNOTS; knot += 1)
        next[knot] = (next[knot] ?? 0) + (0.99 * count * (shares[knot] ?? 0) * (byKnot[knot] ?? 0)) / whole / gauged;
    }
    shares = next;
  }
  return Float64Array.from({ length: GRID }, (_, step) =>
    knotsAt(step).reduce((sum, { knot, share }) => sum + share * (shares[knot] ?? 0), 0),
  );
}

/** The two knots around a grid step, with their interpolation weights. */
function knotsAt(step: number): readonly { readonly knot: number; readonly share: number }[] {
  const place = step / STEPS_A_KNOT;
  const knot = Math.floor(place);
  return [
    { knot, share: 1 - (place - knot) },
    { knot: knot + 1, share: place - knot },
  ];
}

/** Posterior mean and standard deviation of one blade's error in ticks, with the other blades taken as true. */
function posterior(
  blade: number,
  felt: readonly Pattern[],
  hand: Hand,
  spreads: Spreads,
): { readonly mean: number; readonly sd: number } {
  const errors = Array.from({ length: 2 * MAX_BIAS + 1 }, (_, index) => index - MAX_BIAS);
  const logs = errors.map((error) => -0.5 * ((error * TICK_MM) / PRIOR_SD_MM) ** 2);
  for (const { like, tries, count } of felt) {
    const own = tries.filter((each) => each.blade === blade);
    if (own.length === 0) continue;
    const others = tries.filter((each) => each.blade !== blade);
    const gaps = gapsBy(others, tries, hand, spreads.get(like) ?? FLAT);
    errors.forEach((error, index) => {
      let likelihood = 0;
      for (const { step, weight } of gaps) {
        let product = weight;
        for (const { thickness, feel } of own) product *= chanceOf(hand, feel, step * GAP_STEP - thickness - error);
        likelihood += product;
      }
      logs[index] = (logs[index] ?? 0) + count * Math.log(likelihood + 1e-300);
    });
  }
  const highest = Math.max(...logs);
  const weights = logs.map((each) => Math.exp(each - highest));
  const all = weights.reduce((sum, each) => sum + each, 0);
  const mean = weights.reduce((sum, each, index) => sum + each * (errors[index] ?? 0), 0) / all;
  const variance = weights.reduce((sum, each, index) => sum + each * ((errors[index] ?? 0) - mean) ** 2, 0) / all;
  return { mean, sd: Math.sqrt(Math.max(variance, 1 / 12)) };
}

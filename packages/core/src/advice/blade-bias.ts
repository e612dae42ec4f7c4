import { bladeThickness, type Blade, type Feel, type Try } from '../gauging/index.ts';
import { above, atLeast, below, mm, same, type Millimetres } from '../units/index.ts';
import { normalBelow } from '../verdict/index.ts';

/** By how much a blade seems to differ from what it counts as, seen beside the other blades of its set. */
export interface BladeBias {
  readonly blade: Blade;
  /** Seeming thickness minus the one it counts as. A common error of all blades cannot be seen this way. */
  readonly biasMm: Millimetres;
  /** Standard uncertainty of that. */
  readonly uncertaintyMm: Millimetres;
  /** Gaugings in which it was tried beside another blade. */
  readonly gaugings: number;
}

/** Blades are believed to be within this of what they count as (standard deviation), until they show otherwise. An assumption. */
const PRIOR_SD_MM = 0.004;
/** A try that was entered wrong. An assumption. */
const MISTAKEN = 0.01;
/** How wide a drag may be felt to either side, and how a hand scatters; which of them fits these gaugings best is found first. */
const DRAG_WIDTHS_MM = [0.004, 0.005, 0.006, 0.007, 0.008, 0.009, 0.01, 0.012, 0.014];
const SCATTERS_MM = [0.0008, 0.0012, 0.002, 0.003];
/** All lengths are counted in half microns here, so that what a hand would feel is looked up and not worked out. */
const TICK_MM = 0.0005;
const GAP_STEP = 2;
const MAX_BIAS = 20;
const REACH = 120;
const NEAR = 60;
/** Steps of expectation maximization, after which the result hardly changes. */
const STEPS = 60;

/** The tries of one valve at one time. Valves that are set to the same gap belong together: their gaps are spread alike. */
export interface Gauging {
  readonly like: string;
  readonly tries: readonly Try[];
}

/** How a blade was felt where the grade of a drag does not count: a thickness is sought, not how a hand grades. */
type PlainFeel = 'free' | 'drags' | 'wont';

interface Felt {
  readonly blade: number;
  /** In ticks. */
  readonly thickness: number;
  readonly feel: PlainFeel;
}

/** Gaugings in which the same blades gave the same answers: to be worked out once. */
interface Pattern {
  readonly like: string;
  readonly tries: readonly Felt[];
  readonly count: number;
}

/**
 * How each blade of a set differs from what it counts as, if it alone does, from gaugings in which several single blades
 * were tried in one gap. How gaps that are set alike are spread is found first, and
 * how the hand feels; then for each blade the gap is believed to be what the others say of it, and the error is sought
 * under which its own answers are likeliest (maximum a posteriori).
 * @param gaugings stacks in them are left out
 */
export function bladeBiases(gaugings: readonly Gauging[]): BladeBias[] {
  const blades: Blade[] = [];
  const felt = patternsOf(
    gaugings.map(({ like, tries }) => ({ like, tries: tries.flatMap((attempt) => feltIn(attempt, blades)) })),
  );
  if (felt.length === 0) return [];
  const { hand, spreads } = likeliestHand(felt);
  const believed = blades.map((_, blade) => posterior(blade, felt, hand, spreads));
  return blades
    .map((blade, index) => ({
      blade,
      biasMm: mm((believed[index]?.mean ?? 0) * TICK_MM),
      uncertaintyMm: mm((believed[index]?.sd ?? 0) * TICK_MM),
      gaugings: felt.reduce(
        (sum, { tries, count }) => sum + (tries.length > 1 && tries.some((each) => each.blade === index) ? count : 0),
        0,
      ),
    }))
    .toSorted((a, b) => bladeThickness(a.blade) - bladeThickness(b.blade));
}

/** So far from what it counts as that chance alone would rarely say so, and enough to matter. Judged by the study. */
const TELLING = 3;
const MATTERS_MM = 0.001;

/**
 * The blades to lay under a micrometer, the oddest first with the neighbor that it disagrees with; none while none stands
 * out. Gaugings tell that two neighbors disagree, a micrometer tells which of them is off.
 * @param biases as `bladeBiases` gives them, thinnest first
 */
export function bladesToMeasure(biases: readonly BladeBias[]): BladeBias[] {
  const weight = ({ biasMm, uncertaintyMm }: BladeBias): number => biasMm / uncertaintyMm;
  const [oddest] = biases
    .filter((each) => atLeast(Math.abs(weight(each)), TELLING) && atLeast(Math.abs(each.biasMm), MATTERS_MM))
    .toSorted((a, b) => Math.abs(weight(b)) - Math.abs(weight(a)));
  if (oddest === undefined) return [];
  const at = biases.indexOf(oddest);
  const sign = Math.sign(oddest.biasMm);
  const neighbors = [biases[at - 1], biases[at + 1]].flatMap((each) => each ?? []);
  const [neighbor] = neighbors.toSorted((a, b) => sign * (weight(a) - weight(b)));
  return neighbor === undefined ? [oddest] : [oddest, neighbor];
}

function patternsOf(gaugings: readonly Omit<Pattern, 'count'>[]): Pattern[] {
  const found = new Map<string, Pattern & { count: number }>();
  for (const { like, tries } of gaugings) {
    // One blade alone says nothing of its own error, but it says how the gaps are spread: leaving it out would mislead.
    if (tries.length === 0) continue;
    const sorted = nearTries(tries).toSorted((a, b) => a.thickness - b.thickness || a.feel.localeCompare(b.feel));
    const key = `${like} ${sorted.map(({ thickness, feel }) => `${thickness}${feel}`).join()}`;
    const known = found.get(key);
    if (known === undefined) found.set(key, { like, tries: sorted, count: 1 });
    else known.count += 1;
  }
  return [...found.values()];
}

/** What goes free far below another that goes free says nothing more; nor what is far too thick. */
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

/** The probability of each answer by how many ticks the gap is wider than the blade is thick. */
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

/** How often gaps are found at each step of a grid from metal to metal on; sums to 1. */
type Spread = Float64Array;
const GRID = 1_200;
/** The spread is a line between places this far apart (20 µm): finer than gaps differ by, coarser than an error of a blade. */
const STEPS_A_KNOT = 20;
const KNOTS = GRID / STEPS_A_KNOT + 1;
type Spreads = ReadonlyMap<string, Spread>;
const FLAT: Spread = new Float64Array(GRID).fill(1 / GRID);

/** What tries say of a gap: the steps of the grid that they leave, each with its likelihood times how often it is found. */
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

/** The hand, with the spreads that go with it, under which all answers together are likeliest. */
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

/** How the gaps of each kind of valve are spread, by expectation maximisation of a piecewise linear density. */
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
  // What each pattern says of each knot's share: worked out once, the steps then only weigh it.
  const said = own.map(({ tries, count }) => {
    const byKnot = new Float64Array(KNOTS);
    for (const { step, weight } of gapsBy(tries, tries, hand, FLAT))
      for (const { knot, share } of knotsAt(step)) byKnot[knot] = (byKnot[knot] ?? 0) + weight * share;
    return { byKnot, count };
  });
  let shares = new Float64Array(KNOTS).fill(1 / KNOTS);
  for (let step = 0; step < STEPS; step += 1) {
    // A hundredth may lie anywhere, so that no gap is ever ruled out.
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

/** The two knots between which a step of the grid lies, with their shares of it. */
function knotsAt(step: number): readonly { readonly knot: number; readonly share: number }[] {
  const place = step / STEPS_A_KNOT;
  const knot = Math.floor(place);
  return [
    { knot, share: 1 - (place - knot) },
    { knot: knot + 1, share: place - knot },
  ];
}

/** Mean and standard deviation, in ticks, of what is believed of one blade's error, the others' held as they are. */
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

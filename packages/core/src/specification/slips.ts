import { fromMm, publishedMm, same, toMm, type LengthUnit, type PlainLength } from '../units/index.ts';
import { isPlausibleGap } from './plausible.ts';

/**
 * The error that an interpretation assumes: none, the decimal point, the unit, or both; a lost decimal point (15 for
 * 0.15); micrometers written as millimeters.
 */
export type Misprint = 'none' | 'tenfold' | 'unit' | 'tenfold-and-unit' | 'lost-point' | 'micrometers';

/** One way in which a figure could be meant. */
export interface FigureReading {
  readonly length: PlainLength;
  readonly misprint: Misprint;
}

/** Context of a figure, used to rank its interpretations. */
export interface FigureContext {
  /** The same figure in the other system. */
  readonly beside?: PlainLength;
  /** The gap of the other valve, in mm. */
  readonly otherValveMm?: number;
  readonly fuel?: 'gasoline' | 'diesel';
}

/**
 * A figure that is not a plausible valve gap as written. A person chooses the interpretation; nothing is corrected
 * silently.
 */
export interface Slip {
  readonly written: PlainLength;
  /** The likeliest first; empty if no known error explains it. */
  readonly readings: readonly FigureReading[];
}

/** Gaps that engines usually have, by their fuel: the middle of 0.05 to 0.30 mm, and of 0.10 to 0.50 mm (common practice, no source). */
const USUAL_MM = { gasoline: Math.sqrt(0.05 * 0.3), diesel: Math.sqrt(0.1 * 0.5) } as const;
/** Weight of an error relative to a gap that is unusual by a factor of e. An assumption; it only orders a list. */
const COST: Record<Misprint, number> = {
  none: 0,
  tenfold: 0.3,
  unit: 0.3,
  'lost-point': 0.3,
  micrometers: 0.3,
  'tenfold-and-unit': 0.8,
};

/**
 * All interpretations of a printed figure: unchanged, tenfold either way, in another unit, or both; without its decimal
 * point, or in micrometers. Ranked by agreement with the figure beside it, the other valve and this kind of engine. All
 * lie within the plausible range.
 */
export function figureReadings(written: PlainLength, context: FigureContext = {}): FigureReading[] {
  const { value, unit } = written;
  if (!(value > 0) || !Number.isFinite(value)) return [];
  const reading = (factor: number, each: LengthUnit, misprint: Misprint): FigureReading => ({
    length: { value: rounded(value * factor), unit: each },
    misprint,
  });
  const readings = [
    ...UNITS.flatMap((each) =>
      [1, 0.1, 10].map((factor) => reading(factor, each, misprintOf(factor !== 1, each !== unit))),
    ),
    ...(unit === 'mm' ? [reading(0.01, unit, 'lost-point'), reading(0.001, unit, 'micrometers')] : []),
  ].filter(({ length }) => isPlausibleGap(publishedMm(length)));
  return ranked(readings, (each) => readingCost(each, context));
}

const UNITS: readonly LengthUnit[] = ['mm', 'in', 'thou'];

/** Cost of an interpretation; lower is likelier. */
export const readingCost = ({ length, misprint }: FigureReading, context: FigureContext): number =>
  COST[misprint] + oddness(publishedMm(length), context, length);

const misprintOf = (tenfold: boolean, unit: boolean): Misprint =>
  tenfold ? (unit ? 'tenfold-and-unit' : 'tenfold') : unit ? 'unit' : 'none';

/** Checks one figure alone: a gap outside the plausible range of small engines, with its possible interpretations. */
export function slipOf(written: PlainLength, context: FigureContext = {}): Slip | null {
  return isPlausibleGap(publishedMm(written)) ? null : { written, readings: figureReadings(written, context) };
}

/** How unusual a gap is, in factors of e; agreement with the figure beside it outweighs everything else. */
function oddness(gapMm: number, { beside, otherValveMm, fuel }: FigureContext, length: PlainLength): number {
  const off = (from: number): number => Math.abs(Math.log(gapMm / from));
  const agrees = beside !== undefined && !same(beside.value, 0) && agree(length, beside);
  return (
    (agrees ? -10 : 0) +
    0.5 * off(USUAL_MM[fuel ?? 'gasoline']) +
    // A doubtful figure does not support an interpretation.
    (otherValveMm !== undefined && isPlausibleGap(otherValveMm) ? off(otherValveMm) : 0)
  );
}

/**
 * Two figures that disagree, interpreted so that they agree. `wrong` names the figure that is assumed to be the error.
 */
export interface PairReading {
  readonly metric: PlainLength;
  readonly inch: PlainLength;
  readonly wrong: 'metric' | 'inch' | 'both';
}

export interface PairSlip {
  readonly metric: PlainLength;
  readonly inch: PlainLength;
  /** The likeliest first. */
  readonly readings: readonly PairReading[];
}

/** An interpretation that no known error explains is offered last. */
const UNEXPLAINED = 2;

/**
 * Whether a metric and an inch figure can be the same gap; if not, the possible interpretations. They disagree when
 * their rounding intervals do not overlap, or when they differ by more than a quarter although coarse rounding would
 * allow it (0.1 mm beside 0.01 in). Trailing zeros are habit, not precision: 0.15 mm and 0.006 in agree.
 * @returns null when they agree, and when one of them is no length at all, which `slipOf` reports
 */
export function slipBetween(metric: PlainLength, inch: PlainLength, context: FigureContext = {}): PairSlip | null {
  const ratio = publishedMm(inch) / publishedMm(metric);
  if (!(ratio > 0) || !Number.isFinite(ratio) || !Number.isFinite(1 / ratio)) return null;
  return agree(metric, inch) ? null : { metric, inch, readings: pairReadings(metric, inch, context) };
}

/** All interpretations of two figures together, each within the plausible range. */
export function pairReadings(metric: PlainLength, inch: PlainLength, context: FigureContext = {}): PairReading[] {
  const found: (PairReading & { readonly cost: number })[] = [];
  const add = (reading: PairReading, cost: number): void => {
    if (!isPlausibleGap(publishedMm(reading.metric)) || !isPlausibleGap(publishedMm(reading.inch))) return;
    if (!agree(reading.metric, reading.inch)) return;
    found.push({ ...reading, cost: cost + oddness(publishedMm(reading.metric), context, reading.metric) });
  };
  const swapped = { metric: { value: inch.value, unit: metric.unit }, inch: { value: metric.value, unit: inch.unit } };
  add({ ...swapped, wrong: 'both' }, 0);
  for (const { length, misprint } of figureReadings(inch).filter((each) => each.length.unit !== 'mm'))
    add({ metric, inch: length, wrong: 'inch' }, COST[misprint]);
  for (const { length, misprint } of figureReadings(metric).filter((each) => each.length.unit === 'mm'))
    add({ metric: length, inch, wrong: 'metric' }, COST[misprint]);
  if (!found.some(({ wrong }) => wrong === 'inch'))
    add({ metric, inch: converted(metric, inch.unit), wrong: 'inch' }, UNEXPLAINED);
  if (!found.some(({ wrong }) => wrong === 'metric'))
    add({ metric: converted(inch, metric.unit), inch, wrong: 'metric' }, UNEXPLAINED);
  return found.toSorted((a, b) => a.cost - b.cost).map(({ cost: _cost, ...reading }) => reading);
}

/** The other system's usual figure for a length: hundredths of a millimeter, thousandths of an inch. */
function converted(length: PlainLength, unit: LengthUnit): PlainLength {
  const step = { mm: 0.01, in: 0.001, thou: 1 }[unit];
  return { value: rounded(Math.round(fromMm(publishedMm(length), unit) / step) * step), unit };
}

/** Figures further apart than this are not one gap, whatever their digits. */
const RATIO_OFF = 0.25;

function agree(a: PlainLength, b: PlainLength): boolean {
  const [aMm, bMm] = [publishedMm(a), publishedMm(b)];
  const apart = Math.abs(aMm - bMm);
  return (
    apart <= toMm(rounding(a), a.unit) + toMm(rounding(b), b.unit) + 1e-12 &&
    Math.max(aMm / bMm, bMm / aMm) <= 1 + RATIO_OFF + 1e-12
  );
}

/** Figures are rounded to hundredths of a millimeter or thousandths of an inch, or finer where they show it. */
const USUAL_DIGITS: Record<LengthUnit, number> = { mm: 2, in: 3, thou: 0 };
const rounding = ({ value, unit }: PlainLength): number =>
  0.5 * 10 ** -Math.max(USUAL_DIGITS[unit], String(value).split('.')[1]?.length ?? 0);

const ranked = <T>(readings: readonly T[], cost: (reading: T) => number): T[] =>
  readings.toSorted((a, b) => cost(a) - cost(b));

const rounded = (value: number): number => Number(value.toPrecision(6));

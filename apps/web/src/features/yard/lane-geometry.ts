import { type ScaleLinear, scaleLinear } from 'd3';
import type { LaneDto, PegDto } from '../../shared/api/index.ts';
import type { Axis } from './yard-filter.ts';

export const LABEL_WIDTH = 178;
const PEG = { width: 7, pitch: 9, height: 11, gap: 2 } as const;
const FLAG_ROW = 23;
/** Maximum rows of flags; further units are only counted. */
const FLAG_ROWS = 2;
/** Room for `+ 12 more keep in`. */
const UNFLAGGED_WIDTH = 118;
const BOTTOM = 20;
const LEAST_HEIGHT = 68;
/** A stack taller than this is drawn with thinner pegs. */
const MAX_STACK = 72;
const LEFT = 6;
/** The share of the axis that is past due, for a lane with a whole interval. */
const PAST_SHARE = 0.2;

/** The position of the due line in a lane of this width (without the label). */
export const laneGeometry = (width: number) => {
  const rightX = Math.max(120, width - 10);
  return { leftX: LEFT, lineX: Math.round(LEFT + (rightX - LEFT) * PAST_SHARE), rightX };
};

export interface PlacedPeg {
  readonly peg: PegDto;
  readonly x: number;
  readonly y: number;
  readonly height: number;
}

export interface PlacedFlag {
  readonly peg: PegDto;
  /** The pole. */
  readonly x: number;
  readonly left: number;
  readonly width: number;
  readonly y: number;
}

export interface LaneLayout {
  readonly height: number;
  readonly base: number;
  readonly lineX: number;
  readonly pegs: readonly PlacedPeg[];
  readonly flags: readonly PlacedFlag[];
  /** Units with a flag for which there is no room. */
  readonly unflagged: number;
  readonly ticks: readonly { readonly x: number; readonly words: string }[];
  /** Units that this axis cannot place. */
  readonly unplaced: number;
}

/** The value of a unit on an axis, and the length of a whole interval; null if the axis does not apply. */
export function measure(
  axis: Axis,
  { intervalHours, intervalDays }: Pick<LaneDto, 'intervalHours' | 'intervalDays'>,
): {
  readonly of: (peg: PegDto) => number | null;
  readonly whole: number | null;
  readonly words: (value: number) => string;
  /** The same with a tenth, for a part of an axis. */
  readonly exactly: (value: number) => string;
} {
  switch (axis) {
    case 'hours':
      return {
        of: ({ hoursLeft }) => hoursLeft,
        whole: intervalHours,
        words: (value) => `${Math.round(value)} h`,
        exactly: (value) => `${tenth(value)} h`,
      };
    case 'days':
      return {
        of: ({ daysLeft }) => daysLeft,
        whole: intervalDays,
        words: (value) => `${Math.round(value)} d`,
        exactly: (value) => `${tenth(value)} d`,
      };
    case 'share':
      return {
        of: ({ shareLeft }) => shareLeft,
        whole: 1,
        words: (value) => `${Math.round(value * 100)} %`,
        exactly: (value) => `${tenth(value * 100)} %`,
      };
  }
}

const tenth = (value: number): number => Number(value.toFixed(1));

/** A part of an axis, such as the one between 10 h and 20 h left. */
export interface Part {
  readonly from: number;
  readonly to: number;
}

/** The scale from half an interval past due to a whole one remaining, or of a part of it, across the whole width. */
export function laneScale(whole: number, width: number, part?: Part): ScaleLinear<number, number> {
  const { leftX, lineX, rightX } = laneGeometry(width);
  return part === undefined
    ? scaleLinear([-whole / 2, 0, whole], [leftX, lineX, rightX]).clamp(true)
    : scaleLinear([part.from, part.to], [leftX, rightX]);
}

/** Positions of the quarters of an interval. */
export const laneTicks = (scale: ScaleLinear<number, number>, whole: number, words: (value: number) => string) =>
  [0.25, 0.5, 0.75, 1].map((share) => ({ x: scale(share * whole), words: words(share * whole) }));

/** Places the pegs of a lane: binned along the axis, stacked upward, with flags above keep-in units. */
export function layLane({ pegs, ...lane }: LaneDto, axis: Axis, width: number, part?: Part): LaneLayout {
  const { of, whole, words, exactly } = measure(axis, lane);
  const shown = pegs.filter(({ state }) => state !== 'retired');
  const placeable = whole === null ? [] : shown.filter((peg) => of(peg) !== null);
  const scale = laneScale(whole ?? 1, width, part);
  const lineX = scale(0);
  const bins = new Map<number, PegDto[]>();
  for (const peg of placeable.toSorted((a, b) => (of(a) ?? 0) - (of(b) ?? 0))) {
    const bin = binOf(scale(of(peg) ?? 0), of(peg) ?? 0, lineX);
    const stack = bins.get(bin);
    if (stack === undefined) bins.set(bin, [peg]);
    else stack.push(peg);
  }
  const tallest = Math.max(1, ...[...bins.values()].map((stack) => stack.length));
  const pitch = Math.min(PEG.height + PEG.gap, MAX_STACK / tallest);
  const poles = [...bins].flatMap(([x, stack]) =>
    stack.filter(({ state }) => state === 'keep-in').map((peg) => ({ peg, x })),
  );
  const laid = layFlags(poles, width);
  // If some have no room, their count is at the right end, without a flag below it.
  const { flags, unflagged } = laid.unflagged === 0 ? laid : layFlags(poles, width, FLAG_ROWS, UNFLAGGED_WIDTH);
  const rows = Math.max(0, ...flags.map(({ row }) => row + 1));
  const height = Math.max(LEAST_HEIGHT, BOTTOM + tallest * pitch + rows * FLAG_ROW + 10);
  const base = height - BOTTOM;
  return {
    height,
    base,
    lineX,
    pegs: [...bins].flatMap(([x, stack]) =>
      stack.map((peg, index) => ({
        peg,
        x: x - PEG.width / 2,
        y: base - (index + 1) * pitch,
        height: Math.max(1, pitch - PEG.gap),
      })),
    ),
    flags,
    unflagged,
    ticks:
      whole === null
        ? []
        : part === undefined
          ? laneTicks(scale, whole, words)
          : scale.ticks(5).map((value) => ({ x: scale(value), words: exactly(value) })),
    unplaced: shown.length - placeable.length,
  };
}

/** The middle of the bin of a position; an overdue unit is never right of the due line, nor the reverse. */
function binOf(x: number, value: number, lineX: number): number {
  const column =
    value > 0
      ? Math.max(0, Math.round((x - lineX) / PEG.pitch - 0.5))
      : Math.min(-1, Math.round((x - lineX) / PEG.pitch - 0.5));
  return lineX + (column + 0.5) * PEG.pitch + (value > 0 ? 2 : -2);
}

/**
 * Assigns each flag, in order, the first row without an overlap; flags without a row are counted.
 * @param keep free space at the right end of the first row
 */
export function layFlags(
  poles: readonly { readonly peg: PegDto; readonly x: number }[],
  laneWidth: number,
  rows = FLAG_ROWS,
  keep = 0,
): { readonly flags: readonly (PlacedFlag & { readonly row: number })[]; readonly unflagged: number } {
  const flags: (PlacedFlag & { readonly row: number })[] = [];
  for (const { peg, x } of poles) {
    const width = 36 + peg.tag.length * 8.2;
    const left = Math.max(0, Math.min(x, laneWidth - keep - width));
    const isFree = (row: number): boolean =>
      flags.every(
        (other) => other.row !== row || other.left + other.width + 4 <= left || left + width + 4 <= other.left,
      );
    // A flag that would hang beside its pole is counted instead.
    if (left + width < x) continue;
    const row = Array.from({ length: rows }, (_, index) => index).find(isFree);
    if (row !== undefined) flags.push({ peg, x, left, width, row, y: 5 + row * FLAG_ROW });
  }
  return { flags, unflagged: poles.length - flags.length };
}

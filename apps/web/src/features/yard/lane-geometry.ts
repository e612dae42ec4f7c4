import { scaleLinear } from 'd3';
import type { LaneDto, PegDto } from '../../shared/api/index.ts';
import type { Axis } from './yard-filter.ts';

export const LABEL_WIDTH = 178;
const PEG = { width: 7, pitch: 9, height: 11, gap: 2 } as const;
const FLAG_ROW = 23;
const BOTTOM = 20;
const LEAST_HEIGHT = 68;
/** A stack taller than this is drawn with thinner pegs. */
const MAX_STACK = 72;

/** Where the check stands in a lane of this width (without the label). */
export const laneGeometry = (width: number) => ({
  lineX: Math.round(Math.max(90, width * 0.18)),
  rightX: Math.max(120, width - 10),
});

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
  readonly ticks: readonly { readonly x: number; readonly words: string }[];
  /** Units that this axis cannot place. */
  readonly unplaced: number;
}

/** What an axis measures of a unit, and what a whole interval is on it; null where the axis says nothing. */
export function measure(
  axis: Axis,
  { intervalHours, intervalDays }: Pick<LaneDto, 'intervalHours' | 'intervalDays'>,
): {
  readonly of: (peg: PegDto) => number | null;
  readonly whole: number | null;
  readonly words: (value: number) => string;
} {
  switch (axis) {
    case 'hours':
      return {
        of: ({ hoursLeft }) => hoursLeft,
        whole: intervalHours,
        words: (value) => `${Math.round(value)} h`,
      };
    case 'days':
      return { of: ({ daysLeft }) => daysLeft, whole: intervalDays, words: (value) => `${Math.round(value)} d` };
    case 'share':
      return { of: ({ shareLeft }) => shareLeft, whole: 1, words: (value) => `${Math.round(value * 100)} %` };
  }
}

/** Places the pegs of a lane: binned along the axis, stacked upward, with flags above for what must stay in. */
export function layLane({ pegs, ...lane }: LaneDto, axis: Axis, width: number): LaneLayout {
  const { lineX, rightX } = laneGeometry(width);
  const { of, whole, words } = measure(axis, lane);
  const shown = pegs.filter(({ state }) => state !== 'retired');
  const placeable = whole === null ? [] : shown.filter((peg) => of(peg) !== null);
  const scale = scaleLinear([-(whole ?? 1) / 2, 0, whole ?? 1], [6, lineX, rightX]).clamp(true);
  const bins = new Map<number, PegDto[]>();
  for (const peg of placeable.toSorted((a, b) => (of(a) ?? 0) - (of(b) ?? 0))) {
    const bin = binOf(scale(of(peg) ?? 0), of(peg) ?? 0, lineX);
    const stack = bins.get(bin);
    if (stack === undefined) bins.set(bin, [peg]);
    else stack.push(peg);
  }
  const tallest = Math.max(1, ...[...bins.values()].map((stack) => stack.length));
  const pitch = Math.min(PEG.height + PEG.gap, MAX_STACK / tallest);
  const flagged = layFlags(
    [...bins].flatMap(([bin, stack]) => stack.filter(({ flag }) => flag !== null).map((peg) => ({ peg, x: bin }))),
    width,
  );
  const flagRows = Math.max(0, ...flagged.map(({ row }) => row + 1));
  const height = Math.max(LEAST_HEIGHT, BOTTOM + tallest * pitch + flagRows * FLAG_ROW + 10);
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
    flags: flagged.map(({ peg, x, left, width: flagWidth, row }) => ({
      peg,
      x,
      left,
      width: flagWidth,
      y: 5 + row * FLAG_ROW,
    })),
    ticks:
      whole === null
        ? []
        : [0.25, 0.5, 0.75, 1].map((share) => ({ x: scale(share * whole), words: words(share * whole) })),
    unplaced: shown.length - placeable.length,
  };
}

/** The middle of the column that a place falls into; a unit past due never stands right of the line, nor the reverse. */
function binOf(x: number, value: number, lineX: number): number {
  const column =
    value > 0
      ? Math.max(0, Math.round((x - lineX) / PEG.pitch - 0.5))
      : Math.min(-1, Math.round((x - lineX) / PEG.pitch - 0.5));
  return lineX + (column + 0.5) * PEG.pitch + (value > 0 ? 2 : -2);
}

/** Gives each flag the first row in which it does not touch another. */
function layFlags(poles: readonly { readonly peg: PegDto; readonly x: number }[], laneWidth: number) {
  const ends: number[] = [];
  return poles
    .toSorted((a, b) => a.x - b.x)
    .map(({ peg, x }) => {
      const width = 36 + peg.tag.length * 8.2;
      const left = Math.max(0, Math.min(x, laneWidth - width));
      const free = ends.findIndex((end) => end + 4 <= left);
      const row = free < 0 ? ends.length : free;
      ends[row] = left + width;
      return { peg, x, left, width, row };
    });
}

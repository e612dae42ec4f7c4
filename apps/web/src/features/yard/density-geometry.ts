import type { LaneDto, UnitState } from '../../shared/api/index.ts';
import { type Part, type PlacedFlag, laneGeometry, laneScale, laneTicks, layFlags, measure } from './lane-geometry.ts';
import type { Axis } from './yard-filter.ts';

/** Columns of the server's density: half an interval past due, then a whole one remaining. */
const PAST = 15;
export const COLUMNS = 75;
/** Drawing order from the bottom; the most important states are at the top. */
const ORDER: readonly UnitState[] = [
  'ok',
  'stored',
  'never-checked',
  'hours-unknown',
  'due-soon',
  'undecided',
  'problem',
  'overdue',
  'keep-in',
];
const BOTTOM = 20;
const FLAGS = 27;
const LEAST_PX = 2;
/** The end columns include everything beyond; their height is limited to this factor. */
const OVERFLOW = 1.2;
const MORE_WIDTH = 92;

export interface DensityLayout {
  readonly height: number;
  readonly base: number;
  readonly lineX: number;
  /** One outline per state, lowest first. */
  readonly bars: readonly { readonly state: UnitState; readonly path: string }[];
  /** Left edges of the columns, and the right edge of the last. */
  readonly edges: readonly number[];
  readonly totals: readonly number[];
  readonly flags: readonly PlacedFlag[];
  /** Number of keep-in units without a flag, and its position. */
  readonly more: { readonly units: number; readonly x: number };
  readonly ticks: readonly { readonly x: number; readonly words: string }[];
}

/** Geometry of a lane's density: stacked columns of states, and the worst few with flags. */
export function layDensity(lane: LaneDto, axis: Axis, width: number, tall = 50): DensityLayout {
  const { leftX, lineX, rightX } = laneGeometry(width);
  const height = tall + BOTTOM + FLAGS;
  const base = height - BOTTOM;
  const edges = Array.from({ length: COLUMNS + 1 }, (_, column) =>
    column <= PAST
      ? leftX + (column / PAST) * (lineX - leftX)
      : lineX + ((column - PAST) / (COLUMNS - PAST)) * (rightX - lineX),
  );
  const units = new Map(lane.density.map(({ state, from, units: counted }) => [state, { from, counted }]));
  const at = (state: UnitState, column: number): number => {
    const own = units.get(state);
    return own === undefined ? 0 : (own.counted[column - own.from] ?? 0);
  };
  const totals = Array.from({ length: COLUMNS }, (_, column) =>
    ORDER.reduce((sum, state) => sum + at(state, column), 0),
  );
  const tallest = Math.max(1, ...totals.slice(1, -1), Math.max(totals[0] ?? 0, totals.at(-1) ?? 0) / 4);
  const perUnit = tall / (tallest * OVERFLOW);
  const tops = totals.map(() => base);
  const bars = ORDER.flatMap((state) => {
    let path = '';
    for (let column = 0; column < COLUMNS; column += 1) {
      const counted = at(state, column);
      if (counted === 0) continue;
      const [left, right] = [edges[column] ?? 0, edges[column + 1] ?? 0];
      const bottom = tops[column] ?? base;
      const top = Math.max(FLAGS, bottom - Math.max(LEAST_PX, counted * perUnit));
      tops[column] = top;
      const gap = right - left > 4 ? 1 : 0;
      path += `M${px(left + gap)},${px(bottom)}V${px(top)}H${px(right - gap)}V${px(bottom)}Z`;
    }
    return path === '' ? [] : [{ state, path }];
  });
  const { of, whole, words } = measure(axis, lane);
  const scale = laneScale(whole ?? 1, width);
  const { flags } = layFlags(
    lane.worst.flatMap((peg) => {
      const value = of(peg);
      return value === null || whole === null ? [] : [{ peg, x: scale(value) }];
    }),
    width,
    1,
    MORE_WIDTH,
  );
  const keepIn = lane.counts.find(({ state }) => state === 'keep-in')?.units ?? 0;
  const right = Math.max(lineX, ...flags.map((flag) => flag.left + flag.width));
  return {
    height,
    base,
    lineX,
    bars,
    edges,
    totals,
    flags,
    more: { units: keepIn - flags.length, x: Math.min(right + 8, width - MORE_WIDTH) },
    ticks: whole === null ? [] : laneTicks(scale, whole, words),
  };
}

const px = (value: number): string => value.toFixed(1);

/** The column at a position; null outside. */
export function columnAt({ edges }: Pick<DensityLayout, 'edges'>, x: number): number | null {
  const column = edges.findLastIndex((edge) => edge <= x);
  return column < 0 || column >= COLUMNS ? null : column;
}

/** The range of columns, from the first to after the last. The outermost include all units beyond. */
export function partOf(first: number, behind: number, whole: number): Partial<Part> {
  const edge = (column: number): number => ((column - PAST) / (column <= PAST ? PAST * 2 : COLUMNS - PAST)) * whole;
  return {
    ...(first > 0 && { from: round(edge(first)) }),
    ...(behind < COLUMNS && { to: round(edge(behind)) }),
  };
}

/** The columns of a range, the inverse of `partOf`. */
export function columnsOf({ from, to }: Partial<Part>, whole: number): readonly [first: number, behind: number] {
  const column = (value: number): number =>
    Math.round(PAST + (value / whole) * (value <= 0 ? PAST * 2 : COLUMNS - PAST));
  const bounded = (value: number): number => Math.max(0, Math.min(COLUMNS, value));
  return [from === undefined ? 0 : bounded(column(from)), to === undefined ? COLUMNS : bounded(column(to))];
}

const round = (value: number): number => Number(value.toFixed(6));

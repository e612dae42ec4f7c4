import { type ReactNode, type PointerEvent, useState } from 'react';
import { Link } from 'react-router';
import type { LaneDto, PegDto, UnitState } from '../../shared/api/index.ts';
import { countText } from '../../shared/format/index.ts';
import { COLUMNS, columnAt, layDensity, partOf } from './density-geometry.ts';
import { Flags } from './flags.tsx';
import { LaneGround } from './lane-ground.tsx';
import { measure } from './lane-geometry.ts';
import type { Axis } from './yard-filter.ts';

interface LaneDensityProps {
  readonly lane: LaneDto;
  readonly axis: Axis;
  readonly width: number;
  readonly tall?: number;
  readonly highlighted: UnitState | undefined;
  /** Selected columns, from the first to after the last. */
  readonly picked?: readonly [first: number, behind: number];
  readonly pick: (first: number, behind: number) => void;
  /** Link to the list of keep-in units. */
  readonly allKept: string;
}

/** A lane with too many units to draw: density by state, and the worst few by name. */
export function LaneDensity({ lane, axis, width, tall, highlighted, picked, pick, allKept }: LaneDensityProps) {
  const layout = layDensity(lane, axis, width, tall);
  const { height, base, lineX, bars, edges, totals, flags, more, ticks } = layout;
  const [over, setOver] = useState<number | null>(null);
  const [began, setBegan] = useState<number | null>(null);
  const columnOf = (event: PointerEvent<SVGSVGElement>): number | null =>
    columnAt(layout, event.clientX - event.currentTarget.getBoundingClientRect().left);
  const [first, behind] =
    began !== null && over !== null ? [Math.min(began, over), Math.max(began, over) + 1] : (picked ?? [0, COLUMNS]);
  const isPart = first > 0 || behind < COLUMNS;
  const dim = ({ state }: PegDto): string => (highlighted !== undefined && state !== highlighted ? ' dim' : '');
  const x = (column: number): number => edges[column] ?? 0;
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={`${lane.name}: ${countText(lane.units)} units, drawn by how many stand where`}
      className="lane-density"
      onPointerMove={(event) => setOver(columnOf(event))}
      onPointerLeave={() => {
        setOver(null);
        setBegan(null);
      }}
      onPointerDown={(event) => {
        if (!(event.target as Element).closest('a')) setBegan(columnOf(event));
      }}
      onPointerUp={() => {
        if (began !== null && over !== null) pick(first, behind);
        setBegan(null);
      }}
    >
      <LaneGround height={height} base={base} lineX={lineX} ticks={ticks}>
        {isPart && <rect className="lane-picked" x={x(first)} y={0} width={x(behind) - x(first)} height={base} />}
        {bars.map(({ state, path }) => (
          <path
            key={state}
            className={`bars bars-${state}${highlighted !== undefined && state !== highlighted ? ' dim' : ''}`}
            d={path}
          />
        ))}
        {over !== null && (
          <Column x={x(over)} width={x(over + 1) - x(over)} base={base} side={over > COLUMNS / 2 ? 'left' : 'right'}>
            {countText(totals[over] ?? 0)} {partText(lane, axis, over)}
          </Column>
        )}
        <Flags flags={flags} foot={base} dim={dim} />
        {more.units > 0 && (
          <Link to={allKept} className="flag-more" aria-label={`${more.units} more of ${lane.name} must stay in`}>
            <rect x={more.x} y={5} width={84} height={19} />
            <text x={more.x + 42} y={19} textAnchor="middle">
              + {countText(more.units)} {flags.length > 0 ? 'more' : 'keep in'}
            </text>
          </Link>
        )}
      </LaneGround>
    </svg>
  );
}

/** The range of a column in words. */
function partText(lane: LaneDto, axis: Axis, column: number): string {
  const { whole, exactly: words } = measure(axis, lane);
  const { from, to } = partOf(column, column + 1, whole ?? 1);
  if (from === undefined) return `more than ${words(-(to ?? 0))} past`;
  if (to === undefined) return `more than ${words(from)} left`;
  return to > 0 ? `with ${words(from)} to ${words(to)} left` : `${words(-to)} to ${words(-from)} past`;
}

interface ColumnProps {
  readonly x: number;
  readonly width: number;
  readonly base: number;
  /** Position for its label. */
  readonly side: 'left' | 'right';
  readonly children: ReactNode;
}

/** The column under the pointer, and its number of units. */
const Column = ({ x, width, base, side, children }: ColumnProps) => (
  <>
    <rect className="lane-over" x={x} y={0} width={width} height={base} />
    <text
      className="lane-over-words"
      x={side === 'left' ? x - 4 : x + width + 4}
      y={base - 4}
      textAnchor={side === 'left' ? 'end' : 'start'}
    >
      {children}
    </text>
  </>
);

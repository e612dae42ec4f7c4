import { Link } from 'react-router';
import type { LaneDto, UnitState } from '../../shared/api/index.ts';
import { STATE_WORDS, countText } from '../../shared/format/index.ts';
import { layDensity } from './density-geometry.ts';
import { measure } from './lane-geometry.ts';
import { type Axis, type YardFilter, laneAddress } from './yard-filter.ts';

const WIDTH = 150;
const HEIGHT = 18;
/** The position of the due line on the strip. */
const LINE = 26;
/** States that are named in a narrow row, worst first. */
const TOLD: readonly UnitState[] = ['keep-in', 'overdue', 'due-soon'];

/** The lanes as a list for a phone: a strip of pegs, and the number of units that need work. */
export const LaneList = ({
  lanes,
  axis,
  filter,
}: {
  readonly lanes: readonly LaneDto[];
  readonly axis: Axis;
  readonly filter: YardFilter;
}) => (
  <ul className="lane-list" aria-label="Lanes">
    {lanes.map((lane) => (
      <li key={lane.name}>
        <Link to={laneAddress(lane.name, filter)}>
          <b>{lane.name}</b>
          <Strip lane={lane} axis={axis} />
          <span className="lane-list-told">
            {TOLD.map((state) => ({ state, units: lane.counts.find((each) => each.state === state)?.units ?? 0 }))
              .filter(({ units }) => units > 0)
              .map(({ state, units }) => (
                <span key={state} className={`lane-list-${state}`}>
                  {countText(units)} {STATE_WORDS[state].toLowerCase()}
                </span>
              ))}
          </span>
        </Link>
      </li>
    ))}
  </ul>
);

function Strip({ lane, axis }: { readonly lane: LaneDto; readonly axis: Axis }) {
  const { pegs } = lane;
  const { of, whole } = measure(axis, lane);
  if (pegs.length === 0) return <DenseStrip lane={lane} axis={axis} />;
  const values = pegs.flatMap((peg) => {
    const value = of(peg);
    return value === null ? [] : [{ peg, value }];
  });
  const most = whole ?? Math.max(1, ...values.map(({ value }) => value));
  const x = (value: number): number =>
    Math.max(2, Math.min(WIDTH - 4, LINE + (value / most) * (value > 0 ? WIDTH - LINE - 6 : LINE * 2)));
  return (
    <svg width={WIDTH} height={HEIGHT} aria-hidden="true">
      <rect className="lane-past" width={LINE} height={HEIGHT} />
      <path className="lane-line" d={`M${LINE},0V${HEIGHT}`} />
      {values.map(({ peg, value }) => (
        <g key={peg.tag} className={`peg peg-${peg.state} peg-flag-${peg.flag ?? 'none'}`}>
          <rect className="peg-body" x={x(value)} y={4} width={4} height={10} />
        </g>
      ))}
    </svg>
  );
}

function DenseStrip({ lane, axis }: { readonly lane: LaneDto; readonly axis: Axis }) {
  const { base, lineX, bars } = layDensity({ ...lane, worst: [] }, axis, WIDTH, HEIGHT);
  return (
    <svg width={WIDTH} height={HEIGHT + 2} aria-hidden="true">
      <g transform={`translate(0,${HEIGHT + 2 - base})`}>
        <rect className="lane-past" width={lineX} y={base - HEIGHT - 2} height={HEIGHT + 2} />
        {bars.map(({ state, path }) => (
          <path key={state} className={`bars bars-${state}`} d={path} />
        ))}
        <path className="lane-line" d={`M${lineX},${base - HEIGHT - 2}V${base}`} />
      </g>
    </svg>
  );
}

import { Link } from 'react-router';
import type { LaneDto, LanesBy, UnitState } from '../../shared/api/index.ts';
import { STATE_WORDS } from '../../shared/format/index.ts';
import { measure } from './lane-geometry.ts';
import type { Axis } from './yard-filter.ts';

const WIDTH = 150;
const HEIGHT = 18;
/** Where the check stands on the strip. */
const LINE = 26;
/** What is worth a word in a narrow row, worst first. */
const TOLD: readonly UnitState[] = ['keep-in', 'overdue', 'due-soon'];

/** The lanes one under the other, for a phone: a strip of pegs, and how many units need something. */
export const LaneList = ({
  lanes,
  axis,
  by,
}: {
  readonly lanes: readonly LaneDto[];
  readonly axis: Axis;
  readonly by: LanesBy;
}) => (
  <ul className="lane-list" aria-label="Lanes">
    {lanes.map((lane) => (
      <li key={lane.name}>
        <Link to={`/register?${by}=${encodeURIComponent(lane.name)}`}>
          <b>{lane.name}</b>
          <Strip lane={lane} axis={axis} />
          <span className="lane-list-told">
            {TOLD.map((state) => ({ state, units: lane.pegs.filter((peg) => peg.state === state).length }))
              .filter(({ units }) => units > 0)
              .map(({ state, units }) => (
                <span key={state} className={`lane-list-${state}`}>
                  {units} {STATE_WORDS[state].toLowerCase()}
                </span>
              ))}
          </span>
        </Link>
      </li>
    ))}
  </ul>
);

function Strip({ lane: { pegs, ...lane }, axis }: { readonly lane: LaneDto; readonly axis: Axis }) {
  const { of, whole } = measure(axis, lane);
  const values = pegs.flatMap((peg) => (of(peg) === null ? [] : [{ peg, value: of(peg) as number }]));
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

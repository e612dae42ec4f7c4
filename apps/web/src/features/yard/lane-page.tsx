import { Button, Segmented, Slider } from 'antd';
import { Link } from 'react-router';
import { entriesOf, UNIT_STATES } from '@sturdy-shim/core';
import {
  type UnitState,
  problemOf,
  useLaneUnitPagesInfiniteQuery,
  useYardQuery,
  type LaneDto,
  type PegDto,
} from '../../shared/api/index.ts';
import { STATE_WORDS, countText, hoursText, spanText } from '../../shared/format/index.ts';
import {
  PageFrame,
  ProblemNote,
  choiceInAddress,
  choiceOr,
  figureInAddress,
  textInAddress,
  useAddressState,
  useTitle,
  useWidth,
} from '../../shared/ui/index.ts';
import { StateMark } from '../../shared/marks/index.ts';
import { COLUMNS, columnsOf, partOf } from './density-geometry.ts';
import { LaneDensity } from './lane-density.tsx';
import { laneGeometry, measure } from './lane-geometry.ts';
import { LanePegs } from './lane.tsx';
import { LEFT_WORDS } from './run-line.tsx';
import { AXES, type Axis, LANES_BY, laneAddress } from './yard-filter.ts';
import { AXIS_NAMES } from './yard-page.tsx';
import './lane-page.css';

const ADDRESS = {
  by: choiceOr(LANES_BY, 'family'),
  axis: choiceOr(AXES, 'hours'),
  family: textInAddress,
  site: textInAddress,
  kind: textInAddress,
  state: choiceInAddress(UNIT_STATES),
  from: figureInAddress,
  to: figureInAddress,
};
/** Maximum number of units drawn individually above the list. */
const PEGS = 60;

/** The page of one lane: its density, a selectable part, and the units of that part as a list. */
export function LanePage() {
  const [filter, change] = useAddressState(ADDRESS, { history: 'replace' });
  const { by, axis, family, site, kind, state } = filter;
  const name = filter[by] ?? '';
  useTitle(name);
  const yard = useYardQuery({ family, site, kind, by, axis }, { refetchOnMountOrArgChange: 60 });
  const lane = yard.data?.lanes[0];
  // The filter of the yard; the lane only narrows this page.
  const before = { by, axis, ...(by !== 'site' && site && { site }), ...(by !== 'kind' && kind && { kind }) };
  const up = { to: `/yard?${new URLSearchParams(before).toString()}`, name: 'Yard' };
  if (yard.data === undefined)
    return (
      <PageFrame
        title={name}
        up={up}
        asked={{ what: 'This lane', data: undefined, error: yard.error, retry: () => void yard.refetch(), lines: 10 }}
      />
    );
  if (lane === undefined) return <PageFrame title={name} up={up} sentence="No unit stands in this lane." />;
  return (
    <PageFrame className="lane-page" title={name} detail={`${countText(lane.units)} units`} up={up}>
      <StateCounts lane={lane} state={state} choose={(next) => change({ state: next })} />
      <Segmented
        aria-label="What the lane measures"
        className="lane-page-axis"
        options={entriesOf(AXIS_NAMES).map(([value, label]) => ({ value, label }))}
        value={axis}
        onChange={(next) => change({ axis: next, from: undefined, to: undefined })}
      />
      <Spread lane={lane} axis={yard.data.axis} filter={filter} change={change} />
      <UnitsOfLane lane={lane} filter={filter} change={change} />
    </PageFrame>
  );
}

/** The units of the lane, or of its selected part. */
function UnitsOfLane({ lane, filter, change }: Pick<SpreadProps, 'lane' | 'filter' | 'change'>) {
  const { axis, family, site, kind, state, from, to } = filter;
  const units = useLaneUnitPagesInfiniteQuery(
    { family, site, kind, axis, state, from, to },
    { refetchOnMountOrArgChange: 60 },
  );
  const pages = units.data?.pages ?? [];
  const total = pages[0]?.total;
  const listed = pages.flatMap((page) => page.units);
  const isPart = from !== undefined || to !== undefined;
  return (
    <>
      <h2>{listTitle(total, isPart ? partWords(lane, axis, from, to) : null, state)}</h2>
      {(isPart || state !== undefined) && (
        <Button size="small" onClick={() => change({ from: undefined, to: undefined, state: undefined })}>
          The whole lane
        </Button>
      )}
      {isPart && listed.length > 0 && listed.length === total && total <= PEGS && (
        <PartPegs lane={{ ...lane, units: total, pegs: listed }} axis={axis} />
      )}
      <ProblemNote problem={problemOf(units.error)} retry={() => void units.refetch()} />
      {total === 0 && <p className="muted">No unit stands there.</p>}
      {listed.length > 0 && <UnitTable units={listed} />}
      {units.hasNextPage && (
        <Button loading={units.isFetchingNextPage} onClick={() => void units.fetchNextPage()}>
          Show more of the {countText(total ?? 0)}
        </Button>
      )}
    </>
  );
}

const leftText = (left: number | null, words: (value: number) => string): string =>
  left === null ? '–' : left > 0 ? `${words(left)} left` : `${words(-left)} past`;

function partWords(lane: LaneDto, axis: Axis, from: number | undefined, to: number | undefined): string {
  const { exactly: words } = measure(axis, lane);
  const left = LEFT_WORDS[axis].split(' ').slice(1).join(' ') || 'left';
  if (from === undefined)
    return to === undefined ? '' : to > 0 ? `no more than ${words(to)} ${left}` : `${words(-to)} past and more`;
  if (to === undefined) return `more than ${words(from)} ${left}`;
  return `${words(from)} to ${words(to)} ${left}`;
}

interface SpreadProps {
  readonly lane: LaneDto;
  readonly axis: Axis;
  readonly filter: ReturnType<typeof useAddressState<typeof ADDRESS>>[0];
  readonly change: ReturnType<typeof useAddressState<typeof ADDRESS>>[1];
}

/** The whole lane, with two handles that select a part. */
function Spread({ lane, axis, filter, change }: SpreadProps) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const { whole, exactly: words } = measure(axis, lane);
  const isDense = lane.pegs.length === 0;
  const picked = columnsOf(filter, whole ?? 1);
  const pick = (first: number, behind: number): void =>
    change({ from: undefined, to: undefined, ...partOf(first, behind, whole ?? 1) });
  const { leftX, rightX } = laneGeometry(width);
  const edge = (column = 0): string => {
    const { from } = partOf(column, COLUMNS, whole ?? 1);
    return from === undefined ? 'everything past' : column === COLUMNS ? 'everything left' : words(from);
  };
  return (
    <div ref={ref} className="lane-spread">
      {width > 0 &&
        (isDense ? (
          <>
            <LaneDensity
              lane={lane}
              axis={axis}
              width={width}
              tall={110}
              highlighted={filter.state}
              picked={picked}
              pick={pick}
              allKept={laneAddress(lane.name, { ...filter, state: 'keep-in' })}
            />
            {whole !== null && (
              <Slider
                range
                min={0}
                max={COLUMNS}
                value={[...picked]}
                style={{ marginLeft: leftX, width: rightX - leftX, marginRight: 0 }}
                tooltip={{ formatter: edge }}
                ariaLabelForHandle={['Part of the lane, from', 'Part of the lane, to']}
                ariaValueTextFormatterForHandle={[edge, edge]}
                onChange={([first = 0, behind = COLUMNS]) => first < behind && pick(first, behind)}
              />
            )}
          </>
        ) : (
          <LanePegs lane={lane} axis={axis} width={width} highlighted={filter.state} />
        ))}
    </div>
  );
}

/** Few enough to be drawn individually, across the whole width. */
function PartPegs({ lane, axis }: { readonly lane: LaneDto; readonly axis: Axis }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const { of } = measure(axis, lane);
  const values = lane.pegs.flatMap((peg) => of(peg) ?? []);
  const [from, to] = [Math.min(...values), Math.max(...values)];
  return (
    <div ref={ref} className="lane-part">
      {width > 0 && values.length > 0 && (
        <LanePegs
          lane={lane}
          axis={axis}
          width={width}
          highlighted={undefined}
          part={{ from, to: to > from ? to : from + 1 }}
        />
      )}
    </div>
  );
}

/** Every unit of the part, with its remaining interval. */
const UnitTable = ({ units: listed }: { readonly units: readonly PegDto[] }) => (
  <table className="ruled lane-units">
    <thead>
      <tr>
        <th scope="col">Unit</th>
        <th scope="col">Kind</th>
        <th scope="col">Status</th>
        <th scope="col">By hours</th>
        <th scope="col">By date</th>
      </tr>
    </thead>
    <tbody>
      {listed.map((each) => (
        <tr key={each.tag}>
          <td>
            <Link className="mono" to={`/units/${encodeURIComponent(each.tag)}`}>
              {each.tag}
            </Link>
          </td>
          <td>{each.kind}</td>
          <td>
            <StateMark state={each.state} />
          </td>
          <td>{leftText(each.hoursLeft, (value) => hoursText(value, true))}</td>
          <td>{leftText(each.daysLeft, spanText)}</td>
        </tr>
      ))}
    </tbody>
  </table>
);

interface StateCountsProps {
  readonly lane: LaneDto;
  readonly state: UnitState | undefined;
  readonly choose: (state: UnitState | undefined) => void;
}

/** The number of units in each state of the lane; a click lists them. */
const StateCounts = ({ lane, state, choose }: StateCountsProps) => (
  <p className="lane-page-counts">
    {lane.counts.map((each) => (
      <button
        key={each.state}
        type="button"
        className={`sentence-number sentence-${each.state}`}
        aria-pressed={state === each.state}
        onClick={() => choose(state === each.state ? undefined : each.state)}
      >
        {countText(each.units)} {STATE_WORDS[each.state].toLowerCase()}
      </button>
    ))}
  </p>
);

/** `12 units with 20 h to 40 h left, overdue`. */
const listTitle = (total: number | undefined, part: string | null, state: UnitState | undefined): string =>
  [
    total === undefined ? 'Units' : `${countText(total)} ${total === 1 ? 'unit' : 'units'}`,
    part !== null && ` with ${part}`,
    state !== undefined && `, ${STATE_WORDS[state].toLowerCase()}`,
  ]
    .filter(Boolean)
    .join('');

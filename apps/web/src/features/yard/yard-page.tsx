import { Button, Segmented, Select } from 'antd';
import { Link } from 'react-router';
import { useMay } from '../../shared/me/index.ts';
import { problemOf, useYardQuery, type YardDto } from '../../shared/api/index.ts';
import { Pending, ProblemNote, usePhone, useTitle } from '../../shared/ui/index.ts';
import { FirstDay } from '../first-day/index.ts';
import { LaneList } from './lane-list.tsx';
import { Legend } from './legend.tsx';
import { Queue } from './queue.tsx';
import { RunLine } from './run-line.tsx';
import { YardSentence } from './yard-sentence.tsx';
import { type Axis, LANES_BY, useYardFilter } from './yard-filter.ts';
import './yard.css';

const AXIS_NAMES: Record<Axis, string> = { hours: 'Run-hours left', days: 'Days left', share: 'Share of interval' };

const LANE_WORDS = { family: 'families', site: 'sites', kind: 'kinds' } as const;

/** What must stay in, what comes due, which unit next. */
export function YardPage() {
  useTitle('Yard');
  const [filter, change] = useYardFilter();
  const { site, kind, by } = filter;
  const phone = usePhone();
  const { data, error, refetch } = useYardQuery(
    { site, kind, by: by === 'family' ? undefined : by },
    { refetchOnMountOrArgChange: 60 },
  );
  if (data === undefined) {
    return error ? (
      <main className="yard-main">
        <ProblemNote problem={problemOf(error)} retry={() => void refetch()} />
      </main>
    ) : (
      <Pending lines={10} />
    );
  }
  if (isEmpty(data) && site === undefined && kind === undefined) return <EmptyYard />;
  const shown = data.lanes.reduce((sum, { pegs }) => sum + pegs.length, 0);
  return (
    <div className="yard">
      <main className="yard-main">
        <FirstDay />
        <YardSentence counts={data.counts} chosen={filter.state} choose={(state) => change({ state })} />
        <div className="yard-filters">
          <Segmented
            aria-label="What the run line measures"
            options={Object.entries(AXIS_NAMES).map(([value, label]) => ({ value, label }))}
            value={filter.axis}
            onChange={(axis) => change({ axis: axis as Axis })}
          />
          <Select
            aria-label="What a lane is"
            value={by}
            options={LANES_BY.map((value) => ({ value, label: `By ${value}` }))}
            onChange={(next) => change({ by: next })}
            popupMatchSelectWidth={false}
          />
          <Chooser
            label="Site"
            every="All sites"
            choices={data.sites}
            chosen={site}
            choose={(next) => change({ site: next })}
          />
          <Chooser
            label="Kind"
            every="All kinds"
            choices={data.kinds}
            chosen={kind}
            choose={(next) => change({ kind: next })}
          />
          <span className="muted dense">
            {shown} units · {data.lanes.length} {LANE_WORDS[by]}
            {data.recomputing > 0 && ` · ${data.recomputing} being computed again, shown as before`}
          </span>
        </div>
        {isEmpty(data) ? (
          <div className="yard-nothing">
            <p>No unit matches these filters.</p>
            <Button onClick={() => change({ site: undefined, kind: undefined })}>Show all units</Button>
          </div>
        ) : (
          <>
            {phone ? (
              <LaneList lanes={data.lanes} axis={filter.axis} by={by} />
            ) : (
              <>
                <RunLine lanes={data.lanes} axis={filter.axis} highlighted={filter.state} />
                <Legend />
              </>
            )}
            <Takes site={site} kind={kind} />
          </>
        )}
      </main>
      <Queue filter={filter} change={change} />
    </div>
  );
}

/** The picture to take along. */
function Takes({ site, kind }: { readonly site: string | undefined; readonly kind: string | undefined }) {
  const mayCalendar = useMay('addFeed');
  const filter = new URLSearchParams({ ...(site !== undefined && { site }), ...(kind !== undefined && { kind }) });
  const query = filter.size === 0 ? '' : `?${filter.toString()}`;
  return (
    <p className="yard-takes no-print">
      <Link to={`/morning${query}`}>Morning sheet</Link>
      <a href={`/api/exports/yard.csv${query}`}>As a spreadsheet</a>
      <Link to={site === undefined ? '/before-storage' : `/before-storage?site=${encodeURIComponent(site)}`}>
        Before storage
      </Link>
      {mayCalendar && <Link to="/calendar">In a calendar</Link>}
    </p>
  );
}

const isEmpty = ({ lanes }: YardDto): boolean => lanes.length === 0;

interface ChooserProps {
  readonly label: string;
  readonly every: string;
  readonly choices: readonly string[];
  readonly chosen: string | undefined;
  readonly choose: (choice: string | undefined) => void;
}

const EVERY = '';

const Chooser = ({ label, every, choices, chosen, choose }: ChooserProps) => (
  <Select
    aria-label={label}
    value={chosen ?? EVERY}
    options={[{ value: EVERY, label: every }, ...choices.map((value) => ({ value, label: value }))]}
    onChange={(value) => choose(value === EVERY ? undefined : value)}
    popupMatchSelectWidth={false}
    style={{ minWidth: 120 }}
  />
);

const EmptyYard = () => (
  <main className="yard-empty">
    <FirstDay />
    <h1>No units yet.</h1>
    <p className="muted">Each machine gets one peg here, placed by the hours left before its next valve check.</p>
  </main>
);

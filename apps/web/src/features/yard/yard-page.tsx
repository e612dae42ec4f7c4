import { entriesOf } from '@sturdy-shim/core';
import { Button, Segmented, Select } from 'antd';
import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import { countText } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { client, useYardQuery, type YardDto } from '../../shared/api/index.ts';
import { PageFrame, usePhone } from '../../shared/ui/index.ts';
import { FirstDay } from '../first-day/index.ts';
import { LaneList } from './lane-list.tsx';
import { Legend } from './legend.tsx';
import { Queue } from './queue.tsx';
import { RunLine } from './run-line.tsx';
import { YardAlso, YardSentence } from './yard-sentence.tsx';
import { AXES, type Axis, LANES_BY, type YardFilter, askedOf, useYardFilter } from './yard-filter.ts';
import './yard.css';

export const AXIS_NAMES: Record<Axis, string> = {
  hours: 'Run-hours left',
  days: 'Days left',
  share: 'Share of interval',
};

const LANE_WORDS = { family: 'families', site: 'sites', kind: 'kinds' } as const;

/** The yard: keep-in units, due units, and the queue. */
export function YardPage() {
  const [filter, change] = useYardFilter();
  const { site, kind, after } = filter;
  const phone = usePhone();
  const { data, error, refetch } = useYardQuery(askedOf(filter, filter.axis), { refetchOnMountOrArgChange: 60 });
  if (data === undefined) {
    return (
      <PageFrame
        asked={{ what: 'The yard', data, error, retry: () => void refetch(), lines: 10 }}
        // The queue is requested at the same time as the yard.
        panel={error ? undefined : <Queue filter={filter} change={change} />}
      />
    );
  }
  if (isEmpty(data) && site === undefined && kind === undefined && after === undefined) return <EmptyYard />;
  const sentence = {
    counts: data.counts,
    chosen: filter.state,
    choose: (state: YardFilter['state']) => change({ state }),
  };
  return (
    <PageFrame
      className="yard-main"
      title={<YardSentence {...sentence} />}
      sentence={<YardAlso {...sentence} />}
      panel={<Queue filter={filter} change={change} counts={data.counts} />}
    >
      <FirstDay />
      <Filters data={data} filter={filter} change={change} />
      {isEmpty(data) ? (
        <div className="yard-nothing">
          <p>No unit matches these filters.</p>
          <Button onClick={() => change({ site: undefined, kind: undefined })}>Show all units</Button>
        </div>
      ) : (
        <>
          {phone ? (
            <LaneList lanes={data.lanes} axis={data.axis} filter={filter} />
          ) : (
            <>
              <RunLine lanes={data.lanes} axis={data.axis} filter={filter} />
              <Legend />
            </>
          )}
          {(data.next !== null || after !== undefined) && (
            <p className="yard-turn">
              {after !== undefined && <Button onClick={() => change({ after: undefined })}>First lanes</Button>}
              {data.next !== null && (
                <Button onClick={() => change({ after: data.next ?? undefined })}>Lanes after {data.next}</Button>
              )}
            </p>
          )}
          <Takes site={site} kind={kind} />
        </>
      )}
    </PageFrame>
  );
}

/** The exported picture. */
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

const isEmpty = ({ counts }: YardDto): boolean => counts.every(({ units }) => units === 0);

interface ChooserProps {
  readonly label: string;
  readonly every: string;
  readonly choices: readonly string[];
  readonly chosen: string | undefined;
  readonly choose: (choice: string | undefined) => void;
  /** Prefetches the data of a choice under the pointer or with focus. */
  readonly reach: (choice: string | undefined) => void;
}

const EVERY = '';
const MANY_CHOICES = 15;
const RESTS_MS = 120;
const choiceOf = (value: string): string | undefined => (value === EVERY ? undefined : value);

function Chooser({ label, every, choices, chosen, choose, reach }: ChooserProps) {
  const resting = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(resting.current), []);
  return (
    <Select
      aria-label={label}
      value={chosen ?? EVERY}
      options={[{ value: EVERY, label: every }, ...choices.map((value) => ({ value, label: value }))]}
      onChange={(value) => choose(choiceOf(value))}
      onActive={(value) => {
        clearTimeout(resting.current);
        if (typeof value === 'string') resting.current = setTimeout(() => reach(choiceOf(value)), RESTS_MS);
      }}
      popupMatchSelectWidth={false}
      // A large yard has hundreds of sites, so the list is searchable.
      showSearch={choices.length > MANY_CHOICES && { optionFilterProp: 'label' }}
      style={{ minWidth: 120 }}
    />
  );
}

const EmptyYard = () => (
  <PageFrame
    title="No units yet."
    sentence="Each machine gets one peg here, placed by the hours left before its next valve check."
  >
    <FirstDay />
  </PageFrame>
);

interface FiltersProps {
  readonly data: YardDto;
  readonly filter: YardFilter;
  readonly change: (next: Partial<YardFilter>) => void;
}

/** Axis of the run line, grouping of lanes, and filter. */
function Filters({ data, filter, change }: FiltersProps) {
  const { site, kind, by } = filter;
  const prefetch = client.usePrefetch('yard');
  const shown = data.counts.reduce((sum, { state, units }) => (state === 'retired' ? sum : sum + units), 0);
  // The others are prefetched on hover or focus.
  const reach = (): void => AXES.forEach((axis) => prefetch(askedOf(filter, axis), { ifOlderThan: 30 }));
  return (
    <div className="yard-filters">
      <Segmented
        aria-label="What the run line measures"
        options={entriesOf(AXIS_NAMES).map(([value, label]) => ({ value, label }))}
        value={filter.axis}
        onPointerEnter={reach}
        onFocus={reach}
        onChange={(axis) => change({ axis })}
      />
      <Select
        aria-label="What a lane is"
        value={by}
        options={LANES_BY.map((value) => ({ value, label: `By ${value}` }))}
        onChange={(next) => change({ by: next, after: undefined })}
        popupMatchSelectWidth={false}
      />
      <Chooser
        label="Site"
        every="All sites"
        choices={data.sites}
        chosen={site}
        choose={(next) => change({ site: next, after: undefined })}
        reach={(next) => prefetch(askedOf({ ...filter, site: next, after: undefined }, filter.axis))}
      />
      <Chooser
        label="Kind"
        every="All kinds"
        choices={data.kinds}
        chosen={kind}
        choose={(next) => change({ kind: next, after: undefined })}
        reach={(next) => prefetch(askedOf({ ...filter, kind: next, after: undefined }, filter.axis))}
      />
      <span className="muted dense">
        {countText(shown)} units · {countText(data.laneCount)} {LANE_WORDS[by]}
        {data.recomputing > 0 && ` · ${countText(data.recomputing)} being computed again, shown as before`}
      </span>
    </div>
  );
}

import { Button } from 'antd';
import { useNavigate } from 'react-router';
import {
  type QueueLineDto,
  type YardDto,
  problemOf,
  useOpenChecksQuery,
  useQueuePagesInfiniteQuery,
} from '../../shared/api/index.ts';
import { STATE_WORDS, countText } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { Key, Pending, ProblemNote, textInAddress, useAddressState, useKeys } from '../../shared/ui/index.ts';
import { QueueLine } from './queue-line.tsx';
import type { YardFilter } from './yard-filter.ts';

interface QueueProps {
  readonly filter: YardFilter;
  readonly change: (next: Partial<YardFilter>) => void;
  /** Number of units in each state; undefined while loading. */
  readonly counts?: YardDto['counts'];
}

const BEGINNINGS = [
  ['hours-unknown', 'never read', 'Read their meters, and the ones that are due come here.'],
  ['never-checked', 'never checked', 'Put one on the bench.'],
] as const;

/** The empty state of a new fleet: which engines to begin with. */
function FirstEngines({ counts, change }: Pick<Required<QueueProps>, 'counts' | 'change'>) {
  return BEGINNINGS.map(([state, words, what]) => {
    const units = counts.find((each) => each.state === state)?.units ?? 0;
    return units === 0 ? null : (
      <p key={state}>
        <Button type="primary" onClick={() => change({ state })}>
          {countText(units)} {words}: start here
        </Button>{' '}
        <span className="muted">{what}</span>
      </p>
    );
  });
}

/** Above this number a filter by site or kind is suggested. */
const LONGEST = 120;

/** The active unit of the keys. */
const CHOSEN = { unit: textInAddress };

/** The queue for the bench, worst first, with reasons. */
export function Queue({ filter: { site, kind, state }, change, counts = [] }: QueueProps) {
  const queue = useQueuePagesInfiniteQuery({ site, kind, state }, { refetchOnMountOrArgChange: 60 });
  const pages = queue.data?.pages;
  const data = pages?.[0];
  const navigate = useNavigate();
  const lines = pages?.flatMap((page) => page.lines) ?? [];
  const { chosen, onBench, choose, move } = useChosenLine(lines);
  const mayCheck = useMay('startCheck');
  const toBench = (): void => void (chosen && navigate(`/bench/${encodeURIComponent(chosen.tag)}`));
  useQueueKeys({ chosen, move, toBench: mayCheck ? toBench : null });
  return (
    <aside className="queue" aria-label="Queue for the bench">
      <QueueHead state={state} total={data?.total} />
      <QueueIntro state={state} total={data?.total ?? 0} whole={() => change({ state: undefined })} />
      {queue.error && <ProblemNote problem={problemOf(queue.error)} retry={() => void queue.refetch()} />}
      {data === undefined && !queue.error && <Pending lines={8} />}
      {data?.total === 0 && <NothingWaits state={state} counts={counts} change={change} />}
      {chosen && mayCheck && (
        <div className="queue-actions">
          <Button type="primary" onClick={toBench}>
            Put {chosen.tag} on the bench <Key name="b" />
          </Button>
        </div>
      )}
      <ol>
        {lines.map((line) => (
          <QueueLine
            key={line.unitId}
            line={line}
            chosen={line === chosen}
            onBench={onBench.has(line.tag)}
            choose={() => choose(line.tag)}
          />
        ))}
      </ol>
      {data !== undefined && queue.hasNextPage && (
        <More
          shown={lines.length}
          total={data.total}
          busy={queue.isFetchingNextPage}
          more={() => void queue.fetchNextPage()}
        />
      )}
    </aside>
  );
}

/** The line that the keys act on: the first that is not on the bench, until another is chosen. */
function useChosenLine(lines: readonly QueueLineDto[]) {
  const [{ unit }, goTo] = useAddressState(CHOSEN, { history: 'replace' });
  const choose = (tag: string): void => goTo({ unit: tag });
  const { data: openChecks = [] } = useOpenChecksQuery();
  const onBench = new Set(openChecks.map(({ unitTag }) => unitTag));
  const chosen = lines.find(({ tag }) => tag === unit) ?? lines.find(({ tag }) => !onBench.has(tag)) ?? lines[0];
  const move = (step: number): void => {
    const next = lines[lines.findIndex((line) => line === chosen) + step];
    if (next !== undefined) choose(next.tag);
  };
  return { chosen, onBench, choose, move };
}

interface HeadProps {
  readonly state: YardFilter['state'];
  /** Undefined while the queue is loading. */
  readonly total: number | undefined;
}

const QueueHead = ({ state, total }: HeadProps) => (
  <header>
    <h2>{state === undefined ? 'Next to the bench' : STATE_WORDS[state]}</h2>
    <span className="muted dense">
      {total !== undefined && `${countText(total)} ${state === undefined ? 'in order of risk' : 'units'}`}
    </span>
  </header>
);

interface QueueKeys {
  readonly chosen: QueueLineDto | undefined;
  readonly move: (step: number) => void;
  /** Null: this person checks no units. */
  readonly toBench: (() => void) | null;
}

function useQueueKeys({ chosen, move, toBench }: QueueKeys): void {
  const navigate = useNavigate();
  useKeys([
    ...(toBench === null ? [] : [{ key: 'b', what: 'Put the chosen unit on the bench', run: toBench }]),
    { key: 'ArrowDown', what: 'Choose the next unit of the queue', run: () => move(1) },
    { key: 'ArrowUp', what: 'Choose the one before', run: () => move(-1) },
    {
      key: 'e',
      what: 'Why the chosen unit is here, and what would change that',
      run: () => void (chosen && navigate(`/units/${encodeURIComponent(chosen.tag)}?why=open`)),
    },
    {
      key: 'Enter',
      what: 'Open the chosen unit',
      run: () => void (chosen && navigate(`/units/${encodeURIComponent(chosen.tag)}`)),
    },
  ]);
}

interface IntroProps {
  readonly state: YardFilter['state'];
  readonly total: number;
  /** Back to units of every state. */
  readonly whole: () => void;
}

/** The order of the units, or a link back from the filter by state. */
const QueueIntro = ({ state, total, whole }: IntroProps) => (
  <>
    {state === undefined && total > 1 && (
      <details className="dense muted">
        <summary>What comes first</summary>
        Units that must stay in, the farthest out of spec first. Then overdue, a problem reported, undecided, due soon;
        among these the one that has used up most of its interval. Ties sort by tag.
      </details>
    )}
    {state !== undefined && (
      <Button size="small" onClick={whole}>
        Back to the whole queue
      </Button>
    )}
  </>
);

interface MoreProps {
  readonly shown: number;
  readonly total: number;
  readonly busy: boolean;
  readonly more: () => void;
}

const More = ({ shown, total, busy, more }: MoreProps) =>
  shown < LONGEST ? (
    <Button loading={busy} onClick={more}>
      Show more of the {countText(total)}
    </Button>
  ) : (
    <p className="muted">
      The worst {shown} of {countText(total)}. Choose a site or a kind to see the others.
    </p>
  );

interface NothingProps extends Pick<Required<QueueProps>, 'counts' | 'change'> {
  readonly state: YardFilter['state'];
}

const NothingWaits = ({ state, counts, change }: NothingProps) => (
  <>
    {state === undefined && <FirstEngines counts={counts} change={change} />}
    <p className="queue-empty muted">
      Nothing is waiting. A unit appears here when it comes due, is out of spec, or has a problem reported.
    </p>
  </>
);

import { Button } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { problemOf, useQueueQuery } from '../../shared/api/index.ts';
import { STATE_WORDS } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { Key, Pending, ProblemNote, useKeys, useMirroredParam } from '../../shared/ui/index.ts';
import { QueueLine } from './queue-line.tsx';
import type { YardFilter } from './yard-filter.ts';

interface QueueProps {
  readonly filter: YardFilter;
  readonly change: (next: Partial<YardFilter>) => void;
}

const FIRST_PAGE = 6;
const LONGEST_PAGE = 100;

/** What goes to the bench next, worst first, each with its reason. */
export function Queue({ filter: { site, kind, state }, change }: QueueProps) {
  const [unit, choose] = useMirroredParam('unit');
  const [limit, setLimit] = useState(FIRST_PAGE);
  const { data, error, refetch } = useQueueQuery({ site, kind, state, limit }, { refetchOnMountOrArgChange: 60 });
  const navigate = useNavigate();
  const lines = data?.lines ?? [];
  const chosen = lines.find(({ tag }) => tag === unit) ?? lines[0];
  const move = (step: number): void => {
    const next = lines[lines.findIndex((line) => line === chosen) + step];
    if (next !== undefined) choose(next.tag);
  };
  const mayCheck = useMay('startCheck');
  const toBench = (): void => void (chosen && navigate(`/bench/${encodeURIComponent(chosen.tag)}`));
  useKeys([
    ...(mayCheck ? [{ key: 'b', what: 'Put the chosen unit on the bench', run: toBench }] : []),
    { key: 'ArrowDown', what: 'Choose the next unit of the queue', run: () => move(1) },
    { key: 'ArrowUp', what: 'Choose the one before', run: () => move(-1) },
    {
      key: 'Enter',
      what: 'Open the chosen unit',
      run: () => void (chosen && navigate(`/units/${encodeURIComponent(chosen.tag)}`)),
    },
  ]);
  return (
    <aside className="queue" aria-label="Queue for the bench">
      <header>
        <h2>{state === undefined ? 'Next to the bench' : STATE_WORDS[state]}</h2>
        <span className="muted dense">
          {data && (state === undefined ? `${data.total} in order of risk` : `${data.total} units`)}
        </span>
      </header>
      {state !== undefined && (
        <Button size="small" onClick={() => change({ state: undefined })}>
          Back to the whole queue
        </Button>
      )}
      {error && <ProblemNote problem={problemOf(error)} retry={() => void refetch()} />}
      {data === undefined && !error && <Pending lines={8} />}
      {data !== undefined && lines.length === 0 && (
        <p className="queue-empty muted">
          Nothing is waiting. A unit appears here when it comes due, is out of spec, or has a problem reported.
        </p>
      )}
      {chosen && mayCheck && (
        <div className="queue-actions">
          <Button type="primary" onClick={toBench}>
            Put {chosen.tag} on the bench <Key name="b" />
          </Button>
        </div>
      )}
      <ol>
        {lines.map((line) => (
          <QueueLine key={line.unitId} line={line} chosen={line === chosen} choose={() => choose(line.tag)} />
        ))}
      </ol>
      {data !== undefined && data.next !== null && limit < LONGEST_PAGE && (
        <Button onClick={() => setLimit(limit < 30 ? 30 : LONGEST_PAGE)}>Show more of the {data.total}</Button>
      )}
      {data !== undefined && data.next !== null && limit >= LONGEST_PAGE && (
        <p className="muted">
          The worst {LONGEST_PAGE} of {data.total}. Choose a site or a kind to see the others.
        </p>
      )}
    </aside>
  );
}

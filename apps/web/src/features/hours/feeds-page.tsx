import { Button } from 'antd';
import { useState } from 'react';
import { useHourFeedsQuery, type HourFeedDto } from '../../shared/api/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { EmptyPlace, PageFrame } from '../../shared/ui/index.ts';
import { FeedForm } from './feed-form.tsx';
import { FeedPolls } from './feed-polls.tsx';
import { UnmatchedMachines } from './unmatched-machines.tsx';
import './feeds.css';

/** Hour feeds and the results of their polls. */
export function FeedsPage() {
  const may = useMay('hourFeeds');
  const mayAdd = useMay('addHourFeed');
  const { data, error, refetch } = useHourFeedsQuery(undefined, { skip: !may, pollingInterval: 15_000 });
  const [adding, setAdding] = useState(false);
  if (!may) return <PageFrame sentence="Only leads and owners can see feeds of hours. Ask one of them." />;
  return (
    <PageFrame
      asked={{ what: 'The list of feeds', data, error, retry: () => void refetch(), lines: 6 }}
      sentence="A gateway that gives hours as a fleet snapshot (ISO 15143-3, XML or JSON) is polled automatically. Each reading counts once; what does not add up waits with the others."
      actions={
        mayAdd &&
        !adding && (
          <Button type="primary" onClick={() => setAdding(true)}>
            Add a feed
          </Button>
        )
      }
    >
      {data?.feeds.map((feed) => (
        <Feed key={`${feed.id} ${feed.version}`} feed={feed} mayChange={mayAdd} />
      ))}
      {data?.feeds.length === 0 && !adding && (
        <EmptyPlace
          what="Each feed will stand here, with its last polls and the machines that no unit matches yet."
          begin={
            mayAdd ? <p>Add a feed with the address and the key that the telematics company gave you.</p> : undefined
          }
          example={
            <p>
              <b>Gateway of the excavators</b>, every 60 minutes. Last poll: 12 machines, 9 readings counted, 1 does not
              add up.
            </p>
          }
        />
      )}
      {adding && <FeedForm feed={null} done={() => setAdding(false)} />}
    </PageFrame>
  );
}

function Feed({ feed, mayChange }: { readonly feed: HourFeedDto; readonly mayChange: boolean }) {
  const [changing, setChanging] = useState(false);
  return (
    <section className="hour-feed" aria-label={feed.name}>
      <header>
        <h2>
          {feed.name} {!feed.on && <span className="muted">turned off</span>}
        </h2>
        <span className="muted dense">
          every {feed.everyMinutes} minutes · <span className="mono">{feed.url}</span>
          {feed.inside && ' · inside the network'}
        </span>
        {mayChange && !changing && (
          <Button size="small" onClick={() => setChanging(true)}>
            Change
          </Button>
        )}
      </header>
      {changing && <FeedForm feed={feed} done={() => setChanging(false)} />}
      <UnmatchedMachines feedId={feed.id} />
      <FeedPolls feedId={feed.id} />
    </section>
  );
}

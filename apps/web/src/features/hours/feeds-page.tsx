import { Button } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { problemOf, useHourFeedsQuery, type HourFeedDto } from '../../shared/api/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { Pending, ProblemNote } from '../../shared/ui/index.ts';
import { FeedForm } from './feed-form.tsx';
import { FeedPolls } from './feed-polls.tsx';
import { UnmatchedMachines } from './unmatched-machines.tsx';
import './feeds.css';

/** Feeds of hours: where hours come from by themselves, and how that went. */
export function FeedsPage() {
  const may = useMay('hourFeeds');
  const mayAdd = useMay('addHourFeed');
  const { data, error, refetch } = useHourFeedsQuery(undefined, { skip: !may, pollingInterval: 15_000 });
  const [adding, setAdding] = useState(false);
  if (!may)
    return (
      <main className="page-note">
        <h1>Only leads and owners can see feeds of hours.</h1>
        <Link to="/hours">Back to the hours</Link>
      </main>
    );
  if (data === undefined)
    return error ? <ProblemNote problem={problemOf(error)} retry={() => void refetch()} /> : <Pending lines={6} />;
  return (
    <main className="feeds">
      <header>
        <h1>Feeds of hours</h1>
        <p className="muted">
          A gateway that gives hours as a fleet snapshot (ISO 15143-3, XML or JSON) is polled automatically. Each
          reading counts once; what does not add up waits with the others. <Link to="/hours">Back to the hours</Link>
        </p>
      </header>
      {data.feeds.map((feed) => (
        <Feed key={`${feed.id} ${feed.version}`} feed={feed} mayChange={mayAdd} />
      ))}
      {data.feeds.length === 0 && !adding && <p>No feed yet.</p>}
      {adding ? (
        <FeedForm feed={null} done={() => setAdding(false)} />
      ) : (
        mayAdd && (
          <Button className="add-feed" type="primary" onClick={() => setAdding(true)}>
            Add a feed
          </Button>
        )
      )}
    </main>
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

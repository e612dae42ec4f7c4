import { Alert, Button, Input, Popconfirm, Select } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  TEXT_LIMITS,
  problemOf,
  useAddFeedMutation,
  useListFeedsQuery,
  useListSitesQuery,
  useRevokeFeedMutation,
} from '../../shared/api/index.ts';
import { dayText } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { Pending, ProblemNote } from '../../shared/ui/index.ts';
import './calendar.css';

/** Stands for every site in the list of choices. */
const EVERY = '';

/** Addresses under which a calendar program finds what comes due. */
export function CalendarPage() {
  const may = useMay('addFeed');
  const { data, error } = useListFeedsQuery(undefined, { skip: !may });
  const { data: sites = [] } = useListSitesQuery(undefined, { skip: !may });
  const [name, setName] = useState('');
  const [siteId, setSiteId] = useState(EVERY);
  const [add, adding] = useAddFeedMutation();
  const [revoke, revoking] = useRevokeFeedMutation();
  if (!may)
    return (
      <main className="page-note">
        <h1>Only leads and owners can make calendar addresses.</h1>
        <Link to="/yard">Back to the yard</Link>
      </main>
    );
  const siteOf = (id: string | null): string =>
    id === null ? 'all sites' : (sites.find((site) => site.id === id)?.name ?? 'a site');
  const send = async (): Promise<void> => {
    const answer = await add({ newFeedDto: { name: name.trim(), siteId: siteId === EVERY ? null : siteId } });
    if (answer.data !== undefined) setName('');
  };
  return (
    <main className="calendar">
      <h1>Calendar addresses</h1>
      <p>
        A calendar program that is given such an address shows what comes due, half a year ahead. Whoever has the
        address can read it, without signing in: revoke it when a phone is lost.
      </p>
      <form
        className="calendar-form"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <Input
          aria-label="Whose calendar it is"
          placeholder="Lead’s phone"
          required
          maxLength={TEXT_LIMITS.NewFeedDto.name}
          value={name}
          onChange={({ target }) => setName(target.value)}
        />
        <Select
          aria-label="Site"
          value={siteId}
          options={[
            { value: EVERY, label: 'All sites' },
            ...sites.map((site) => ({ value: site.id, label: site.name })),
          ]}
          onChange={setSiteId}
          popupMatchSelectWidth={false}
        />
        <Button type="primary" htmlType="submit" loading={adding.isLoading}>
          Make an address
        </Button>
      </form>
      {adding.data && (
        <Alert
          type="warning"
          title="The address, shown only once"
          description={<code className="mono the-address">{`${window.location.origin}${adding.data.path}`}</code>}
          closable={{ onClose: () => adding.reset() }}
        />
      )}
      <ProblemNote problem={problemOf(error ?? adding.error ?? revoking.error)} />
      {data === undefined ? (
        !error && <Pending lines={4} />
      ) : data.feeds.length === 0 ? (
        <p className="muted">None yet.</p>
      ) : (
        <ul className="calendar-list">
          {data.feeds.map((feed) => (
            <li key={feed.id} className={feed.revokedAt === null ? '' : 'inactive'}>
              <span>
                <b>{feed.name}</b>, {siteOf(feed.siteId)}
                <br />
                <span className="muted">
                  made by {feed.madeBy}, {dayText(feed.madeAt)}
                  {feed.revokedAt !== null && `; revoked ${dayText(feed.revokedAt)}`}
                </span>
              </span>
              {feed.revokedAt === null && (
                <Popconfirm
                  title={`Revoke the address of ${feed.name}?`}
                  description="Calendars that use it get nothing from then on."
                  okText="Revoke"
                  cancelText="Cancel"
                  onConfirm={() => void revoke({ id: feed.id })}
                >
                  <Button size="small">Revoke</Button>
                </Popconfirm>
              )}
            </li>
          ))}
        </ul>
      )}
    </main>
  );
}

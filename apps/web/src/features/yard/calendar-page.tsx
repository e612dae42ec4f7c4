import { Alert, Button, Input, Popconfirm, Select } from 'antd';
import {
  type FeedDto,
  type Problem,
  TEXT_LIMITS,
  problemOf,
  useAddFeedMutation,
  useListFeedsQuery,
  useListSitesQuery,
  useRevokeFeedMutation,
} from '../../shared/api/index.ts';
import { dayText } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { EmptyPlace, PageFrame, Pending, ProblemNote, ShopField, ShopForm } from '../../shared/ui/index.ts';
import './calendar.css';

/** The option for all sites. */
const EVERY: string = '';
const EMPTY = { name: '', siteId: EVERY };

/** Calendar addresses with due checks, for calendar programs. */
export function CalendarPage() {
  const may = useMay('addFeed');
  const { data, error } = useListFeedsQuery(undefined, { skip: !may });
  const { data: sites = [] } = useListSitesQuery(undefined, { skip: !may });
  const [add, adding] = useAddFeedMutation();
  const [revoke, revoking] = useRevokeFeedMutation();
  if (!may) return <PageFrame sentence="Only leads and owners can make calendar addresses. Ask one of them." />;
  const siteOf = (id: string | null): string =>
    id === null ? 'all sites' : (sites.find((site) => site.id === id)?.name ?? 'a site');
  const send = async ({ name, siteId }: typeof EMPTY): Promise<Problem | null> => {
    const answer = await add({ newFeedDto: { name: name.trim(), siteId: siteId === EVERY ? null : siteId } });
    return problemOf(answer.error);
  };
  return (
    <PageFrame sentence="A calendar program with such an address shows what comes due, half a year ahead. Anyone who has the address can read it without signing in: revoke it when a phone is lost.">
      <ShopForm name="address" className="calendar-form" initial={EMPTY} send={send} submit="Make an address" again>
        <ShopField name="name" label="Whose calendar it is" needed="Say whose it is, such as “Lead’s phone”.">
          <Input placeholder="Lead’s phone" maxLength={TEXT_LIMITS.NewFeedDto.name} />
        </ShopField>
        <ShopField name="siteId" label="Site">
          <Select
            aria-label="Site"
            options={[
              { value: EVERY, label: 'All sites' },
              ...sites.map((site) => ({ value: site.id, label: site.name })),
            ]}
            popupMatchSelectWidth={false}
          />
        </ShopField>
      </ShopForm>
      {adding.data && (
        <Alert
          type="warning"
          title="The address, shown only once"
          description={<code className="mono the-address">{`${window.location.origin}${adding.data.path}`}</code>}
          closable={{ onClose: () => adding.reset() }}
        />
      )}
      <ProblemNote problem={problemOf(error ?? revoking.error)} />
      {data === undefined ? (
        !error && <Pending lines={4} />
      ) : data.feeds.length === 0 ? (
        <NoAddress />
      ) : (
        <ul className="calendar-list">
          {data.feeds.map((feed) => (
            <Address key={feed.id} feed={feed} site={siteOf(feed.siteId)} revoke={() => void revoke({ id: feed.id })} />
          ))}
        </ul>
      )}
    </PageFrame>
  );
}

/** The empty state. */
const NoAddress = () => (
  <EmptyPlace
    what="Each address will stand here with its site, who made it and when, until it is revoked."
    begin={<p>Make one above, then add it in the calendar program as a subscribed calendar.</p>}
    example={
      <>
        <p>
          <b>Thu, Mar 12</b> Valve check due: MW-007, MW-012, PR-003 (Main yard)
        </p>
        <p>
          <b>Mon, Mar 16</b> Valve check due: GN-004 (Lower sluice)
        </p>
      </>
    }
  />
);

interface AddressProps {
  readonly feed: FeedDto;
  readonly site: string;
  readonly revoke: () => void;
}

const Address = ({ feed, site, revoke }: AddressProps) => (
  <li className={feed.revokedAt === null ? '' : 'inactive'}>
    <span>
      <b>{feed.name}</b>, {site}
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
        onConfirm={revoke}
      >
        <Button size="small">Revoke</Button>
      </Popconfirm>
    )}
  </li>
);

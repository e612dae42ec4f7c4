import { Button, Table } from 'antd';
import { Link } from 'react-router';
import { problemOf, useFollowUpPagesInfiniteQuery, type OpenFollowUpDto } from '../../shared/api/index.ts';
import { dayText, followUpText } from '../../shared/format/index.ts';
import { Pending, ProblemNote } from '../../shared/ui/index.ts';
import { EngineQuestions } from './engine-questions.tsx';
import './follow-ups.css';

/** Everything that checks left to be done in the whole shop, the soonest first. */
export function FollowUpsPage() {
  const { data, error, refetch, hasNextPage, isFetchingNextPage, fetchNextPage } = useFollowUpPagesInfiniteQuery(
    undefined,
    { refetchOnMountOrArgChange: true },
  );
  if (error && data === undefined) return <ProblemNote problem={problemOf(error)} retry={() => void refetch()} />;
  if (data === undefined) return <Pending lines={8} />;
  const total = data.pages[0]?.total ?? 0;
  return (
    <main className="follow-ups-page">
      <EngineQuestions />
      <h1>{total === 0 ? 'Nothing is left to be done.' : 'Still to be done'}</h1>
      {total === 0 ? (
        <p className="muted">
          What a check could not finish stands here, with its part, who does it and by when, until somebody closes it on
          the page of its unit.
        </p>
      ) : (
        <>
          <p className="muted">{total} open. A unit with unfinished work stays in until it is closed on its page.</p>
          <Table<OpenFollowUpDto>
            size="small"
            rowKey="id"
            pagination={false}
            dataSource={data.pages.flatMap(({ lines }) => lines)}
            scroll={{ x: 640 }}
            columns={[
              {
                title: 'By',
                render: (_, { by }) => <span className="nowrap">{by === null ? 'no day' : dayText(by)}</span>,
              },
              {
                title: 'Unit',
                render: (_, { unitTag, unitKind, family }) => (
                  <>
                    <Link className="mono" to={`/units/${encodeURIComponent(unitTag)}`}>
                      {unitTag}
                    </Link>{' '}
                    <span className="muted dense">
                      {unitKind}, {family}
                    </span>
                  </>
                ),
              },
              { title: 'What', render: (_, each) => followUpText({ ...each, part: '', who: '', by: null }) },
              { title: 'Part', dataIndex: 'part' },
              { title: 'Who', dataIndex: 'who' },
              {
                title: 'Since',
                render: (_, { madeBy, madeAt }) => (
                  <span className="muted nowrap">
                    {dayText(madeAt)}, {madeBy}
                  </span>
                ),
              },
            ]}
          />
          {hasNextPage && (
            <Button loading={isFetchingNextPage} onClick={() => void fetchNextPage()}>
              Show more
            </Button>
          )}
        </>
      )}
    </main>
  );
}

import { type TableColumnsType, Button, Table } from 'antd';
import { Link } from 'react-router';
import { useFollowUpPagesInfiniteQuery, type OpenFollowUpDto } from '../../shared/api/index.ts';
import { countText, dayText, followUpText } from '../../shared/format/index.ts';
import { EmptyPlace, PageFrame } from '../../shared/ui/index.ts';
import { EngineQuestions } from './engine-questions.tsx';
import './follow-ups.css';

/** All open follow-ups of the shop, the soonest first. */
export function FollowUpsPage() {
  const { data, error, refetch, hasNextPage, isFetchingNextPage, fetchNextPage } = useFollowUpPagesInfiniteQuery(
    undefined,
    { refetchOnMountOrArgChange: true },
  );
  const total = data?.pages[0]?.total ?? 0;
  return (
    <PageFrame
      asked={{ what: 'What is still to be done', data, error, retry: () => void refetch() }}
      detail={data && total > 0 ? countText(total) : undefined}
      sentence={
        data === undefined
          ? undefined
          : total === 0
            ? 'Nothing is left to be done.'
            : 'A unit with unfinished work stays in until it is closed on its page.'
      }
    >
      <EngineQuestions />
      {total === 0 ? (
        <EmptyPlace
          what="What a check could not finish will stand here: the unit, what is missing, the part, who does it and by when."
          begin={<p>It comes from the bench by itself, when a check ends with something left open.</p>}
          example={
            <p>
              Dec 9 · <span className="mono">PM-031</span> · Fit a new adjuster and set the gap · part: adjuster and
              lock
            </p>
          }
        />
      ) : (
        <>
          <Table<OpenFollowUpDto>
            size="small"
            rowKey="id"
            pagination={false}
            dataSource={data?.pages.flatMap(({ lines }) => lines) ?? []}
            scroll={{ x: 640 }}
            columns={COLUMNS}
          />
          {hasNextPage && (
            <Button loading={isFetchingNextPage} onClick={() => void fetchNextPage()}>
              Show more
            </Button>
          )}
        </>
      )}
    </PageFrame>
  );
}

const COLUMNS: TableColumnsType<OpenFollowUpDto> = [
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
];

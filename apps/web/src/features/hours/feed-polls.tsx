import { Table } from 'antd';
import { problemOf, useFeedPollsQuery, type FeedPollDto } from '../../shared/api/index.ts';
import { clockText, dayText } from '../../shared/format/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

/** Results of the polls of a feed, the latest first. */
export function FeedPolls({ feedId }: { readonly feedId: string }) {
  const { data, error } = useFeedPollsQuery({ id: feedId }, { pollingInterval: 15_000 });
  return (
    <>
      <ProblemNote problem={problemOf(error)} />
      <Table<FeedPollDto>
        size="small"
        rowKey="id"
        loading={data === undefined && !error}
        pagination={(data?.polls.length ?? 0) > 5 ? { pageSize: 5, size: 'small', showSizeChanger: false } : false}
        dataSource={data?.polls ?? []}
        scroll={{ x: 640 }}
        locale={{ emptyText: 'Not asked yet.' }}
        columns={[
          {
            title: 'Asked',
            render: (_, { beganAt }) => <span className="nowrap">{`${dayText(beganAt)}, ${clockText(beganAt)}`}</span>,
          },
          {
            title: 'How it went',
            render: (_, { failure, simulated }) =>
              failure === '' ? (
                simulated ? (
                  <b>simulated hours</b>
                ) : (
                  'well'
                )
              ) : (
                <span className="words-undecided">Failed: {failure}. It is asked again later.</span>
              ),
          },
          { title: 'Machines', align: 'right', dataIndex: 'machines' },
          { title: 'New', align: 'right', dataIndex: 'accepted' },
          { title: 'Suspect', align: 'right', dataIndex: 'suspect' },
          { title: 'Known', align: 'right', dataIndex: 'known' },
          { title: 'No unit', align: 'right', dataIndex: 'unmatched' },
        ]}
      />
    </>
  );
}

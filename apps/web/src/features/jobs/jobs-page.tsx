import { Table } from 'antd';
import { Link } from 'react-router';
import { useListBackupsQuery, useListJobsQuery, useRecomputingQuery, type JobKindDto } from '../../shared/api/index.ts';
import { agoText, clockText } from '../../shared/format/index.ts';
import { PageFrame } from '../../shared/ui/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { DigestPanel } from './digest-panel.tsx';
import './jobs.css';

const WORDS: Record<JobKindDto['kind'], readonly [name: string, what: string]> = {
  status: [
    'Statuses',
    'Computes again which units must stay in or come due, after a change of rules or as days go by.',
  ],
  usage: ['Use by season', 'Works out each night how much is run in which month, by family and site.'],
  'readings-import': ['Files of readings', 'Lets the readings of a file in, batch by batch.'],
  digest: ['Morning mail', 'Once a day, to those named below.'],
  soundness: ['Stored data', 'Looks each night for rows that could not be entered today, and names them.'],
  gateway: ['Feeds of hours', 'Asks each feed when its time has come.'],
};
const LOOK_EVERY_MS = 3000;

/** Background jobs, and their last results. */
export function JobsPage() {
  const mayJobs = useMay('listJobs');
  const { data, error, refetch } = useListJobsQuery(undefined, { skip: !mayJobs, pollingInterval: LOOK_EVERY_MS });
  const { data: recomputing } = useRecomputingQuery(undefined, { skip: !mayJobs, pollingInterval: LOOK_EVERY_MS });
  if (!mayJobs) return <PageFrame sentence="Only owners can see background jobs. Ask one of them." />;
  if (data === undefined)
    return <PageFrame asked={{ what: 'The list of jobs', data, error, retry: () => void refetch(), lines: 6 }} />;
  const units = recomputing?.units ?? 0;
  return (
    <PageFrame
      sentence={
        units === 0
          ? 'Every status is up to date.'
          : `${units} unit${units === 1 ? ' is' : 's are'} still being computed again; until then ${units === 1 ? 'it shows' : 'they show'} as before.`
      }
    >
      <Table<JobKindDto>
        size="small"
        rowKey="kind"
        pagination={false}
        dataSource={data.kinds}
        scroll={{ x: 640 }}
        columns={[
          {
            title: 'What',
            render: (_, { kind }) => (
              <>
                <b>{WORDS[kind][0]}</b>
                <br />
                <span className="muted dense">{WORDS[kind][1]}</span>
              </>
            ),
          },
          { title: 'Now', width: 150, render: (_, each) => nowText(each) },
          {
            title: 'Last done',
            width: 260,
            render: (_, { doneAt, said }) =>
              doneAt === null ? 'not yet' : `${agoText(doneAt, new Date())}, ${clockText(doneAt)}. ${said}`,
          },
          {
            title: 'Last failure',
            width: 260,
            render: (_, { failedAt, failure }) =>
              failedAt === null ? (
                <span className="muted">none</span>
              ) : (
                <span className="words-undecided">{`${agoText(failedAt, new Date())}, ${clockText(failedAt)}: ${failure}`}</span>
              ),
          },
        ]}
      />
      <LastBackup />
      <DigestPanel />
    </PageFrame>
  );
}

/** Backups are made by the parent process, not by the server, so only the time of the last one is shown. */
function LastBackup() {
  const { data } = useListBackupsQuery(undefined, { pollingInterval: 60_000 });
  if (data === undefined) return null;
  const [last] = data.backups;
  return (
    <p>
      <b>Backups</b>{' '}
      {last === undefined
        ? data.folder === null
          ? 'are not made by this server.'
          : 'are made every day; there is none yet.'
        : `are made every day. The last one was made ${agoText(last.madeAt, new Date())}, ${clockText(last.madeAt)}.`}{' '}
      <Link to="/people">Where they are kept</Link>
    </p>
  );
}

const nowText = ({ running, waiting }: JobKindDto): string =>
  running > 0 ? `${running} running` : waiting > 0 ? `${waiting} waiting` : 'idle';

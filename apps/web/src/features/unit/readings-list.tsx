import { type TableColumnsType, Button, Table } from 'antd';
import { useState } from 'react';
import {
  newId,
  problemOf,
  useSettleReadingMutation,
  type ReadingDto,
  type SettleReadingDto,
} from '../../shared/api/index.ts';
import {
  PLAIN_SETTLEMENTS,
  clockText,
  dayText,
  hoursText,
  likelySettlements,
  suspicionText,
} from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { AmendReading } from './amend-reading.tsx';
import { ProblemNote } from '../../shared/ui/index.ts';

const STATE: Record<ReadingDto['state'], string> = { accepted: 'counts', suspect: 'suspect', rejected: 'rejected' };

/** The meter readings. A person settles suspect readings here. */
export function ReadingsList({ readings }: { readonly readings: readonly ReadingDto[] }) {
  const [settle, { error }] = useSettleReadingMutation();
  const maySettle = useMay('settleReading');
  const mayAmend = useMay('amendReading');
  const [amending, setAmending] = useState<ReadingDto | null>(null);
  return (
    <section aria-labelledby="readings">
      <h3 id="readings">Meter readings</h3>
      <ProblemNote problem={problemOf(error)} />
      <Table<ReadingDto>
        size="small"
        rowKey="id"
        pagination={readings.length > 8 ? { pageSize: 8, size: 'small', showSizeChanger: false } : false}
        dataSource={[...readings]}
        scroll={{ x: 560 }}
        locale={{ emptyText: 'No reading yet. Type what the meter shows on the left.' }}
        columns={columnsOf({
          settle: maySettle ? (id, settlement) => void settle({ id, settleReadingDto: settlement }) : null,
          amend: mayAmend ? setAmending : null,
        })}
      />
      {amending && <AmendReading reading={amending} close={() => setAmending(null)} />}
    </section>
  );
}

interface ReadingActs {
  /** Null: this person may not. */
  readonly settle: ((id: string, settlement: SettleReadingDto) => void) | null;
  readonly amend: ((reading: ReadingDto) => void) | null;
}

const columnsOf = ({ settle, amend }: ReadingActs): TableColumnsType<ReadingDto> => [
  {
    title: 'Read',
    width: 190,
    render: (_, { readAt }) => <span className="nowrap">{`${dayText(readAt)}, ${clockText(readAt)}`}</span>,
  },
  {
    title: 'Meter',
    width: 110,
    align: 'right',
    render: (_, { hours }) => <span className="mono nowrap">{hoursText(hours)}</span>,
  },
  {
    title: 'Counts',
    render: (_, reading) => (
      <>
        <span className={reading.state === 'suspect' ? 'words-undecided strong' : 'muted'}>{STATE[reading.state]}</span>
        {reading.suspicions.length > 0 && (
          <span className="muted"> {reading.suspicions.map(suspicionText).join(' ')}</span>
        )}
        {reading.settledBy !== '' && (
          <span className="muted">
            {' '}
            {reading.settledBy}
            {reading.settledReason !== '' && `: “${reading.settledReason}”`}
          </span>
        )}
        {reading.state === 'suspect' && settle !== null && (
          <span className="settlements">
            {[...likelySettlements(reading, newId), ...PLAIN_SETTLEMENTS].map(({ words, settlement }) => (
              <Button key={words} size="small" onClick={() => settle(reading.id, settlement)}>
                {words}
              </Button>
            ))}
          </span>
        )}
      </>
    ),
  },
  { title: 'By', width: 130, render: (_, { readBy }) => readBy },
  ...(amend !== null
    ? [
        {
          title: <span className="visually-hidden">Correct</span>,
          width: 96,
          render: (_: unknown, reading: ReadingDto) =>
            reading.state !== 'suspect' && (
              <Button size="small" type="text" onClick={() => amend(reading)}>
                Correct
              </Button>
            ),
        },
      ]
    : []),
];

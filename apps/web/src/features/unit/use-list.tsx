import { type TableColumnsType, Button, Popconfirm, Table } from 'antd';
import { problemOf, useUseOfUnitQuery, useVoidUseMutation, type UseEntryDto } from '../../shared/api/index.ts';
import { dayText, hoursText } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

/** The use entries of a unit without a meter, and the estimated hours. */
export function UseList({ tag }: { readonly tag: string }) {
  const { data = [], error } = useUseOfUnitQuery({ tag });
  const [takeOut, takingOut] = useVoidUseMutation();
  const mayVoid = useMay('voidUse');
  return (
    <section aria-labelledby="use">
      <h3 id="use">Use, estimated</h3>
      <ProblemNote problem={problemOf(error ?? takingOut.error)} />
      <Table<UseEntryDto>
        size="small"
        rowKey="id"
        pagination={data.length > 8 ? { pageSize: 8, size: 'small', showSizeChanger: false } : false}
        dataSource={[...data]}
        scroll={{ x: 520 }}
        rowClassName={({ voided }) => (voided ? 'muted' : '')}
        locale={{ emptyText: 'Nothing entered yet. Enter days or fuel on the left.' }}
        columns={columnsOf(mayVoid ? (id) => void takeOut({ id }) : null)}
      />
    </section>
  );
}

const columnsOf = (takeOut: ((id: string) => void) | null): TableColumnsType<UseEntryDto> => [
  {
    title: 'Days',
    render: (_, { fromDay, toDay }) => (
      <span className="nowrap">
        {dayText(fromDay)}
        {toDay !== fromDay && ` to ${dayText(toDay)}`}
      </span>
    ),
  },
  {
    title: 'From',
    render: (_, { basis, amount, rate }) =>
      basis === 'days' ? `${amount} days × ${rate} h a day` : `${amount} of fuel ÷ ${rate} an hour`,
  },
  {
    title: 'Hours',
    align: 'right',
    render: (_, { hours, voided }) => <span className="mono nowrap">{voided ? 'void' : `≈ ${hoursText(hours)}`}</span>,
  },
  { title: 'By', dataIndex: 'enteredBy' },
  {
    title: <span className="visually-hidden">Void</span>,
    render: (_, { id, voided }) =>
      takeOut !== null &&
      !voided && (
        <Popconfirm
          title="Does this entry not count?"
          description="It stays on record; the hours follow at once."
          okText="Void it"
          cancelText="Cancel"
          onConfirm={() => takeOut(id)}
        >
          <Button size="small" type="text">
            Void
          </Button>
        </Popconfirm>
      ),
  },
];

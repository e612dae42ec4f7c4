import { type TableColumnsType, Button, Input, Select, Table } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  problemOf,
  useListPeopleQuery,
  useAuditLogQuery,
  useListFamiliesQuery,
  type AuditEntryDto,
} from '../../shared/api/index.ts';
import { clockText, dayText } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import {
  PageFrame,
  Pending,
  ProblemNote,
  numberInAddress,
  textInAddress,
  useAddressState,
} from '../../shared/ui/index.ts';
import { differences, entryWords } from './entry-words.ts';
import './audit-log.css';

/** Who did what, when and from where: newest first, by unit, family or person. No one can rewrite it. */
export function AuditLogPage() {
  const may = useMay('auditLog');
  if (!may) {
    return (
      <PageFrame sentence="Only leads and owners can see the audit log. A unit’s own page shows its checks and readings too." />
    );
  }
  return <Entries />;
}

const FILTER = { unit: textInAddress, family: textInAddress, person: textInAddress, before: numberInAddress };

function Entries() {
  const [{ unit, family, person, before }, go] = useAddressState(FILTER, { history: 'push' });
  const filter = { ...(unit && { unit }), ...(family && { family }), ...(person && { person }) };
  // A changed filter starts at the newest entry.
  const set = (change: { unit?: string | undefined; family?: string | undefined; person?: string | undefined }): void =>
    go({ ...change, before: undefined });
  const page = useAuditLogQuery({ ...filter, ...(before !== undefined && { before }) });
  const query = new URLSearchParams(filter).toString();
  return (
    <PageFrame
      className="audit-log"
      sentence="The database writes it with every change. The program can only read it."
      files={[{ name: 'These entries, CSV', href: `/api/audit-log/export.csv${query === '' ? '' : `?${query}`}` }]}
    >
      <Filters unit={unit} family={family} person={person} set={set} />
      {page.error && <ProblemNote problem={problemOf(page.error)} retry={() => void page.refetch()} />}
      {page.currentData === undefined && !page.error && <Pending lines={12} />}
      {page.currentData && (
        <>
          <Table<AuditEntryDto>
            size="small"
            rowKey="seq"
            pagination={false}
            dataSource={page.currentData.entries}
            scroll={{ x: 760 }}
            expandable={{ expandedRowRender: (entry) => <Differences entry={entry} />, columnWidth: 40 }}
            locale={{ emptyText: 'Nothing recorded yet.' }}
            columns={COLUMNS}
          />
          <nav className="audit-log-pages" aria-label="Pages">
            {before !== undefined && <Button onClick={() => go({ before: undefined })}>Newest</Button>}
            {page.currentData.older !== null && (
              <Button onClick={() => go({ before: page.currentData?.older ?? undefined })}>Older</Button>
            )}
          </nav>
        </>
      )}
    </PageFrame>
  );
}

/** The tag is applied when it is complete, because a part of a tag is not a unit. */
function UnitField({ unit, choose }: { readonly unit: string; readonly choose: (unit: string) => void }) {
  const [typed, setTyped] = useState(unit);
  return (
    <Input
      aria-label="Unit"
      className="mono audit-log-unit"
      placeholder="Any unit"
      allowClear
      maxLength={40}
      value={typed}
      onChange={({ target }) => {
        setTyped(target.value);
        if (target.value === '') choose('');
      }}
      onPressEnter={() => choose(typed.trim())}
      onBlur={() => typed.trim() !== unit && choose(typed.trim())}
    />
  );
}

function Differences({ entry }: { readonly entry: AuditEntryDto }) {
  return (
    <table className="ruled differences">
      <thead>
        <tr>
          <th scope="col">Field</th>
          <th scope="col">Before</th>
          <th scope="col">After</th>
        </tr>
      </thead>
      <tbody>
        {differences(entry).map(({ field, before, after }) => (
          <tr key={field}>
            <th scope="row">{field}</th>
            <td>{before}</td>
            <td>{after}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const COLUMNS: TableColumnsType<AuditEntryDto> = [
  {
    title: 'When',
    width: 170,
    render: (_, { at }) => <span className="nowrap">{`${dayText(at)}, ${clockText(at)}`}</span>,
  },
  { title: 'Who', width: 160, render: (_, { actor }) => <b>{actor}</b> },
  { title: 'What', render: (_, entry) => entryWords(entry) },
  {
    title: 'Unit',
    width: 110,
    render: (_, { unitTag }) =>
      unitTag !== null && (
        <Link className="mono" to={`/units/${encodeURIComponent(unitTag)}`}>
          {unitTag}
        </Link>
      ),
  },
  {
    title: 'From',
    width: 190,
    render: (_, { device, cameFrom }) => <span className="muted">{[device, cameFrom].filter(Boolean).join(', ')}</span>,
  },
];

interface Filter {
  readonly unit?: string | undefined;
  readonly family?: string | undefined;
  readonly person?: string | undefined;
}

function Filters({ unit, family, person, set }: Filter & { readonly set: (change: Filter) => void }) {
  const { data: people = [] } = useListPeopleQuery();
  const { data: families = [] } = useListFamiliesQuery();
  return (
    <div className="audit-log-filter no-print">
      <UnitField key={unit ?? ''} unit={unit ?? ''} choose={(tag) => set({ unit: tag })} />
      <Select
        aria-label="Family"
        placeholder="Any family"
        allowClear
        showSearch
        value={family ?? null}
        onChange={(code: string | null) => set({ family: code ?? undefined })}
        options={families.map(({ code }) => ({ value: code, label: code }))}
      />
      <Select
        aria-label="Person"
        placeholder="Any person"
        allowClear
        showSearch={{ optionFilterProp: 'label' }}
        value={person ?? null}
        onChange={(id: string | null) => set({ person: id ?? undefined })}
        options={people.map(({ id, name }) => ({ value: id, label: name }))}
      />
    </div>
  );
}

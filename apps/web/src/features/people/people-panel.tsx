import { type TableColumnsType, Button, Table } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { problemOf, useListPeopleQuery, type PersonDto } from '../../shared/api/index.ts';
import { ROLE_WORDS, useMay, useMe } from '../../shared/me/index.ts';
import { Key, Pending, ProblemNote, useKeys } from '../../shared/ui/index.ts';
import { PersonForm } from './person-form.tsx';
import { SecretsForm } from './secrets-form.tsx';

/** Every person, with role and ways to sign in. */
export function PeoplePanel() {
  const people = useListPeopleQuery();
  const mayChange = useMay('addPerson');
  const { demo } = useMe();
  const [editing, setEditing] = useState<PersonDto | 'new' | null>(null);
  const [giving, setGiving] = useState<PersonDto | null>(null);
  useKeys(mayChange ? [{ key: 'n', what: 'Add a person', run: () => setEditing('new') }] : []);
  if (people.error) return <ProblemNote problem={problemOf(people.error)} retry={() => void people.refetch()} />;
  if (people.data === undefined) return <Pending />;
  return (
    <section aria-labelledby="people">
      <header className="panel-head">
        <h2 id="people">People</h2>
        {mayChange && (
          <Button type="primary" onClick={() => setEditing('new')}>
            Add a person <Key name="n" />
          </Button>
        )}
      </header>
      <Table<PersonDto>
        size="small"
        rowKey="id"
        pagination={false}
        dataSource={people.data}
        rowClassName={({ active }) => (active ? '' : 'inactive')}
        scroll={{ x: 720 }}
        columns={columnsOf({ mayChange, demo, edit: setEditing, give: setGiving })}
      />
      {editing !== null && <PersonForm person={editing === 'new' ? null : editing} close={() => setEditing(null)} />}
      {giving !== null && <SecretsForm person={giving} close={() => setGiving(null)} />}
    </section>
  );
}

interface PersonActs {
  readonly mayChange: boolean;
  /** Passphrases and PINs of demo people cannot be changed. */
  readonly demo: boolean;
  readonly edit: (person: PersonDto) => void;
  readonly give: (person: PersonDto) => void;
}

const columnsOf = ({ mayChange, demo, edit, give }: PersonActs): TableColumnsType<PersonDto> => [
  { title: 'Initials', width: 76, render: (_, { initials }) => <span className="mark-chip">{initials}</span> },
  {
    title: 'Name',
    render: (_, { name, active }) => (
      <>
        <b>{name}</b>
        {!active && <span className="muted"> left</span>}
      </>
    ),
  },
  {
    title: 'Role',
    render: (_, { role }) => (
      <>
        {ROLE_WORDS[role].name} <span className="muted">{ROLE_WORDS[role].may}</span>
      </>
    ),
  },
  {
    title: 'Signs in by',
    width: 170,
    render: (_, { hasPassphrase, hasPin, active }) =>
      !active ? (
        <span className="muted">not any more</span>
      ) : (
        [hasPassphrase && 'passphrase', hasPin && 'PIN'].filter(Boolean).join(', ') || (
          <span className="words-undecided">nothing yet</span>
        )
      ),
  },
  {
    title: <span className="visually-hidden">Actions</span>,
    width: mayChange ? 250 : 90,
    render: (_, person) => (
      <span className="row-acts">
        {mayChange && (
          <Button size="small" onClick={() => edit(person)} aria-label={`Edit ${person.name}`}>
            Edit
          </Button>
        )}
        {mayChange && !demo && person.active && (
          <Button size="small" onClick={() => give(person)} aria-label={`New secrets for ${person.name}`}>
            Passphrase, PIN
          </Button>
        )}
        <Link to={`/audit-log?person=${person.id}`}>History</Link>
      </span>
    ),
  },
];

import { Button, Checkbox, Input, Modal, Radio } from 'antd';
import { useRef, useState } from 'react';
import {
  newId,
  problemOf,
  useAddPersonMutation,
  useChangePersonMutation,
  type PersonDto,
  type Role,
} from '../../shared/api/index.ts';
import { ROLE_WORDS, useMe } from '../../shared/me/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import { Stale } from './stale.tsx';

const ROLES = Object.keys(ROLE_WORDS) as Role[];

/** Adds somebody, or changes name, initials, role, or that somebody left. */
export function PersonForm({ person, close }: { readonly person: PersonDto | null; readonly close: () => void }) {
  const [base, setBase] = useState(person);
  const [name, setName] = useState(person?.name ?? '');
  const [initials, setMark] = useState(person?.initials ?? '');
  const [role, setRole] = useState<Role>(person?.role ?? 'technician');
  const [active, setActive] = useState(person?.active ?? true);
  const [passphrase, setPassphrase] = useState('');
  const [pin, setPin] = useState('');
  const id = useRef(newId());
  const { demo } = useMe();
  const [add, adding] = useAddPersonMutation();
  const [change, changing] = useChangePersonMutation();
  const problem = problemOf(adding.error ?? changing.error);
  const stored = problem?.code === 'stale-version' ? (problem.facts.person as PersonDto) : null;

  const send = async (): Promise<void> => {
    const answer =
      base === null
        ? await add({
            newPersonDto: {
              id: id.current,
              name,
              initials,
              role,
              ...(passphrase !== '' && { passphrase }),
              ...(pin !== '' && { pin }),
            },
          })
        : await change({ id: base.id, changePersonDto: { version: base.version, name, initials, role, active } });
    if (answer.data !== undefined) close();
  };
  const wrong = (field: string) => problem?.fields[field] && <p className="field-wrong">{problem.fields[field]}</p>;
  return (
    <Modal
      open
      title={base === null ? 'Add a person' : `Edit ${base.name}`}
      footer={null}
      width={520}
      onCancel={close}
      destroyOnHidden
    >
      <form
        className="people-form"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <label htmlFor="person-name">Name</label>
        <Input
          id="person-name"
          required
          autoFocus
          maxLength={80}
          value={name}
          onChange={({ target }) => setName(target.value)}
        />
        {wrong('name')}
        <label htmlFor="person-mark">Initials (typed to sign in)</label>
        <Input
          id="person-mark"
          className="mono people-mark"
          required
          maxLength={6}
          value={initials}
          status={problem?.fields.initials ? 'error' : ''}
          onChange={({ target }) => setMark(target.value)}
        />
        {wrong('initials')}
        <fieldset>
          <legend>Role</legend>
          <Radio.Group
            className="amend-kinds"
            value={role}
            onChange={({ target }) => setRole(target.value as Role)}
            options={ROLES.map((value) => ({
              value,
              label: (
                <>
                  <b>{ROLE_WORDS[value].name}</b> <span className="muted">{ROLE_WORDS[value].may}</span>
                </>
              ),
            }))}
          />
        </fieldset>
        {wrong('role')}
        {base === null && !demo && (
          <>
            <label htmlFor="person-passphrase">First passphrase (12 characters or more; the person changes it)</label>
            <Input.Password
              id="person-passphrase"
              autoComplete="new-password"
              maxLength={200}
              value={passphrase}
              onChange={({ target }) => setPassphrase(target.value)}
            />
            {wrong('passphrase')}
            <label htmlFor="person-pin">PIN for shared tablets, 4 to 8 digits (may be given later)</label>
            <Input
              id="person-pin"
              className="mono people-mark"
              inputMode="numeric"
              autoComplete="off"
              maxLength={8}
              value={pin}
              onChange={({ target }) => setPin(target.value)}
            />
            {wrong('pin')}
          </>
        )}
        {base !== null && (
          <Checkbox checked={active} onChange={({ target }) => setActive(target.checked)}>
            Works here. Otherwise the person is signed out for good; the history keeps the name.
          </Checkbox>
        )}
        {stored !== null ? (
          <Stale
            mine={{ name, initials, role, active }}
            stored={stored}
            keepMine={() => setBase(stored)}
            takeStored={() => {
              setBase(stored);
              setName(stored.name);
              setMark(stored.initials);
              setRole(stored.role);
              setActive(stored.active);
            }}
            chosen={base?.version === stored.version}
          />
        ) : (
          problem !== null && Object.keys(problem.fields).length === 0 && <ProblemNote problem={problem} />
        )}
        <Button type="primary" htmlType="submit" loading={adding.isLoading || changing.isLoading}>
          {base === null ? 'Add' : 'Save'}
        </Button>
      </form>
    </Modal>
  );
}

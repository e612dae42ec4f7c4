import { Button, Checkbox, Input, Modal, Radio } from 'antd';
import { useRef, useState } from 'react';
import {
  TEXT_LIMITS,
  newId,
  problemOf,
  useAddPersonMutation,
  useChangePersonMutation,
  type PersonDto,
  type Role,
} from '../../shared/api/index.ts';
import { LeftBehind } from './left-behind.tsx';
import { ROLE_WORDS, useMe } from '../../shared/me/index.ts';
import { type BothVersions, Field, StalePanel, ProblemNote } from '../../shared/ui/index.ts';

const ROLES = Object.keys(ROLE_WORDS) as Role[];

/** Adds somebody, or changes name, initials, role, or that somebody left. */
export function PersonForm({ person, close }: { readonly person: PersonDto | null; readonly close: () => void }) {
  const [base, setBase] = useState(person);
  const [name, setName] = useState(person?.name ?? '');
  const [initials, setInitials] = useState(person?.initials ?? '');
  const [role, setRole] = useState<Role>(person?.role ?? 'technician');
  const [active, setActive] = useState(person?.active ?? true);
  const [handOver, setHandOver] = useState<readonly string[]>([]);
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
        : await change({
            id: base.id,
            changePersonDto: {
              version: base.version,
              name,
              initials,
              role,
              active,
              ...(!active && handOver.length > 0 && { handOver: [...handOver] }),
            },
          });
    if (answer.data !== undefined) close();
  };
  const wrong = (field: string): string | undefined => problem?.fields[field];
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
        <Field id="person-name" label="Name" wrong={wrong('name')}>
          <Input
            required
            autoFocus
            maxLength={TEXT_LIMITS.NewPersonDto.name}
            value={name}
            onChange={({ target }) => setName(target.value)}
          />
        </Field>
        <Field id="person-initials" label="Initials (typed to sign in)" wrong={wrong('initials')}>
          <Input
            className="mono people-initials"
            required
            maxLength={TEXT_LIMITS.NewPersonDto.initials}
            value={initials}
            onChange={({ target }) => setInitials(target.value)}
          />
        </Field>
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
        {wrong('role') && <p className="field-wrong">{wrong('role')}</p>}
        {base === null && !demo && (
          <>
            <Field
              id="person-passphrase"
              label="First passphrase (12 characters or more; the person changes it)"
              wrong={wrong('passphrase')}
            >
              <Input.Password
                autoComplete="new-password"
                maxLength={TEXT_LIMITS.NewPersonDto.passphrase}
                value={passphrase}
                onChange={({ target }) => setPassphrase(target.value)}
              />
            </Field>
            <Field
              id="person-pin"
              label="PIN for shared tablets, 4 to 8 digits (may be given later)"
              wrong={wrong('pin')}
            >
              <Input
                className="mono people-initials"
                inputMode="numeric"
                autoComplete="off"
                maxLength={TEXT_LIMITS.NewPersonDto.pin}
                value={pin}
                onChange={({ target }) => setPin(target.value)}
              />
            </Field>
          </>
        )}
        {base !== null && (
          <Checkbox checked={active} onChange={({ target }) => setActive(target.checked)}>
            Works here. Otherwise the person is signed out for good; the history keeps the name.
          </Checkbox>
        )}
        {base !== null && !active && (
          <LeftBehind personId={base.id} name={base.name} kept={handOver} keep={setHandOver} />
        )}
        {stored !== null && base?.version !== stored.version ? (
          <StalePanel
            what="this person"
            fields={bothOf({ name, initials, role, active }, stored)}
            keepMine={() => setBase(stored)}
            takeStored={() => {
              setBase(stored);
              setName(stored.name);
              setInitials(stored.initials);
              setRole(stored.role);
              setActive(stored.active);
            }}
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

type Shown = Pick<PersonDto, 'name' | 'initials' | 'role' | 'active'>;

const bothOf = (mine: Shown, stored: Shown): BothVersions[] => [
  { label: 'Name', mine: mine.name, stored: stored.name },
  { label: 'Initials', mine: mine.initials, stored: stored.initials },
  { label: 'Role', mine: ROLE_WORDS[mine.role].name, stored: ROLE_WORDS[stored.role].name },
  { label: 'Works here', mine: mine.active ? 'yes' : 'no', stored: stored.active ? 'yes' : 'no' },
];

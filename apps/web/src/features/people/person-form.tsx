import { keysOf } from '@sturdy-shim/core';
import { Checkbox, Form, Input, Radio } from 'antd';
import { useRef, useState } from 'react';
import {
  type PersonDto,
  type Problem,
  type Role,
  TEXT_LIMITS,
  newId,
  problemOf,
  useAddPersonMutation,
  useChangePersonMutation,
} from '../../shared/api/index.ts';
import { ROLE_WORDS, useMe } from '../../shared/me/index.ts';
import { type BothVersions, FormDialog, ShopField, ShopForm, isStale, useBaseVersion } from '../../shared/ui/index.ts';
import { LeftBehind } from './left-behind.tsx';

const ROLES = keysOf(ROLE_WORDS);
const LIMITS = TEXT_LIMITS.NewPersonDto;

interface PersonValues {
  readonly name: string;
  readonly initials: string;
  readonly role: Role;
  readonly active: boolean;
  /** Ids of the belongings of a leaving person that are taken over. */
  readonly handOver: readonly string[];
  readonly passphrase: string;
  readonly pin: string;
}
const valuesOf = (person: PersonDto | null): PersonValues => ({
  name: person?.name ?? '',
  initials: person?.initials ?? '',
  role: person?.role ?? 'technician',
  active: person?.active ?? true,
  handOver: [],
  passphrase: '',
  pin: '',
});

interface PersonFormProps {
  readonly person: PersonDto | null;
  readonly close: () => void;
}

/** Adds a person, or changes name, initials, role, or that the person left. */
export function PersonForm({ person, close }: PersonFormProps) {
  const [form] = Form.useForm<PersonValues>();
  const { base, refused, panel } = useBaseVersion({
    form,
    opened: person,
    fact: 'person',
    what: 'this person',
    valuesOf,
    both: bothOf,
  });
  const [initial] = useState(() => valuesOf(person));
  const sendPerson = useSendPerson();
  const send = async (values: PersonValues): Promise<Problem | null> => {
    const problem = await sendPerson(values, base);
    if (problem === null) close();
    else refused(problem, values);
    return problem;
  };
  return (
    <FormDialog title={person === null ? 'Add a person' : `Edit ${person.name}`} close={close}>
      {(changed) => (
        <ShopForm
          name="person"
          form={form}
          initial={initial}
          send={send}
          submit={person === null ? 'Add' : 'Save'}
          ownProblem={isStale}
          changed={changed}
          below={panel}
        >
          <NameFields />
          {person === null ? <FirstSecrets /> : <StillHere person={person} />}
        </ShopForm>
      )}
    </FormDialog>
  );
}

const NameFields = () => (
  <>
    <ShopField name="name" label="Name" needed="Give the name.">
      <Input maxLength={LIMITS.name} />
    </ShopField>
    <ShopField name="initials" label="Initials (typed to sign in)" needed="Give the initials.">
      <Input className="mono people-initials" maxLength={LIMITS.initials} />
    </ShopField>
    <ShopField name="role" label="Role">
      <Radio.Group
        className="amend-kinds"
        options={ROLES.map((value) => ({
          value,
          label: (
            <>
              <b>{ROLE_WORDS[value].name}</b> <span className="muted">{ROLE_WORDS[value].may}</span>
            </>
          ),
        }))}
      />
    </ShopField>
  </>
);

/** Passphrase and PIN of a new person. The demo hides them: its people share one passphrase. */
function FirstSecrets() {
  const { demo } = useMe();
  if (demo) return null;
  return (
    <>
      <ShopField name="passphrase" label="First passphrase (12 characters or more; the person changes it)">
        <Input.Password autoComplete="new-password" maxLength={LIMITS.passphrase} />
      </ShopField>
      <ShopField name="pin" label="PIN for shared tablets, 4 to 8 digits (may be given later)">
        <Input className="mono people-initials" inputMode="numeric" autoComplete="off" maxLength={LIMITS.pin} />
      </ShopField>
    </>
  );
}

function StillHere({ person }: { readonly person: PersonDto }) {
  const form = Form.useFormInstance<PersonValues>();
  const active = Form.useWatch('active', form) ?? person.active;
  const handOver = Form.useWatch('handOver', { form, preserve: true }) ?? [];
  return (
    <>
      <Form.Item name="active" valuePropName="checked" noStyle>
        <Checkbox>Works here. Otherwise the person is signed out for good; the history keeps the name.</Checkbox>
      </Form.Item>
      <Form.Item name="handOver" hidden>
        <Input />
      </Form.Item>
      {!active && (
        <LeftBehind
          personId={person.id}
          name={person.name}
          kept={handOver}
          keep={(ids) => form.setFieldValue('handOver', ids)}
        />
      )}
    </>
  );
}

/** Saves a person; a repeated request adds a new one once. */
function useSendPerson(): (values: PersonValues, base: PersonDto | null) => Promise<Problem | null> {
  const id = useRef(newId());
  const [add] = useAddPersonMutation();
  const [change] = useChangePersonMutation();
  return async ({ name, initials, role, active, handOver, passphrase, pin }, base) => {
    const fields = { name, initials, role };
    if (base === null) {
      const secrets = { ...(passphrase !== '' && { passphrase }), ...(pin !== '' && { pin }) };
      return problemOf((await add({ newPersonDto: { id: id.current, ...fields, ...secrets } })).error);
    }
    const left = !active && handOver.length > 0 && { handOver: [...handOver] };
    const changePersonDto = { version: base.version, ...fields, active, ...left };
    return problemOf((await change({ id: base.id, changePersonDto })).error);
  };
}

type Shown = Pick<PersonDto, 'name' | 'initials' | 'role' | 'active'>;

const bothOf = (mine: Shown, stored: Shown): BothVersions[] => [
  { label: 'Name', mine: mine.name, stored: stored.name },
  { label: 'Initials', mine: mine.initials, stored: stored.initials },
  { label: 'Role', mine: ROLE_WORDS[mine.role].name, stored: ROLE_WORDS[stored.role].name },
  { label: 'Works here', mine: mine.active ? 'yes' : 'no', stored: stored.active ? 'yes' : 'no' },
];

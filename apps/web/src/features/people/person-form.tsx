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
import { type BothVersions, FormDialog, ShopField, ShopForm, StalePanel } from '../../shared/ui/index.ts';
import { LeftBehind } from './left-behind.tsx';

const ROLES = Object.keys(ROLE_WORDS) as Role[];
const LIMITS = TEXT_LIMITS.NewPersonDto;

interface PersonValues {
  readonly name: string;
  readonly initials: string;
  readonly role: Role;
  readonly active: boolean;
  /** Ids of what a person who leaves had made and that is taken over. */
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
  /** What a change is based on: the version that was opened, or the stored one after a person has chosen. */
  const [base, setBase] = useState(person);
  const [stale, setStale] = useState<{ readonly mine: PersonValues; readonly stored: PersonDto } | null>(null);
  const [initial] = useState(() => valuesOf(person));
  const sendPerson = useSendPerson();
  const send = async (values: PersonValues): Promise<Problem | null> => {
    const problem = await sendPerson(values, base);
    if (problem === null) close();
    else if (problem.code === 'stale-version') setStale({ mine: values, stored: problem.facts.person as PersonDto });
    return problem;
  };
  const choose = (stored: PersonDto): void => {
    setBase(stored);
    setStale(null);
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
          ownProblem={({ code }) => code === 'stale-version'}
          changed={changed}
          below={
            stale !== null && (
              <StalePanel
                what="this person"
                fields={bothOf(stale.mine, stale.stored)}
                keepMine={() => choose(stale.stored)}
                takeStored={() => {
                  choose(stale.stored);
                  form.setFieldsValue(valuesOf(stale.stored));
                }}
              />
            )
          }
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

/** In the demo nobody needs a passphrase of their own. */
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

/** Sends a person. Sent again after a cut line, a new one is added once. */
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

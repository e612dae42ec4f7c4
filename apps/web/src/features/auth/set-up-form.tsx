import { Button, Input } from 'antd';
import { useRef, useState } from 'react';
import { TEXT_LIMITS, newId, problemElsewhere, problemOf, useSetUpMutation } from '../../shared/api/index.ts';
import { machineZone } from '../../shared/format/index.ts';
import { Field, ProblemNote, ZoneSelect } from '../../shared/ui/index.ts';
import { useEntered } from './use-entered.ts';

const FIELDS = [
  {
    name: 'code',
    label: 'Code from the terminal',
    path: 'code',
    max: TEXT_LIMITS.SetUpDto.code,
    hint: 'Printed where the server was started.',
  },
  { name: 'shopName', label: 'Name of the shop', path: 'shopName', max: TEXT_LIMITS.SetUpDto.shopName, hint: '' },
  {
    name: 'name',
    label: 'Your name',
    path: 'owner.name',
    max: TEXT_LIMITS.FirstOwnerDto.name,
    hint: 'It appears under every check you sign.',
  },
  {
    name: 'initials',
    label: 'Your initials',
    path: 'owner.initials',
    max: TEXT_LIMITS.FirstOwnerDto.initials,
    hint: 'What you type to sign in.',
  },
  {
    name: 'passphrase',
    label: 'Passphrase',
    path: 'owner.passphrase',
    max: TEXT_LIMITS.FirstOwnerDto.passphrase,
    hint: '12 characters or more; four unrelated words are easy to keep.',
  },
] as const;
type Values = Record<(typeof FIELDS)[number]['name'], string>;
const EMPTY: Values = { code: '', shopName: '', name: '', initials: '', passphrase: '' };

/** The first owner of a real shop, let in by the code that only the terminal shows. */
export function SetUpForm() {
  const [values, setValues] = useState(EMPTY);
  const [timeZone, setTimeZone] = useState(machineZone);
  const id = useRef(newId());
  const [setUp, { error, isLoading }] = useSetUpMutation();
  const entered = useEntered();
  const problem = problemOf(error);
  const send = async (): Promise<void> => {
    const { code, shopName, ...owner } = values;
    entered(await setUp({ setUpDto: { code, shopName, timeZone, owner: { id: id.current, ...owner } } }));
  };
  return (
    <form
      className="sign-in-form"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      {FIELDS.map(({ name, label, path, max, hint }, index) => {
        const Control = name === 'passphrase' ? Input.Password : Input;
        return (
          <Field
            key={name}
            id={`set-up-${name}`}
            label={label}
            hint={hint === '' ? undefined : hint}
            wrong={problem?.fields[path]}
          >
            <Control
              size="large"
              autoFocus={index === 0}
              autoComplete={name === 'passphrase' ? 'new-password' : name === 'initials' ? 'username' : 'off'}
              className={name === 'code' || name === 'initials' ? 'mono' : ''}
              required
              maxLength={max}
              value={values[name]}
              onChange={({ target }) => setValues({ ...values, [name]: target.value })}
            />
          </Field>
        );
      })}
      <Field
        id="set-up-zone"
        label="Time zone of the shop"
        hint="Days begin and end by its clocks, wherever a tablet is."
        wrong={problem?.fields.timeZone}
      >
        <ZoneSelect value={timeZone} onChange={setTimeZone} />
      </Field>
      <ProblemNote problem={problemElsewhere(problem, [...FIELDS.map(({ path }) => path), 'timeZone'])} />
      <Button type="primary" size="large" htmlType="submit" loading={isLoading}>
        Open the shop
      </Button>
    </form>
  );
}

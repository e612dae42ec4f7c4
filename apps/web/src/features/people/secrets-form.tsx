import { App, Button, Input, Modal } from 'antd';
import { useState } from 'react';
import {
  TEXT_LIMITS,
  problemElsewhere,
  problemOf,
  useGiveSecretsMutation,
  type PersonDto,
} from '../../shared/api/index.ts';
import { Field, ProblemNote } from '../../shared/ui/index.ts';

/** A new passphrase or PIN for somebody who forgot it. */
export function SecretsForm({ person, close }: { readonly person: PersonDto; readonly close: () => void }) {
  const { message } = App.useApp();
  const [passphrase, setPassphrase] = useState('');
  const [pin, setPin] = useState('');
  const [give, { error, isLoading }] = useGiveSecretsMutation();
  const problem = problemOf(error);
  const wrong = problem?.fields;
  const send = async (): Promise<void> => {
    const giveSecretsDto = { ...(passphrase !== '' && { passphrase }), ...(pin !== '' && { pin }) };
    const { data } = await give({ id: person.id, giveSecretsDto });
    if (data === undefined) return;
    void message.success(`Saved. ${person.name} is signed out everywhere.`);
    close();
  };
  return (
    <Modal open title={`New passphrase or PIN for ${person.name}`} footer={null} width={460} onCancel={close}>
      <form
        className="people-form"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <Field
          id="given-passphrase"
          label="New passphrase"
          hint="Leave it empty to keep the old one."
          wrong={wrong?.passphrase}
        >
          <Input.Password
            autoFocus
            autoComplete="new-password"
            maxLength={TEXT_LIMITS.GiveSecretsDto.passphrase}
            value={passphrase}
            onChange={({ target }) => setPassphrase(target.value)}
          />
        </Field>
        <Field
          id="given-pin"
          label="New PIN"
          hint="4 to 8 digits. Leave it empty to keep the old one."
          wrong={wrong?.pin}
        >
          <Input
            className="mono people-mark"
            inputMode="numeric"
            autoComplete="off"
            maxLength={TEXT_LIMITS.GiveSecretsDto.pin}
            value={pin}
            onChange={({ target }) => setPin(target.value)}
          />
        </Field>
        <p className="muted">The person is signed out everywhere and should change the passphrase at once.</p>
        <ProblemNote problem={problemElsewhere(problem, ['passphrase', 'pin'])} />
        <Button type="primary" htmlType="submit" loading={isLoading} disabled={passphrase === '' && pin === ''}>
          Save
        </Button>
      </form>
    </Modal>
  );
}

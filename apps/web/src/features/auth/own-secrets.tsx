import { App, Button, Input, Modal } from 'antd';
import { useState } from 'react';
import { TEXT_LIMITS, problemElsewhere, problemOf, useChangeOwnSecretsMutation } from '../../shared/api/index.ts';
import { Field, ProblemNote } from '../../shared/ui/index.ts';

/** A new passphrase or PIN of one's own. */
export function OwnSecrets({ close }: { readonly close: () => void }) {
  const { message } = App.useApp();
  const [current, setCurrent] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const [pin, setPin] = useState('');
  const [change, { error, isLoading }] = useChangeOwnSecretsMutation();
  const problem = problemOf(error);
  const wrong = problem?.fields;
  const send = async (): Promise<void> => {
    const changeSecretsDto = { current, ...(passphrase !== '' && { passphrase }), ...(pin !== '' && { pin }) };
    const answer = await change({ changeSecretsDto });
    if (answer.error !== undefined) return;
    void message.success('Changed. You are signed out everywhere else.');
    close();
  };
  return (
    <Modal open title="Passphrase and PIN" footer={null} width={440} onCancel={close}>
      <form
        className="sign-in-form"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <Field id="current" label="Current passphrase" wrong={wrong?.current}>
          <Input.Password
            required
            autoFocus
            autoComplete="current-password"
            value={current}
            onChange={({ target }) => setCurrent(target.value)}
          />
        </Field>
        <Field
          id="next"
          label="New passphrase"
          hint="Leave it empty to keep the one you have."
          wrong={wrong?.passphrase}
        >
          <Input.Password
            autoComplete="new-password"
            value={passphrase}
            onChange={({ target }) => setPassphrase(target.value)}
          />
        </Field>
        <Field
          id="next-pin"
          label="New PIN for shared tablets"
          hint="4 to 8 digits. Leave it empty to keep the one you have."
          wrong={wrong?.pin}
        >
          <Input.Password
            inputMode="numeric"
            autoComplete="off"
            maxLength={TEXT_LIMITS.ChangeSecretsDto.pin}
            value={pin}
            onChange={({ target }) => setPin(target.value)}
          />
        </Field>
        <ProblemNote problem={problemElsewhere(problem, ['current', 'passphrase', 'pin'])} />
        <Button type="primary" htmlType="submit" loading={isLoading} disabled={passphrase === '' && pin === ''}>
          Save
        </Button>
      </form>
    </Modal>
  );
}

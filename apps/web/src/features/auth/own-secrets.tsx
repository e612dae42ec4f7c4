import { App, Button, Input, Modal } from 'antd';
import { useState } from 'react';
import { problemOf, useChangeOwnSecretsMutation } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

/** A new passphrase or PIN of one's own. */
export function OwnSecrets({ close }: { readonly close: () => void }) {
  const { message } = App.useApp();
  const [current, setCurrent] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const [pin, setPin] = useState('');
  const [change, { error, isLoading }] = useChangeOwnSecretsMutation();
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
        <label htmlFor="current">Current passphrase</label>
        <Input.Password
          id="current"
          required
          autoFocus
          autoComplete="current-password"
          value={current}
          onChange={({ target }) => setCurrent(target.value)}
        />
        <label htmlFor="next">New passphrase (leave empty to keep it)</label>
        <Input.Password
          id="next"
          autoComplete="new-password"
          value={passphrase}
          onChange={({ target }) => setPassphrase(target.value)}
        />
        <label htmlFor="next-pin">New PIN for shared tablets, 4 to 8 digits (leave empty to keep it)</label>
        <Input.Password
          id="next-pin"
          inputMode="numeric"
          autoComplete="off"
          maxLength={8}
          value={pin}
          onChange={({ target }) => setPin(target.value)}
        />
        <ProblemNote problem={problemOf(error)} />
        <Button type="primary" htmlType="submit" loading={isLoading} disabled={passphrase === '' && pin === ''}>
          Save
        </Button>
      </form>
    </Modal>
  );
}

import { App, Button, Input, Modal } from 'antd';
import { useState } from 'react';
import { problemOf, useGiveSecretsMutation, type PersonDto } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

/** A new passphrase or PIN for somebody who forgot it. */
export function SecretsForm({ person, close }: { readonly person: PersonDto; readonly close: () => void }) {
  const { message } = App.useApp();
  const [passphrase, setPassphrase] = useState('');
  const [pin, setPin] = useState('');
  const [give, { error, isLoading }] = useGiveSecretsMutation();
  const problem = problemOf(error);
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
        <label htmlFor="given-passphrase">New passphrase (leave empty to keep the old one)</label>
        <Input.Password
          id="given-passphrase"
          autoFocus
          autoComplete="new-password"
          maxLength={200}
          value={passphrase}
          onChange={({ target }) => setPassphrase(target.value)}
        />
        <label htmlFor="given-pin">New PIN, 4 to 8 digits (leave empty to keep the old one)</label>
        <Input
          id="given-pin"
          className="mono people-mark"
          inputMode="numeric"
          autoComplete="off"
          maxLength={8}
          value={pin}
          onChange={({ target }) => setPin(target.value)}
        />
        <p className="muted">The person is signed out everywhere and should change the passphrase at once.</p>
        <ProblemNote problem={problem} />
        <Button type="primary" htmlType="submit" loading={isLoading} disabled={passphrase === '' && pin === ''}>
          Save
        </Button>
      </form>
    </Modal>
  );
}

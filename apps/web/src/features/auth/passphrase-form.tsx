import { Button, Input } from 'antd';
import { useState } from 'react';
import { problemOf, useSignInMutation } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import { useEntered } from './use-entered.ts';

/** Mark and passphrase. */
export function PassphraseForm() {
  const [initials, setMark] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const [signIn, { error, isLoading }] = useSignInMutation();
  const entered = useEntered();
  const send = async (): Promise<void> => {
    if (!entered(await signIn({ passphraseSignInDto: { initials: initials.trim(), passphrase } }))) setPassphrase('');
  };
  return (
    <form
      className="sign-in-form"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <label htmlFor="initials">Your initials</label>
      <Input
        id="initials"
        className="mono sign-in-initials"
        size="large"
        autoFocus
        autoCapitalize="characters"
        autoComplete="username"
        maxLength={6}
        required
        value={initials}
        onChange={({ target }) => setMark(target.value)}
      />
      <label htmlFor="passphrase">Passphrase</label>
      <Input.Password
        id="passphrase"
        size="large"
        autoComplete="current-password"
        maxLength={200}
        required
        value={passphrase}
        onChange={({ target }) => setPassphrase(target.value)}
      />
      <ProblemNote problem={problemOf(error)} />
      <Button type="primary" size="large" htmlType="submit" loading={isLoading}>
        Sign in
      </Button>
    </form>
  );
}

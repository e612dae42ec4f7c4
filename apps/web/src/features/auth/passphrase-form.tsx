import { Button, Input } from 'antd';
import { useState } from 'react';
import { TEXT_LIMITS, problemOf, useSignInMutation } from '../../shared/api/index.ts';
import { Field, ProblemNote } from '../../shared/ui/index.ts';
import { useEntered } from './use-entered.ts';

/** Initials and passphrase. */
export function PassphraseForm() {
  const [initials, setInitials] = useState('');
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
      <Field id="initials" label="Your initials">
        <Input
          className="mono sign-in-initials"
          size="large"
          autoFocus
          autoCapitalize="characters"
          autoComplete="username"
          maxLength={TEXT_LIMITS.PassphraseSignInDto.initials}
          required
          value={initials}
          onChange={({ target }) => setInitials(target.value)}
        />
      </Field>
      <Field id="passphrase" label="Passphrase">
        <Input.Password
          size="large"
          autoComplete="current-password"
          maxLength={TEXT_LIMITS.PassphraseSignInDto.passphrase}
          required
          value={passphrase}
          onChange={({ target }) => setPassphrase(target.value)}
        />
      </Field>
      <ProblemNote problem={problemOf(error)} />
      <Button type="primary" size="large" htmlType="submit" loading={isLoading}>
        Sign in
      </Button>
    </form>
  );
}

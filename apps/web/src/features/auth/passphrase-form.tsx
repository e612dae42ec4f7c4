import { Form, Input } from 'antd';
import { type Problem, TEXT_LIMITS, problemOf, useSignInMutation } from '../../shared/api/index.ts';
import { ShopField, ShopForm } from '../../shared/ui/index.ts';
import { useEntered } from './use-entered.ts';

interface SignIn {
  readonly initials: string;
  readonly passphrase: string;
}
const EMPTY: SignIn = { initials: '', passphrase: '' };
const LIMITS = TEXT_LIMITS.PassphraseSignInDto;

/** Initials and passphrase. */
export function PassphraseForm() {
  const [form] = Form.useForm<SignIn>();
  const [signIn] = useSignInMutation();
  const entered = useEntered();
  const send = async ({ initials, passphrase }: SignIn): Promise<Problem | null> => {
    const answer = await signIn({ passphraseSignInDto: { initials: initials.trim(), passphrase } });
    if (!entered(answer)) form.setFieldValue('passphrase', '');
    return problemOf(answer.error);
  };
  return (
    <ShopForm name="sign-in" form={form} className="sign-in-form" initial={EMPTY} send={send} submit="Sign in" large>
      <ShopField name="initials" label="Your initials" needed="Type your initials.">
        <Input
          className="mono sign-in-initials"
          size="large"
          autoFocus
          autoCapitalize="characters"
          autoComplete="username"
          maxLength={LIMITS.initials}
        />
      </ShopField>
      <ShopField name="passphrase" label="Passphrase" needed="Type your passphrase.">
        <Input.Password size="large" autoComplete="current-password" maxLength={LIMITS.passphrase} />
      </ShopField>
    </ShopForm>
  );
}

import { App, Input } from 'antd';
import { type Problem, TEXT_LIMITS, problemOf, useChangeOwnSecretsMutation } from '../../shared/api/index.ts';
import { FormDialog, ShopField, ShopForm, oneOf } from '../../shared/ui/index.ts';

interface Secrets {
  readonly current: string;
  readonly passphrase: string;
  readonly pin: string;
}
const EMPTY: Secrets = { current: '', passphrase: '', pin: '' };
const LIMITS = TEXT_LIMITS.ChangeSecretsDto;
const ONE_OF_BOTH = oneOf(['passphrase', 'pin'], 'Give a new passphrase, a new PIN, or both.');

/** A new passphrase or PIN for the person who is signed in. */
export function OwnSecrets({ close }: { readonly close: () => void }) {
  const { message } = App.useApp();
  const [change] = useChangeOwnSecretsMutation();
  const send = async ({ current, passphrase, pin }: Secrets): Promise<Problem | null> => {
    const changeSecretsDto = { current, ...(passphrase !== '' && { passphrase }), ...(pin !== '' && { pin }) };
    const { error } = await change({ changeSecretsDto });
    if (error !== undefined) return problemOf(error);
    void message.success('Changed. You are signed out everywhere else.');
    close();
    return null;
  };
  return (
    <FormDialog title="Passphrase and PIN" width={440} close={close}>
      {(changed) => (
        <ShopForm name="own-secrets" initial={EMPTY} send={send} submit="Save" changed={changed}>
          <ShopField name="current" label="Current passphrase" needed="Give the one that you sign in with now.">
            <Input.Password autoComplete="current-password" maxLength={LIMITS.current} />
          </ShopField>
          <ShopField
            name="passphrase"
            label="New passphrase"
            hint="Leave it empty to keep the one you have."
            rules={[ONE_OF_BOTH]}
          >
            <Input.Password autoComplete="new-password" maxLength={LIMITS.passphrase} />
          </ShopField>
          <ShopField
            name="pin"
            label="New PIN for shared tablets"
            hint="4 to 8 digits. Leave it empty to keep the one you have."
          >
            <Input.Password inputMode="numeric" autoComplete="off" maxLength={LIMITS.pin} />
          </ShopField>
        </ShopForm>
      )}
    </FormDialog>
  );
}

import { App, Input } from 'antd';
import {
  type Problem,
  type PersonDto,
  TEXT_LIMITS,
  problemOf,
  useGiveSecretsMutation,
} from '../../shared/api/index.ts';
import { FormDialog, ShopField, ShopForm, oneOf } from '../../shared/ui/index.ts';

interface Secrets {
  readonly passphrase: string;
  readonly pin: string;
}
const EMPTY: Secrets = { passphrase: '', pin: '' };
const LIMITS = TEXT_LIMITS.GiveSecretsDto;
const ONE_OF_BOTH = oneOf(['passphrase', 'pin'], 'Give a new passphrase, a new PIN, or both.');

/** A new passphrase or PIN for a person who forgot it. */
export function SecretsForm({ person, close }: { readonly person: PersonDto; readonly close: () => void }) {
  const { message } = App.useApp();
  const [give] = useGiveSecretsMutation();
  const send = async ({ passphrase, pin }: Secrets): Promise<Problem | null> => {
    const giveSecretsDto = { ...(passphrase !== '' && { passphrase }), ...(pin !== '' && { pin }) };
    const { error } = await give({ id: person.id, giveSecretsDto });
    if (error !== undefined) return problemOf(error);
    void message.success(`Saved. ${person.name} is signed out everywhere.`);
    close();
    return null;
  };
  return (
    <FormDialog title={`New passphrase or PIN for ${person.name}`} width={460} close={close}>
      {(changed) => (
        <ShopForm name="given" initial={EMPTY} send={send} submit="Save" changed={changed}>
          <ShopField
            name="passphrase"
            label="New passphrase"
            hint="Leave it empty to keep the old one."
            rules={[ONE_OF_BOTH]}
          >
            <Input.Password autoComplete="new-password" maxLength={LIMITS.passphrase} />
          </ShopField>
          <ShopField name="pin" label="New PIN" hint="4 to 8 digits. Leave it empty to keep the old one.">
            <Input className="mono people-mark" inputMode="numeric" autoComplete="off" maxLength={LIMITS.pin} />
          </ShopField>
          <p className="muted">The person is signed out everywhere and should change the passphrase at once.</p>
        </ShopForm>
      )}
    </FormDialog>
  );
}

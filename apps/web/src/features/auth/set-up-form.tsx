import { SHOP_LOCALES, type ShopLocale, USUAL_LOCALE } from '@sturdy-shim/core';
import { Input } from 'antd';
import { useRef, useState } from 'react';
import { type Problem, TEXT_LIMITS, newId, problemOf, useSetUpMutation } from '../../shared/api/index.ts';
import { machineZone } from '../../shared/format/index.ts';
import { LocaleSelect, ShopField, ShopForm, ZoneSelect } from '../../shared/ui/index.ts';
import { useEntered } from './use-entered.ts';

interface SetUp {
  readonly code: string;
  readonly shopName: string;
  readonly timeZone: string;
  readonly locale: ShopLocale;
  readonly owner: { readonly name: string; readonly initials: string; readonly passphrase: string };
}
const OWNER = TEXT_LIMITS.FirstOwnerDto;
const plain = { size: 'large', autoComplete: 'off' } as const;

/** Creates the first owner of a real shop, with the code that only the terminal shows. */
export function SetUpForm() {
  const id = useRef(newId());
  const [initial] = useState<SetUp>(() => ({
    code: '',
    shopName: '',
    timeZone: machineZone(),
    locale: SHOP_LOCALES.find((each) => each === navigator.language) ?? USUAL_LOCALE,
    owner: { name: '', initials: '', passphrase: '' },
  }));
  const [setUp] = useSetUpMutation();
  const entered = useEntered();
  const send = async ({ owner, ...shop }: SetUp): Promise<Problem | null> => {
    const answer = await setUp({ setUpDto: { ...shop, owner: { id: id.current, ...owner } } });
    entered(answer);
    return problemOf(answer.error);
  };
  return (
    <ShopForm name="set-up" className="sign-in-form" initial={initial} send={send} submit="Open the shop" large>
      <ShopField
        name="code"
        label="Code from the terminal"
        hint="Printed where the server was started."
        needed="Type the code that stands in the terminal."
      >
        <Input {...plain} autoFocus className="mono" maxLength={TEXT_LIMITS.SetUpDto.code} />
      </ShopField>
      <ShopField name="shopName" label="Name of the shop" needed="Give the shop its name.">
        <Input {...plain} maxLength={TEXT_LIMITS.SetUpDto.shopName} />
      </ShopField>
      <OwnerFields />
      <ShopField
        name="timeZone"
        label="Time zone of the shop"
        hint="Days begin and end by its clocks, wherever a tablet is."
      >
        <ZoneSelect {...BOUND} />
      </ShopField>
      <ShopField name="locale" label="Dates and times are written as in">
        <LocaleSelect />
      </ShopField>
    </ShopForm>
  );
}

/** Required by its type; the form binds both. */
const BOUND = { value: '', onChange: (): void => undefined };

/** The person who opens the shop. */
const OwnerFields = () => (
  <>
    <ShopField
      name={['owner', 'name']}
      label="Your name"
      hint="It appears under every check you sign."
      needed="Give your name."
    >
      <Input {...plain} maxLength={OWNER.name} />
    </ShopField>
    <ShopField
      name={['owner', 'initials']}
      label="Your initials"
      hint="What you type to sign in."
      needed="Give your initials."
    >
      <Input {...plain} autoComplete="username" className="mono" maxLength={OWNER.initials} />
    </ShopField>
    <ShopField
      name={['owner', 'passphrase']}
      label="Passphrase"
      hint="12 characters or more; four unrelated words are easy to keep."
      needed="Choose a passphrase."
    >
      <Input.Password {...plain} autoComplete="new-password" maxLength={OWNER.passphrase} />
    </ShopField>
  </>
);

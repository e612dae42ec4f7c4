import { Button } from 'antd';
import { useState } from 'react';
import type { SignInOptionsDto } from '../../shared/api/index.ts';
import { DemoPeople } from './demo-people.tsx';
import { PassphraseForm } from './passphrase-form.tsx';
import { PinBoard } from './pin-board.tsx';

/**
 * The sign-in methods: initials and PIN on a trusted tablet, passphrase anywhere, name in the demo. `over`: shown as a
 * dialog over a page.
 */
export function SignIn({
  options: { device, demo },
  over = false,
}: {
  readonly options: SignInOptionsDto;
  readonly over?: boolean;
}) {
  const [byPassphrase, setByPassphrase] = useState(device === null);
  return (
    <>
      {!byPassphrase && device !== null ? <PinBoard device={device} /> : <PassphraseForm />}
      {device !== null && (
        <Button type="link" className="sign-in-other" onClick={() => setByPassphrase(!byPassphrase)}>
          {byPassphrase ? `Use a PIN on ${device.name}` : 'Use a passphrase instead'}
        </Button>
      )}
      {demo !== null && !over && <DemoPeople demo={demo} onTablet={device !== null && !byPassphrase} />}
      {demo !== null && over && (
        <p className="muted">
          In the demo the passphrase is <b className="mono">{demo.passphrase}</b>, the PIN{' '}
          <b className="mono">{demo.pin}</b>.
        </p>
      )}
    </>
  );
}

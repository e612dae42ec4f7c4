import { Button } from 'antd';
import { useSignInByPinMutation, useSignInMutation, type DemoSignInDto } from '../../shared/api/index.ts';
import { ROLE_WORDS } from '../../shared/me/index.ts';
import { useEntered } from './use-entered.ts';

/** The demo protects nothing: it lists every person with the passphrase. */
export function DemoPeople({ demo, onTablet }: { readonly demo: DemoSignInDto; readonly onTablet: boolean }) {
  const [signIn] = useSignInMutation();
  const [signInByPin] = useSignInByPinMutation();
  const entered = useEntered();
  const enter = async (initials: string): Promise<void> => {
    const { passphrase, pin } = demo;
    entered(
      onTablet
        ? await signInByPin({ pinSignInDto: { initials, pin } })
        : await signIn({ passphraseSignInDto: { initials, passphrase } }),
    );
  };
  return (
    <section className="sign-in-demo" aria-labelledby="demo">
      <h2 id="demo">This is the demo</h2>
      <p>
        The yard and its people are invented. Everyone’s passphrase is <b className="mono">{demo.passphrase}</b>, the
        PIN <b className="mono">{demo.pin}</b>.
      </p>
      <ul>
        {demo.people.map(({ initials, name, role }) => (
          <li key={initials}>
            <span className="mark-chip">{initials}</span>
            <span>
              <b>{name}</b>
              <br />
              <span className="muted">
                {ROLE_WORDS[role].name}: {ROLE_WORDS[role].may}
              </span>
            </span>
            <Button onClick={() => void enter(initials)} aria-label={`Sign in as ${name}`}>
              Sign in
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

import { Button } from 'antd';
import { useSignInByPinMutation, useSignInMutation, type DemoDoorDto } from '../../shared/api/index.ts';
import { ROLE_WORDS } from '../../shared/me/index.ts';
import { useEntered } from './use-entered.ts';

/** In the demo nothing is guarded: everybody is listed with what opens the door. */
export function DemoPeople({ demo, onTablet }: { readonly demo: DemoDoorDto; readonly onTablet: boolean }) {
  const [signIn] = useSignInMutation();
  const [signInByPin] = useSignInByPinMutation();
  const entered = useEntered();
  const enter = async (mark: string): Promise<void> => {
    const { passphrase, pin } = demo;
    entered(
      onTablet
        ? await signInByPin({ pinSignInDto: { mark, pin } })
        : await signIn({ passphraseSignInDto: { mark, passphrase } }),
    );
  };
  return (
    <section className="door-demo" aria-labelledby="demo">
      <h2 id="demo">This is the demo</h2>
      <p>
        The yard and its people are invented. Everyone’s passphrase is <b className="mono">{demo.passphrase}</b>, the
        PIN <b className="mono">{demo.pin}</b>.
      </p>
      <ul>
        {demo.people.map(({ mark, name, role }) => (
          <li key={mark}>
            <span className="mark-chip">{mark}</span>
            <span>
              <b>{name}</b>
              <br />
              <span className="muted">
                {ROLE_WORDS[role].name}: {ROLE_WORDS[role].may}
              </span>
            </span>
            <Button onClick={() => void enter(mark)} aria-label={`Sign in as ${name}`}>
              Sign in
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

import type { SignInOptionsDto } from '../../shared/api/index.ts';
import { useTitle } from '../../shared/ui/index.ts';
import { SignIn } from './sign-in.tsx';
import { SetUpForm } from './set-up-form.tsx';

/** The sign-in page with the name of the shop. */
export function SignInPage({ options }: { readonly options: SignInOptionsDto }) {
  useTitle(options.shop === 'not-set-up' ? 'Set up' : 'Sign in');
  return (
    <main className="sign-in">
      <header className="sign-in-head">
        <p className="sign-in-brand">
          <svg viewBox="0 0 24 18" width="40" height="30" aria-hidden="true">
            <path className="brand-plate" d="M0,1h24v3.6H0zM0,13.4h24V17H0z" />
            <path className="brand-shim" d="M4,7.2h16v3.6H4z" />
          </svg>
          Sturdy Shim
        </p>
        <h1>{options.shop === 'not-set-up' ? 'A new shop' : options.shopName}</h1>
        <p className="muted">
          {options.shop === 'not-set-up'
            ? 'Nothing here yet. The first person becomes the owner and adds the others.'
            : 'Valve clearance by unit, family and run-hours. A check is a signed statement. Sign in first.'}
        </p>
      </header>
      <div className="sign-in-way">{options.shop === 'not-set-up' ? <SetUpForm /> : <SignIn options={options} />}</div>
    </main>
  );
}

import { Modal } from 'antd';
import { Fragment, type ReactNode, useEffect } from 'react';
import { useDispatch, useSelector } from 'react-redux';
import {
  type SignInOptionsDto,
  problemOf,
  session,
  switchLeft,
  useSignInOptionsQuery,
  useMeQuery,
} from '../../shared/api/index.ts';
import { setShopFormats } from '../../shared/format/index.ts';
import { shopUnitKnown } from '../../shared/preferences/index.ts';
import { Pending, ProblemNote } from '../../shared/ui/index.ts';
import { SignInPage } from './sign-in-page.tsx';
import { SignIn } from './sign-in.tsx';
import './auth.css';

interface SignInOverProps {
  readonly ended: boolean;
  readonly open: boolean;
  readonly options: SignInOptionsDto | undefined;
}

/** The sign-in over a page: after the session ended it cannot be closed. */
function SignInOver({ ended, open, options }: SignInOverProps) {
  const dispatch = useDispatch();
  return (
    <Modal
      open={open}
      width={560}
      footer={null}
      destroyOnHidden
      closable={!ended}
      keyboard={!ended}
      mask={{ closable: false }}
      title={ended ? 'Sign in again to continue' : 'Switch person'}
      onCancel={() => dispatch(switchLeft())}
    >
      {ended && <p className="muted">The session ended. What you entered is still here.</p>}
      {open && options && <SignIn options={options} over />}
    </Modal>
  );
}

/**
 * Shows the sign-in page while no person is signed in. When a session runs out, the sign-in opens over the page, so
 * that nothing that was being entered is lost.
 */
export function SessionGate({ children }: { readonly children: ReactNode }) {
  const me = useMeQuery();
  const { ended, switching } = useSelector(session.selectors.session);
  const isIn = me.data !== undefined && !ended && !switching;
  const options = useSignInOptionsQuery(undefined, { skip: me.isLoading || isIn });
  const dispatch = useDispatch();
  const gapUnit = me.data?.gapUnit;
  useEffect(() => {
    if (gapUnit !== undefined) dispatch(shopUnitKnown(gapUnit));
  }, [dispatch, gapUnit]);
  if (me.data !== undefined) {
    setShopFormats(me.data);
    return (
      <>
        {/* The page is drawn again in another time zone: every day on it may change. */}
        <Fragment key={me.data.timeZone}>{children}</Fragment>
        <SignInOver ended={ended} open={ended || switching} options={options.data} />
      </>
    );
  }
  const failed = problemOf(options.error) ?? (me.error && !ended ? problemOf(me.error) : null);
  if (failed !== null) {
    return (
      <main className="page-note">
        <h1>The server cannot be reached.</h1>
        <ProblemNote problem={failed} retry={() => [me, options].forEach(({ refetch }) => void refetch())} />
      </main>
    );
  }
  return options.data === undefined ? <Pending /> : <SignInPage options={options.data} />;
}

import { useMeQuery } from '../shared/api/index.ts';
import { useMe } from '../shared/me/index.ts';

const AGAIN_AFTER_MS = 2000;

/** Shown while the demo's fleet is loading, to explain why the yard is not complete; it disappears by itself. */
export function DemoLoading() {
  const { demoLoading } = useMe();
  useMeQuery(undefined, { pollingInterval: AGAIN_AFTER_MS, skip: !demoLoading });
  if (!demoLoading) return null;
  return (
    <p className="shell-loading" role="status">
      The demo’s machines are still coming in. What you see settles by itself within a minute.
    </p>
  );
}

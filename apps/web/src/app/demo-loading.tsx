import { useMeQuery } from '../shared/api/index.ts';
import { useMe } from '../shared/me/index.ts';

const AGAIN_AFTER_MS = 2000;

/** Says, while the demo's fleet is still coming in, why the yard is not full yet; it goes away by itself. */
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

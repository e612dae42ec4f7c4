import { useConnection } from '../shared/live/index.ts';
import { outlastsThePage } from '../shared/outbox/index.ts';

/** Shows that the server or its database is unreachable, and where entries are kept meanwhile. */
export function ConnectionLine() {
  const connection = useConnection();
  if (connection === 'open') return null;
  return (
    <p className="shell-loading" role="status">
      {connection === 'server-away' ? 'The server does not answer.' : 'The shop’s database does not answer.'} This page
      shows what was known before. Checks and hours that you enter stay on this device and are sent by themselves.
      {!outlastsThePage() && <b> This browser cannot store them: leave this page open until the server is back.</b>}
    </p>
  );
}

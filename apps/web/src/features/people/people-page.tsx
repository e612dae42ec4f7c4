import { useMay, useMe } from '../../shared/me/index.ts';
import {} from '../../shared/ui/index.ts';
import { BackupsPanel } from './backups-panel.tsx';
import { AccessKeysPanel } from './access-keys-panel.tsx';
import { PeoplePanel } from './people-panel.tsx';
import { TabletsPanel } from './tablets-panel.tsx';
import './people.css';

/** Who works here and what else may in: people, tablets, access keys; and where the backups stand. */
export function PeoplePage() {
  const { shopName } = useMe();
  const mayTablets = useMay('listDevices');
  const mayKeys = useMay('listAccessKeys');
  const mayBackups = useMay('listBackups');
  if (!mayTablets) {
    return (
      <main className="page-note">
        <h1>Only leads and owners can see people and access.</h1>
        <p>Ask one of them. Your own passphrase and PIN are behind your initials, at the top right.</p>
      </main>
    );
  }
  return (
    <main className="people">
      <h1>
        People and access <span className="muted">{shopName}</span>
      </h1>
      <PeoplePanel />
      <div className="people-more">
        <TabletsPanel />
        {mayKeys && <AccessKeysPanel />}
        {mayBackups && <BackupsPanel />}
      </div>
    </main>
  );
}

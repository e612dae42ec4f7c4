import { useMay, useMe } from '../../shared/me/index.ts';
import { PageFrame } from '../../shared/ui/index.ts';
import { BackupsPanel } from './backups-panel.tsx';
import { AccessKeysPanel } from './access-keys-panel.tsx';
import { PeoplePanel } from './people-panel.tsx';
import { TabletsPanel } from './tablets-panel.tsx';
import './people.css';

/** People, tablets, access keys, and backups. */
export function PeoplePage() {
  const { shopName } = useMe();
  const mayTablets = useMay('listDevices');
  const mayKeys = useMay('listAccessKeys');
  const mayBackups = useMay('listBackups');
  if (!mayTablets) {
    return (
      <PageFrame sentence="Only leads and owners can see people and access. Ask one of them. Your own passphrase and PIN are behind your initials, at the top right." />
    );
  }
  return (
    <PageFrame className="people" detail={shopName}>
      <PeoplePanel />
      <div className="people-more">
        <TabletsPanel />
        {mayKeys && <AccessKeysPanel />}
        {mayBackups && <BackupsPanel />}
      </div>
    </PageFrame>
  );
}

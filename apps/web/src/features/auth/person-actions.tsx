import { Dropdown, type MenuProps } from 'antd';
import { useState } from 'react';
import { useDispatch } from 'react-redux';
import { useNavigate } from 'react-router';
import { type MeDto, forgetKept, switchAsked, useSignOutMutation } from '../../shared/api/index.ts';
import { ROLE_WORDS, useMay, useMe } from '../../shared/me/index.ts';
import { PersonChip } from './person-chip.tsx';
import { OwnSecrets } from './own-secrets.tsx';

/** The menu behind the name of the signed-in person, opened as soon as its code is loaded. */
export function PersonActions() {
  const me = useMe();
  const dispatch = useDispatch();
  const navigate = useNavigate();
  const [signOut] = useSignOutMutation();
  const [isOpen, setIsOpen] = useState(true);
  const [secretsOpen, setSecretsOpen] = useState(false);
  const mayPeople = useMay('listDevices');
  const mayJobs = useMay('listJobs');
  const mayAuditLog = useMay('auditLog');
  const maySecrets = useMay('changeOwnSecrets') && !me.demo;
  const leave = async (everywhere: boolean): Promise<void> => {
    await signOut({ signOutDto: { everywhere } });
    await forgetKept();
    // A fresh page: nothing of this person stays in its memory.
    window.location.assign('/');
  };
  const items = itemsOf(me, { mayPeople, mayJobs, mayAuditLog, maySecrets });
  const act: Record<string, () => void> = {
    switch: () => dispatch(switchAsked()),
    people: () => void navigate('/people'),
    jobs: () => void navigate('/jobs'),
    'audit-log': () => void navigate('/audit-log'),
    secrets: () => setSecretsOpen(true),
    out: () => void leave(false),
    'out-everywhere': () => void leave(true),
  };
  return (
    <>
      <Dropdown
        open={isOpen}
        onOpenChange={setIsOpen}
        trigger={['click']}
        placement="bottomRight"
        menu={{
          items,
          onClick: ({ key }) => {
            setIsOpen(false);
            act[key]?.();
          },
        }}
      >
        <PersonChip />
      </Dropdown>
      {secretsOpen && <OwnSecrets close={() => setSecretsOpen(false)} />}
    </>
  );
}

type Allowed = Readonly<Record<'mayPeople' | 'mayJobs' | 'mayAuditLog' | 'maySecrets', boolean>>;

function itemsOf(me: MeDto, { mayPeople, mayJobs, mayAuditLog, maySecrets }: Allowed): MenuProps['items'] {
  return [
    {
      key: 'who',
      type: 'group',
      label: (
        <span className="menu-who">
          <b>{me.name}</b>
          <span>
            {ROLE_WORDS[me.role].name}
            {me.bench && ', by PIN: bench and hours only'}
          </span>
          {me.device !== null && <span>{me.device}</span>}
        </span>
      ),
    },
    ...(me.device !== null ? [{ key: 'switch', label: 'Switch person' }] : []),
    ...(mayPeople ? [{ key: 'people', label: 'People and access' }] : []),
    ...(mayJobs ? [{ key: 'jobs', label: 'Background jobs' }] : []),
    ...(mayAuditLog ? [{ key: 'audit-log', label: 'Audit log' }] : []),
    ...(maySecrets ? [{ key: 'secrets', label: 'Passphrase and PIN' }] : []),
    { type: 'divider' as const },
    { key: 'out', label: 'Sign out' },
    { key: 'out-everywhere', label: 'Sign out everywhere' },
  ];
}

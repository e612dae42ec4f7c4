import { Alert, Button, Checkbox, Input, Popconfirm } from 'antd';
import { useRef, useState } from 'react';
import {
  TEXT_LIMITS,
  newId,
  problemOf,
  useListAccessKeysQuery,
  useCreateAccessKeyMutation,
  useRevokeAccessKeyMutation,
  type Scope,
} from '../../shared/api/index.ts';
import { agoText, dayText } from '../../shared/format/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

const SCOPES: Readonly<Record<Scope, string>> = {
  readings: 'record meter readings',
  read: 'read yard, units, families',
  register: 'import units',
  metrics: 'watch how the server runs',
};

/** What lets machines in: an hour-meter gateway, a board on the wall. */
export function AccessKeysPanel() {
  const { data: keys = [], error } = useListAccessKeysQuery();
  const [name, setName] = useState('');
  const [scopes, setScopes] = useState<Scope[]>(['readings']);
  const id = useRef(newId());
  const [make, making] = useCreateAccessKeyMutation();
  const [revoke, revoking] = useRevokeAccessKeyMutation();
  const send = async (): Promise<void> => {
    const { data } = await make({ newAccessKeyDto: { id: id.current, name: name.trim(), scopes } });
    if (data === undefined) return;
    id.current = newId();
    setName('');
  };
  return (
    <section aria-labelledby="keys">
      <h2 id="keys">Access keys</h2>
      <p className="muted">
        For machines: sent as <code>Authorization: Bearer …</code>. A key is shown once and stored as a hash.
      </p>
      {making.data && (
        <Alert
          type="warning"
          title={`Key ${making.data.name}, shown only once`}
          description={<code className="mono the-key">{making.data.secret}</code>}
          closable={{ onClose: () => making.reset() }}
        />
      )}
      <ul className="plain-list">
        {keys.map((key) => (
          <li key={key.id} className={key.revokedAt === null ? '' : 'inactive'}>
            <span>
              <b>{key.name}</b> may {key.scopes.map((scope) => SCOPES[scope]).join(', ')}
              <br />
              <span className="muted">
                added by {key.madeBy}, {dayText(key.madeAt)};{' '}
                {key.revokedAt !== null
                  ? `revoked ${dayText(key.revokedAt)}`
                  : key.lastUsedAt === null
                    ? 'never used'
                    : `used ${agoText(key.lastUsedAt, new Date())}`}
              </span>
            </span>
            {key.revokedAt === null && (
              <Popconfirm
                title={`Revoke the key ${key.name}?`}
                description="The machine that uses it is locked out at once, for good."
                okText="Revoke"
                cancelText="Cancel"
                onConfirm={() => void revoke({ id: key.id })}
              >
                <Button size="small">Revoke</Button>
              </Popconfirm>
            )}
          </li>
        ))}
      </ul>
      {keys.length === 0 && <p>None yet.</p>}
      <form
        className="row-form"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <Input
          aria-label="Name of the key"
          placeholder="Gateway in the shed"
          required
          maxLength={TEXT_LIMITS.NewAccessKeyDto.name}
          value={name}
          onChange={({ target }) => setName(target.value)}
        />
        <Checkbox.Group<Scope>
          value={scopes}
          onChange={setScopes}
          options={Object.entries(SCOPES).map(([value, label]) => ({ value: value as Scope, label }))}
        />
        <Button htmlType="submit" loading={making.isLoading} disabled={scopes.length === 0}>
          Add a key
        </Button>
      </form>
      <ProblemNote problem={problemOf(error ?? making.error ?? revoking.error)} />
    </section>
  );
}

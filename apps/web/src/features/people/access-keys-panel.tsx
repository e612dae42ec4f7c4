import { entriesOf } from '@sturdy-shim/core';
import { Alert, Button, Checkbox, Input, Popconfirm } from 'antd';
import { useRef } from 'react';
import {
  type AccessKeyDto,
  type Problem,
  TEXT_LIMITS,
  newId,
  problemOf,
  useListAccessKeysQuery,
  useCreateAccessKeyMutation,
  useRevokeAccessKeyMutation,
  type Scope,
} from '../../shared/api/index.ts';
import { agoText, dayText } from '../../shared/format/index.ts';
import { ProblemNote, ShopField, ShopForm } from '../../shared/ui/index.ts';

const SCOPES: Readonly<Record<Scope, string>> = {
  readings: 'record meter readings',
  read: 'read yard, units, families',
  register: 'import units',
  metrics: 'watch how the server runs',
};

interface NewKey {
  readonly name: string;
  readonly scopes: readonly Scope[];
}
const EMPTY: NewKey = { name: '', scopes: ['readings'] };

/** Access keys for machines, such as an hour-meter gateway or a wall display. */
export function AccessKeysPanel() {
  const { data: keys = [], error } = useListAccessKeysQuery();
  const id = useRef(newId());
  const [make, making] = useCreateAccessKeyMutation();
  const [revoke, revoking] = useRevokeAccessKeyMutation();
  const send = async ({ name, scopes }: NewKey): Promise<Problem | null> => {
    const newAccessKeyDto = { id: id.current, name: name.trim(), scopes: [...scopes] };
    const { error: refused } = await make({ newAccessKeyDto });
    if (refused === undefined) id.current = newId();
    return problemOf(refused);
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
          <Listed key={key.id} of={key} revoke={() => void revoke({ id: key.id })} />
        ))}
      </ul>
      {keys.length === 0 && <p>None yet.</p>}
      <ShopForm name="key" className="row-form" initial={EMPTY} send={send} submit="Add a key" again>
        <ShopField name="name" label="Name of the key" needed="Give it a name, such as the machine that uses it.">
          <Input placeholder="Gateway in the shed" maxLength={TEXT_LIMITS.NewAccessKeyDto.name} />
        </ShopField>
        <ShopField
          name="scopes"
          label="What it may"
          rules={[{ type: 'array', min: 1, message: 'Choose what the machine may do.' }]}
        >
          <Checkbox.Group<Scope> options={entriesOf(SCOPES).map(([value, label]) => ({ value, label }))} />
        </ShopField>
      </ShopForm>
      <ProblemNote problem={problemOf(error ?? revoking.error)} />
    </section>
  );
}

interface ListedProps {
  readonly of: AccessKeyDto;
  readonly revoke: () => void;
}

const Listed = ({ of: key, revoke }: ListedProps) => (
  <li className={key.revokedAt === null ? '' : 'inactive'}>
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
        onConfirm={revoke}
      >
        <Button size="small">Revoke</Button>
      </Popconfirm>
    )}
  </li>
);

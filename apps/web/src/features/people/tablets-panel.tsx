import { Button, Input, Popconfirm } from 'antd';
import { useRef, useState } from 'react';
import {
  TEXT_LIMITS,
  newId,
  problemOf,
  useListDevicesQuery,
  useRevokeDeviceMutation,
  useTrustDeviceMutation,
} from '../../shared/api/index.ts';
import { dayText } from '../../shared/format/index.ts';
import { useMe } from '../../shared/me/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

/** Shared tablets: trusted once here, on the tablet itself; then people switch by mark and PIN. */
export function TabletsPanel() {
  const { device } = useMe();
  const { data: tablets = [], error } = useListDevicesQuery();
  const [name, setName] = useState('');
  const id = useRef(newId());
  const [trust, trusting] = useTrustDeviceMutation();
  const [revoke, revoking] = useRevokeDeviceMutation();
  const send = async (): Promise<void> => {
    const { data } = await trust({ newDeviceDto: { id: id.current, name: name.trim() } });
    if (data === undefined) return;
    id.current = newId();
    setName('');
  };
  return (
    <section aria-labelledby="tablets">
      <h2 id="tablets">Tablets</h2>
      <p className="muted">
        On a trusted tablet people sign in with initials and PIN, for the bench and the hours only. Trust lasts half a
        year.
      </p>
      <ul className="plain-list">
        {tablets.map((tablet) => (
          <li key={tablet.id}>
            <span>
              <b>{tablet.name}</b>
              {tablet.name === device && ' (this one)'}
              <br />
              <span className="muted">
                trusted by {tablet.trustedBy}, {dayText(tablet.trustedAt)}
              </span>
            </span>
            <Popconfirm
              title={`Trust ${tablet.name}?`}
              description="Everyone signed in there by PIN is signed out."
              okText="Remove trust"
              cancelText="Cancel"
              onConfirm={() => void revoke({ id: tablet.id })}
            >
              <Button size="small">Remove trust</Button>
            </Popconfirm>
          </li>
        ))}
      </ul>
      {tablets.length === 0 && <p>None yet.</p>}
      {device === null && (
        <form
          className="row-form"
          onSubmit={(event) => {
            event.preventDefault();
            void send();
          }}
        >
          <Input
            aria-label="Name of this tablet"
            placeholder="Bench tablet"
            required
            maxLength={TEXT_LIMITS.NewDeviceDto.name}
            value={name}
            onChange={({ target }) => setName(target.value)}
          />
          <Button htmlType="submit" loading={trusting.isLoading}>
            Trust this device
          </Button>
        </form>
      )}
      <ProblemNote problem={problemOf(error ?? trusting.error ?? revoking.error)} />
    </section>
  );
}

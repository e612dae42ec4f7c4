import { Button, Input, Popconfirm } from 'antd';
import { useRef } from 'react';
import {
  type Problem,
  TEXT_LIMITS,
  newId,
  problemOf,
  useListDevicesQuery,
  useRevokeDeviceMutation,
  useTrustDeviceMutation,
} from '../../shared/api/index.ts';
import { dayText } from '../../shared/format/index.ts';
import { useMe } from '../../shared/me/index.ts';
import { ProblemNote, ShopField, ShopForm } from '../../shared/ui/index.ts';

const EMPTY = { name: '' };

/** Shared tablets: trusted once on the tablet itself; then people sign in by initials and PIN. */
export function TabletsPanel() {
  const { device } = useMe();
  const { data: tablets = [], error } = useListDevicesQuery();
  const id = useRef(newId());
  const [trust] = useTrustDeviceMutation();
  const [revoke, revoking] = useRevokeDeviceMutation();
  const send = async ({ name }: typeof EMPTY): Promise<Problem | null> => {
    const { error: refused } = await trust({ newDeviceDto: { id: id.current, name: name.trim() } });
    if (refused === undefined) id.current = newId();
    return problemOf(refused);
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
        <ShopForm name="tablet" className="row-form" initial={EMPTY} send={send} submit="Trust this device" again>
          <ShopField name="name" label="Name of this tablet" needed="Give it a name, such as where it lies.">
            <Input placeholder="Bench tablet" maxLength={TEXT_LIMITS.NewDeviceDto.name} />
          </ShopField>
        </ShopForm>
      )}
      <ProblemNote problem={problemOf(error ?? revoking.error)} />
    </section>
  );
}

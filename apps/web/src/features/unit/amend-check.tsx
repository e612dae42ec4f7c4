import { Radio } from 'antd';
import { useRef } from 'react';
import { newId, problemOf, useAmendCheckMutation, type AmendmentKind, type CheckDto } from '../../shared/api/index.ts';
import { dayText } from '../../shared/format/index.ts';
import { ShopField } from '../../shared/ui/index.ts';
import { ReasonForm } from './reason-form.tsx';

/** Adds a remark to a signed check, or strikes it out, for example because of a wrong machine or wrong blades. */
export function AmendCheck({ check, close }: { readonly check: CheckDto; readonly close: () => void }) {
  const [amend] = useAmendCheckMutation();
  // One id per amendment, so that a repeated request adds it once.
  const pending = useRef<{ readonly id: string; readonly text: string } | null>(null);
  return (
    <ReasonForm<{ readonly kind: AmendmentKind }>
      title={`Check of ${dayText(check.performedAt ?? check.savedAt)}, signed by ${check.signedBy}`}
      button="Add to the check"
      more={{ kind: 'remark' }}
      send={async ({ kind, reason }) => {
        const text = `${kind} ${reason}`;
        if (pending.current?.text !== text) pending.current = { id: newId(), text };
        const { error } = await amend({ id: check.id, newAmendmentDto: { id: pending.current.id, kind, reason } });
        return problemOf(error);
      }}
      close={close}
    >
      <ShopField name="kind" label="What is added">
        <Radio.Group
          className="amend-kinds"
          options={[
            { value: 'remark', label: 'A note; the check still counts' },
            check.struck
              ? { value: 'restored', label: 'Restore: it counts again' }
              : { value: 'struck', label: 'Void: it does not count, and what it closed is open again' },
          ]}
        />
      </ShopField>
    </ReasonForm>
  );
}

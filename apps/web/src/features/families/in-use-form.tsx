import { Button, Input, Modal } from 'antd';
import { useRef, useState } from 'react';
import {
  newId,
  problemOf,
  usePreviewInForceQuery,
  usePutInForceMutation,
  type FamilyDto,
} from '../../shared/api/index.ts';
import { SOURCE_WORDS } from '../../shared/format/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import { StatusChanges } from './status-changes.tsx';

/** Another claim in force, or none: which units stand otherwise is shown first, and a reason is asked for. */
export function InForceForm({
  family,
  claimId,
  close,
}: {
  readonly family: FamilyDto;
  readonly claimId: string | null;
  readonly close: () => void;
}) {
  const [reason, setReason] = useState('');
  const id = useRef(newId());
  const preview = usePreviewInForceQuery(
    { id: family.id, ...(claimId !== null && { claimId }) },
    { refetchOnMountOrArgChange: true },
  );
  const [put, { error, isLoading }] = usePutInForceMutation();
  const claim = family.claims.find((each) => each.id === claimId);
  const send = async (): Promise<void> => {
    const { data } = await put({
      id: family.id,
      putInForceDto: { id: id.current, claimId, reason: reason.trim(), revision: family.revision },
    });
    if (data !== undefined) close();
  };
  return (
    <Modal
      open
      title={
        claim === undefined
          ? `Stop using the source for ${family.code}?`
          : `${SOURCE_WORDS[claim.source]} in force for ${family.code}?`
      }
      footer={null}
      width={520}
      onCancel={close}
    >
      <form
        className="reason-form"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <StatusChanges units={preview.data} problem={problemOf(preview.error)} />
        <p className="muted">Past checks keep their verdict and the revision they were evaluated by.</p>
        <label htmlFor="in-force-reason">Why</label>
        <Input.TextArea
          id="in-force-reason"
          rows={2}
          maxLength={300}
          required
          autoFocus
          value={reason}
          onChange={({ target }) => setReason(target.value)}
        />
        <ProblemNote problem={problemOf(error)} />
        <Button type="primary" htmlType="submit" loading={isLoading} disabled={reason.trim() === ''}>
          {claim === undefined ? 'Stop using it' : 'Use this source'}
        </Button>
      </form>
    </Modal>
  );
}

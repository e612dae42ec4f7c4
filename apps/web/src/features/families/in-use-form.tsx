import { Button, Input, Modal } from 'antd';
import { useRef, useState } from 'react';
import {
  TEXT_LIMITS,
  newId,
  problemOf,
  usePreviewInUseQuery,
  useChooseSourceMutation,
  type FamilyDto,
} from '../../shared/api/index.ts';
import { SOURCE_WORDS } from '../../shared/format/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import { StatusChanges } from './status-changes.tsx';

/** Another source in use, or none: which units stand otherwise is shown first, and a reason is asked for. */
export function InUseForm({
  family,
  sourceId,
  close,
}: {
  readonly family: FamilyDto;
  readonly sourceId: string | null;
  readonly close: () => void;
}) {
  const [reason, setReason] = useState('');
  const id = useRef(newId());
  const preview = usePreviewInUseQuery(
    { id: family.id, ...(sourceId !== null && { sourceId }) },
    { refetchOnMountOrArgChange: true },
  );
  const [put, { error, isLoading }] = useChooseSourceMutation();
  const source = family.sources.find((each) => each.id === sourceId);
  const send = async (): Promise<void> => {
    const { data } = await put({
      id: family.id,
      chooseSourceDto: { id: id.current, sourceId, reason: reason.trim(), revision: family.revision },
    });
    if (data !== undefined) close();
  };
  return (
    <Modal
      open
      title={
        source === undefined
          ? `Stop using the source for ${family.code}?`
          : `${SOURCE_WORDS[source.kind]} in use for ${family.code}?`
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
        <StatusChanges preview={preview.data} problem={problemOf(preview.error)} />
        <p className="muted">Past checks keep their verdict and the revision they were evaluated by.</p>
        <label htmlFor="in-use-reason">Why</label>
        <Input.TextArea
          id="in-use-reason"
          rows={2}
          maxLength={TEXT_LIMITS.ChooseSourceDto.reason}
          required
          autoFocus
          value={reason}
          onChange={({ target }) => setReason(target.value)}
        />
        <ProblemNote problem={problemOf(error)} />
        <Button type="primary" htmlType="submit" loading={isLoading} disabled={reason.trim() === ''}>
          {source === undefined ? 'Stop using it' : 'Use this source'}
        </Button>
      </form>
    </Modal>
  );
}

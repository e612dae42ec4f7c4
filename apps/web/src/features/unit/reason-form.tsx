import { TEXT_LIMITS } from '../../shared/api/index.ts';
import { Button, Input, Modal } from 'antd';
import { type ReactNode, useState } from 'react';
import type { Problem } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

interface ReasonFormProps {
  readonly title: string;
  readonly children?: ReactNode;
  readonly button: string;
  readonly problem: Problem | null;
  readonly busy: boolean;
  readonly send: (reason: string) => void;
  readonly close: () => void;
}

/** What stands on the record is amended with a reason, never edited. */
export function ReasonForm({ title, children, button, problem, busy, send, close }: ReasonFormProps) {
  const [reason, setReason] = useState('');
  return (
    <Modal open title={title} footer={null} width={480} onCancel={close}>
      <form
        className="reason-form"
        onSubmit={(event) => {
          event.preventDefault();
          send(reason.trim());
        }}
      >
        {children}
        <label htmlFor="reason">Why</label>
        <Input.TextArea
          id="reason"
          rows={3}
          maxLength={TEXT_LIMITS.AmendReadingDto.reason}
          required
          autoFocus
          value={reason}
          onChange={({ target }) => setReason(target.value)}
        />
        <ProblemNote problem={problem} />
        <Button type="primary" htmlType="submit" loading={busy} disabled={reason.trim() === ''}>
          {button}
        </Button>
      </form>
    </Modal>
  );
}

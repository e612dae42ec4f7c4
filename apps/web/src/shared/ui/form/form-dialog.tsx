import { Modal } from 'antd';
import { type ReactNode, useRef, useState } from 'react';
import { LeaveQuestion } from './leave-guard.tsx';

interface FormDialogProps {
  readonly title: ReactNode;
  readonly width?: number;
  readonly close: () => void;
  /** Renders the form, which reports unsaved changes through `changed`. */
  readonly children: (changed: (dirty: boolean) => void) => ReactNode;
}

/** A dialog with a form: its first field has the focus, and closing it with changes asks first. */
export function FormDialog({ title, width = 520, close, children }: FormDialogProps) {
  const [dirty, setDirty] = useState(false);
  const [asking, setAsking] = useState(false);
  const body = useRef<HTMLDivElement>(null);
  return (
    <Modal
      open
      title={title}
      footer={null}
      width={width}
      mask={{ closable: !dirty }}
      onCancel={() => (dirty ? setAsking(true) : close())}
      afterOpenChange={(open) => open && focusFirst(body.current)}
      destroyOnHidden
    >
      <div ref={body}>{children(setDirty)}</div>
      {asking && <LeaveQuestion stay={() => setAsking(false)} leave={close} />}
    </Modal>
  );
}

const focusFirst = (within: HTMLElement | null): void =>
  within?.querySelector<HTMLElement>('input:not([type=hidden]), textarea, [role=combobox]')?.focus();

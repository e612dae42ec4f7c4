import { Button, Modal } from 'antd';
import { type ReactNode, useEffect } from 'react';
import { useBlocker } from 'react-router';

/** Asks before the page is left while something is not saved. @returns the question, to be drawn with the form */
export function useLeaveGuard(dirty: boolean): ReactNode {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) => dirty && currentLocation.pathname !== nextLocation.pathname,
  );
  useEffect(() => {
    if (!dirty) return;
    const ask = (event: BeforeUnloadEvent): void => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [dirty]);
  return blocker.state === 'blocked' ? (
    <LeaveQuestion stay={() => blocker.reset()} leave={() => blocker.proceed()} />
  ) : null;
}

interface LeaveQuestionProps {
  readonly stay: () => void;
  readonly leave: () => void;
}

export const LeaveQuestion = ({ stay, leave }: LeaveQuestionProps) => (
  <Modal
    open
    title="Leave without saving?"
    onCancel={stay}
    width={420}
    footer={[
      <Button key="stay" type="primary" autoFocus onClick={stay}>
        Keep editing
      </Button>,
      <Button key="leave" onClick={leave}>
        Leave without saving
      </Button>,
    ]}
  >
    What you changed here is not saved yet.
  </Modal>
);

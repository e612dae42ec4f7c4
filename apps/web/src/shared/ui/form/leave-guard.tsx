import { Button, Modal } from 'antd';
import { useEffect } from 'react';
import { useBlocker } from 'react-router';

/** Asks before the page is left. Rendered only while there are unsaved changes; a page has at most one. */
export function LeaveGuard() {
  const blocker = useBlocker(({ currentLocation, nextLocation }) => currentLocation.pathname !== nextLocation.pathname);
  useEffect(() => {
    const ask = (event: BeforeUnloadEvent): void => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, []);
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

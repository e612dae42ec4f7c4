import { Button, Modal, Radio } from 'antd';
import { useState } from 'react';
import type { Problem } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import { useBenchPort } from './port/bench-port.ts';

interface DropProps {
  /** The open work on the engine in words; empty if nothing was touched. */
  readonly open: string;
  readonly flush: () => Promise<number | null>;
  readonly dropped: () => void;
  readonly close: () => void;
}

/**
 * Drops a check permanently. If the engine was touched, it asks how the engine is left, because the next person relies
 * on it.
 */
export function DropCheck({ open, flush, dropped, close }: DropProps) {
  const [closedUp, setClosedUp] = useState<boolean | null>(open === '' ? true : null);
  const { putAside } = useBenchPort();
  const [isLoading, setLoading] = useState(false);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [away, setAway] = useState(false);
  const drop = async (): Promise<void> => {
    const version = await flush();
    setAway(version === null);
    if (version === null || closedUp === null) return;
    setLoading(true);
    const ended = await putAside(version, closedUp);
    setLoading(false);
    if (ended.kind === 'done') dropped();
    else setProblem(ended.problem);
  };
  return (
    <Modal open title="Drop this check?" footer={null} onCancel={close} destroyOnHidden>
      <div className="drop-check">
        <p>It stays in the history, unsigned, and does not count. To go away for a while, use Pause.</p>
        {open !== '' && (
          <fieldset>
            <legend>How do you leave the engine? Here it says: {open}.</legend>
            <Radio.Group
              className="amend-kinds"
              value={closedUp}
              onChange={({ target }) => setClosedUp(target.value === true)}
              options={[
                { value: true, label: 'Closed up as it was' },
                { value: false, label: 'Not closed up. The unit stays in until that is done' },
              ]}
            />
          </fieldset>
        )}
        {away && (
          <p className="words-undecided">The server does not have your last entries yet. Try again in a moment.</p>
        )}
        <ProblemNote problem={problem} />
        <Button type="primary" danger disabled={closedUp === null} loading={isLoading} onClick={() => void drop()}>
          Drop this check
        </Button>{' '}
        <Button onClick={close}>Continue</Button>
      </div>
    </Modal>
  );
}

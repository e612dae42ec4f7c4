import { Button, Modal, Radio } from 'antd';
import { useState } from 'react';
import { problemOf, usePutAsideMutation } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

interface DropProps {
  readonly checkId: string;
  /** What of the engine is open, in words; empty where nothing was touched. */
  readonly open: string;
  readonly flush: () => Promise<number | null>;
  readonly dropped: () => void;
  readonly close: () => void;
}

/** Drops a check for good. One that touched the engine asks how the engine is left: the next person must be able to rely on it. */
export function DropCheck({ checkId, open, flush, dropped, close }: DropProps) {
  const [closedUp, setClosedUp] = useState<boolean | null>(open === '' ? true : null);
  const [putAside, { error, isLoading }] = usePutAsideMutation();
  const [away, setAway] = useState(false);
  const drop = async (): Promise<void> => {
    const version = await flush();
    setAway(version === null);
    if (version === null || closedUp === null) return;
    const { data } = await putAside({ id: checkId, dropCheckDto: { version, closedUp } });
    if (data !== undefined) dropped();
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
              onChange={({ target }) => setClosedUp(target.value as boolean)}
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
        <ProblemNote problem={problemOf(error)} />
        <Button type="primary" danger disabled={closedUp === null} loading={isLoading} onClick={() => void drop()}>
          Drop this check
        </Button>{' '}
        <Button onClick={close}>Continue</Button>
      </div>
    </Modal>
  );
}

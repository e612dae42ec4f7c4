import { Button } from 'antd';
import { countText } from '../shared/format/index.ts';
import { useProblemQueue } from '../shared/outbox/index.ts';

/** Problem reports that wait on this device, and refused ones. Readings are shown in Hours. */
export function OutboxLine() {
  const [{ waiting, refused }, queue] = useProblemQueue();
  return (
    <>
      {waiting.length > 0 && (
        <p className="shell-loading" role="status">
          {waiting.length === 1 ? 'A problem report waits' : `${countText(waiting.length)} problem reports wait`} on
          this device until the server answers: {waiting.map(({ tag }) => tag).join(', ')}.
        </p>
      )}
      {refused.map(({ entered, refusal }) => (
        <p key={entered.id} className="shell-loading" role="alert">
          The problem report for {entered.tag} was not saved. {refusal.what} {refusal.remedy}{' '}
          <Button size="small" onClick={() => queue.dismiss(entered.id)}>
            Seen
          </Button>
        </p>
      ))}
    </>
  );
}

import { problemOf, useAmendReadingMutation, type ReadingDto } from '../../shared/api/index.ts';
import { dayText, hoursText } from '../../shared/format/index.ts';
import { ReasonForm } from './reason-form.tsx';

/** A settled reading does not count after all, or it does. */
export function AmendReading({ reading, close }: { readonly reading: ReadingDto; readonly close: () => void }) {
  const [amend, { error, isLoading }] = useAmendReadingMutation();
  const counts = reading.state === 'accepted';
  const send = async (reason: string): Promise<void> => {
    const answer = await amend({
      id: reading.id,
      amendReadingDto: { decision: counts ? 'rejected' : 'as-read', reason },
    });
    if (answer.data !== undefined) close();
  };
  return (
    <ReasonForm
      title={`${hoursText(reading.hours)}, read ${dayText(reading.readAt)} by ${reading.readBy}`}
      button={counts ? 'It does not count' : 'It counts'}
      problem={problemOf(error)}
      busy={isLoading}
      send={(reason) => void send(reason)}
      close={close}
    >
      <p className="muted">What the meter showed stays in the history. The unit’s hours follow at once.</p>
    </ReasonForm>
  );
}

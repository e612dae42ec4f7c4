import { problemOf, useAmendReadingMutation, type ReadingDto } from '../../shared/api/index.ts';
import { dayText, hoursText } from '../../shared/format/index.ts';
import { ReasonForm } from './reason-form.tsx';

const NOTHING_MORE = {};

/** Rejects a settled reading, or restores it. */
export function AmendReading({ reading, close }: { readonly reading: ReadingDto; readonly close: () => void }) {
  const [amend] = useAmendReadingMutation();
  const counts = reading.state === 'accepted';
  return (
    <ReasonForm
      title={`${hoursText(reading.hours)}, read ${dayText(reading.readAt)} by ${reading.readBy}`}
      button={counts ? 'It does not count' : 'It counts'}
      more={NOTHING_MORE}
      send={async ({ reason }) => {
        const decision = counts ? ('rejected' as const) : ('as-read' as const);
        const { error } = await amend({ id: reading.id, amendReadingDto: { decision, reason } });
        return problemOf(error);
      }}
      close={close}
    >
      <p className="muted">What the meter showed stays in the history. The unit’s hours follow at once.</p>
    </ReasonForm>
  );
}

import { Button } from 'antd';
import { clockText, dayText, hoursText } from '../../shared/format/index.ts';
import type { RefusedReading } from '../../shared/outbox/index.ts';

interface RefusedProps {
  readonly refused: readonly RefusedReading[];
  readonly dismiss: (id: string) => void;
}

/** Readings that the server refused: they stay here, with the reason, until they are dismissed. */
export const RefusedReadings = ({ refused, dismiss }: RefusedProps) =>
  refused.length === 0 ? null : (
    <section className="refused-readings" aria-label="Readings that were not saved">
      {refused.map(({ entered, refusal }) => (
        <p key={entered.id} role="alert">
          <b className="mono">{entered.tag}</b> {hoursText(entered.hours)}, read {dayText(entered.readAt)},{' '}
          {clockText(entered.readAt)}, was not saved. {refusal}{' '}
          <Button size="small" onClick={() => dismiss(entered.id)}>
            Seen
          </Button>
        </p>
      ))}
    </section>
  );

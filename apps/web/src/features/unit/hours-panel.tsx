import type { UnitStatusDto } from '../../shared/api/index.ts';
import { agoText, dueText, hoursText } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { ReadingForm } from '../../shared/ui/index.ts';

interface HoursPanelProps {
  readonly tag: string;
  readonly status: UnitStatusDto;
}

/** The hours of a unit, what is left of its interval, and the field for the next reading. */
export function HoursPanel({ tag, status }: HoursPanelProps) {
  const { hoursNow, hoursReadAt, shareLeft } = status;
  const due = dueText(status);
  const mayRead = useMay('recordReading');
  return (
    <section className="hours-panel" aria-label="Run-hours">
      <p className="hours-now mono">{hoursNow === null ? '– – –' : hoursText(hoursNow)}</p>
      <p className="muted dense">
        {hoursReadAt === null ? 'no reading yet' : `read ${agoText(hoursReadAt, new Date())}`}
      </p>
      {due !== null && <p className="hours-due">{due}</p>}
      {shareLeft !== null && <IntervalBar shareLeft={shareLeft} />}
      {mayRead && <ReadingForm key={tag} tag={tag} keyName="h" />}
    </section>
  );
}

/** What is used of the interval; overdue on its end the bar is ink on hatching. */
function IntervalBar({ shareLeft }: { readonly shareLeft: number }) {
  const used = Math.min(1, Math.max(0, 1 - shareLeft));
  return (
    <div
      className={`interval-bar${shareLeft <= 0 ? ' past' : ''}`}
      role="img"
      aria-label={`${Math.round((1 - shareLeft) * 100)} % of the interval used`}
    >
      <span style={{ width: `${used * 100}%` }} />
    </div>
  );
}
